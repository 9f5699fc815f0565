import * as signaturesRoutes from '@steady/contract/signatures.routes';
import type { PartyView } from '@steady/contract/asks';
import { ChangeNumber } from '@steady/contract/signatures';
import { send } from '../../app/api';
import { TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { type Whose, useContactsOf } from './place';

interface Props {
  of: Whose;
  signer: PartyView;
  /** Where their code goes; nothing where none is asked for. */
  number: string | undefined;
  onClose(): void;
}

/** Where the code goes that a signer types, or that none is asked for. Where none was, the number that is known of them stands there first. */
export function NumberLeaf({ of, number, ...form }: Props) {
  const contacts = useContactsOf(of);
  if (number !== undefined) return <NumberForm {...form} number={number} />;
  return contacts ? <NumberForm {...form} number={contacts.find(({ id }) => id === form.signer.contactId)?.mobile ?? ''} /> : null;
}

function NumberForm({ signer, number, onClose }: { signer: PartyView; number: string; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeNumber>({
    input: ChangeNumber,
    start: { number },
    submit: async (values) => {
      await send(signaturesRoutes.number, { id: signer.id }, values);
      notify(values.number?.trim() ? `The code of ${signer.name} goes to ${values.number.trim()}.` : `${signer.name} is asked for no code.`);
      onClose();
    },
  });
  return (
    <Leaf open title={`A code by text message for ${signer.name}`} act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField
        label="Number"
        type="tel"
        hint="Left empty, no code is asked for. A code that was sent to another number stops working."
        autoFocus
        {...form.register('number')}
        error={form.formState.errors.number?.message}
      />
    </Leaf>
  );
}
