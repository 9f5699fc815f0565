import { RefuseSignature } from '@steady/contract/signatures';
import { LongTextField } from '../../../ui/fields';
import { useLeafForm } from '../../../ui/form';
import { InsteadForm } from './instead-form';

/** Not to sign, and why. */
export function Refuse({ refuse, onLeave }: { refuse(values: RefuseSignature): Promise<unknown>; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<RefuseSignature>({
    input: RefuseSignature,
    start: { reason: '' },
    submit: refuse,
  });
  return (
    <InsteadForm act="Refuse to sign" of={{ onSubmit, busy, problem }} onLeave={onLeave}>
      <LongTextField
        label="Why you do not sign"
        hint="We read it, and come back to you."
        autoFocus
        {...form.register('reason')}
        error={form.formState.errors.reason?.message}
      />
    </InsteadForm>
  );
}
