import * as signaturesRoutes from '@steady/contract/signatures.routes';
import type { PartyView } from '@steady/contract/asks';
import { ChangeDay } from '@steady/contract/signatures';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { dayInWords } from '../../ui/words';

/** By which day one of those who sign is to, where that is not the day of all. */
export function DayLeaf({ signer, wantedBy, onClose }: { signer: PartyView; wantedBy: string; onClose(): void }) {
  const notify = useNotify();
  const { day } = useSession();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeDay>({
    input: ChangeDay,
    start: { by: signer.wantedBy ?? '' },
    submit: async (values) => {
      await send(signaturesRoutes.day, { id: signer.id }, values);
      notify(`${signer.name} is to sign by ${dayInWords(values.by || wantedBy, day)}.`);
      onClose();
    },
  });
  return (
    <Leaf open title={`The day by which ${signer.name} signs`} act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField
        label="Sign by"
        hint={`Left empty, it is the day of all who sign: ${dayInWords(wantedBy, day)}. It stands on their page; no message goes out.`}
        autoFocus
        control={form.control}
        name="by"
        error={form.formState.errors.by?.message}
      />
    </Leaf>
  );
}
