import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { ReplaceSigner } from '@steady/contract/signatures';
import { send } from '../../../app/api';
import { SelectField } from '../../../ui/fields';
import { useLeafForm } from '../../../ui/form';
import { RefusedWords } from './refused-words';

/** Has somebody else of the client sign, where the firm allows that. */
export function HandOn({ id, to, onLeave }: { id: string; to: { id: string; name: string }[]; onLeave(): void }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ReplaceSigner>({
    input: ReplaceSigner,
    start: { contactId: '' },
    submit: (values) => send(signaturesPortalRoutes.handOn, { id }, values),
  });
  return (
    <form noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <RefusedWords words={problem} />
      <SelectField label="Who signs in your place" {...form.register('contactId')} error={form.formState.errors.contactId?.message}>
        <option value="">choose</option>
        {to.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </SelectField>
      <p className="mb-2 text-table text-soft">They are asked at once, and you are not any more. It is recorded that you handed it on.</p>
      <p className="flex gap-3">
        <button className="act" disabled={busy}>
          Hand it on
        </button>
        <button type="button" className="act-quiet" onClick={onLeave}>
          Cancel
        </button>
      </p>
    </form>
  );
}
