import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { ReplaceSigner } from '@steady/contract/signatures';
import { send } from '../../../app/api';
import { SelectField } from '../../../ui/fields';
import { useLeafForm } from '../../../ui/form';
import { InsteadForm } from './instead-form';

/** Has somebody else of the client sign, where the firm allows that. */
export function HandOn({ id, to, onLeave }: { id: string; to: { id: string; name: string }[]; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ReplaceSigner>({
    input: ReplaceSigner,
    start: { contactId: '' },
    submit: (values) => send(signaturesPortalRoutes.handOn, { id }, values),
  });
  return (
    <InsteadForm act="Hand it on" of={{ onSubmit, busy, problem }} onLeave={onLeave}>
      <SelectField label="Who signs in your place" {...form.register('contactId')} error={form.formState.errors.contactId?.message}>
        <option value="">choose</option>
        {to.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </SelectField>
      <p className="mb-2 text-table text-soft">They are asked at once, and you are not any more. It is recorded that you handed it on.</p>
    </InsteadForm>
  );
}
