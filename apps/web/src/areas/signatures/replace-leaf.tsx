import * as signaturesRoutes from '@steady/contract/signatures.routes';
import type { PartyView } from '@steady/contract/asks';
import { ReplaceSigner } from '@steady/contract/signatures';
import { send } from '../../app/api';
import { SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { type Whose, useContactsOf } from './place';
import { useOurs } from './signers-field';

interface Props {
  of: Whose;
  signer: PartyView;
  parties: PartyView[];
  /** The one who is replaced types a code that comes by text message. */
  code: boolean;
  onClose(): void;
}

/** Somebody else of the client signs in the place of one who has not: with the same fields, told as soon as it is their turn. */
export function ReplaceLeaf({ of, signer, parties, code, onClose }: Props) {
  const notify = useNotify();
  const contacts = useContactsOf(of);
  const others = (contacts ?? []).filter((one) => one.signs && !parties.some(({ contactId }) => contactId === one.id));
  const ours = useOurs(parties.map(({ memberId }) => memberId));
  const { form, onSubmit, busy, problem } = useLeafForm<ReplaceSigner>({
    input: ReplaceSigner,
    start: { contactId: '', ...(code ? { number: '' } : {}) },
    submit: async (values) => {
      await send(signaturesRoutes.replace, { id: signer.id }, values);
      notify(`${[...others, ...ours].find(({ id }) => id === values.contactId)?.name ?? 'Somebody else'} signs in place of ${signer.name}.`);
      onClose();
    },
  });
  const propose = (id: string) => code && form.setValue('number', others.find((one) => one.id === id)?.mobile ?? '');
  return (
    <Leaf
      open
      title={`Somebody else signs in place of ${signer.name}`}
      act="Ask them instead"
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <SelectField
        label="Who signs"
        {...form.register('contactId', { onChange: ({ target }: { target: HTMLSelectElement }) => propose(target.value) })}
        error={form.formState.errors.contactId?.message}
      >
        <option value="">choose</option>
        {others.map(({ id, name, email }) => (
          <option key={id} value={id}>
            {name}
            {email ? '' : ', no email address'}
          </option>
        ))}
        {ours.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}, of us
          </option>
        ))}
      </SelectField>
      {code && (
        <TextField
          label="Code by text message to"
          type="tel"
          hint="Left empty, no code is asked for where the kind of document does not need one."
          {...form.register('number')}
          error={form.formState.errors.number?.message}
        />
      )}
      {contacts && others.length === 0 && (
        <p className="soon mb-2 text-table">Nobody else signs for this client. Set who does on the client’s page, under Contacts.</p>
      )}
      <p className="text-table text-soft">
        They get the places of {signer.name} on the pages, and are told when it is their turn.
        {signer.state === 'asked' && signer.memberId === null && ` ${signer.name} is told by mail that their signature is not needed any more.`}
      </p>
    </Leaf>
  );
}
