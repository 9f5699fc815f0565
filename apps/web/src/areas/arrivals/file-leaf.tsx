import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import * as conversationsRoutes from '@steady/contract/conversations.routes';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type ArrivalView, FileArrival, type KnownVisitor } from '@steady/contract/arrivals';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { ClientField, type ChosenClient } from '../clients';
import { FolderField } from '../documents';

const NEW = 'new';
const NOBODY = '';

/** Files what was left with a client: its files in a folder, its words in a conversation with whoever of the client left them. */
export function FileLeaf({ of, onClose }: { of: ArrivalView; onClose(): void }) {
  const notify = useNotify();
  const navigate = useNavigate();
  const { id, version, known, sent } = of;
  const likely = known.find(({ mayBe }) => mayBe)?.clients[0] ?? null;
  const [client, setClient] = useState<ChosenClient | null>(likely);
  const [who, setWho] = useState(likely ? known.find(({ mayBe }) => mayBe)!.contactId : NOBODY);
  const { form, onSubmit, busy, problem } = useLeafForm<FileArrival>({
    input: FileArrival,
    start: { version, clientId: likely?.id ?? '', folderId: '' },
    submit: async (values) => {
      const { conversationId } = await send(
        arrivalsRoutes.fileWith,
        { id },
        { ...values, ...(who === NEW ? { addPerson: true } : who ? { contactId: who } : {}) },
      );
      notify(`Filed with ${client!.name}.`);
      if (conversationId) await navigate(`/post/conversations/${conversationId}`);
      else onClose();
    },
  });
  const { register, formState, setValue, watch } = form;
  const choose = (chosen: ChosenClient | null) => {
    setClient(chosen);
    setWho(NOBODY);
    setValue('clientId', chosen?.id ?? '', { shouldDirty: true, shouldValidate: formState.isSubmitted });
    setValue('folderId', '');
  };
  return (
    <Leaf
      open
      title="File with a client"
      act={client ? `File with ${client.name}` : 'File'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <ClientField label="Client" autoFocus={client === null} value={client} onChange={choose} error={formState.errors.clientId?.message} />
      {client && <WhoLeftIt key={client.id} of={of} client={client} known={known} value={who} onChange={setWho} />}
      {client && sent.length > 0 && (
        <FolderField
          clientId={client.id}
          label="Files into"
          first={{ value: '', words: 'the folder that takes what clients send' }}
          mustLie
          chosen={watch('folderId') ?? ''}
          error={formState.errors.folderId?.message}
          field={register('folderId')}
        />
      )}
      <p className="text-table text-soft">The files can be read by everybody who sees the client; the message only by whoever is named in the conversation.</p>
    </Leaf>
  );
}

interface WhoProps {
  of: ArrivalView;
  client: ChosenClient;
  known: KnownVisitor[];
  value: string;
  onChange(value: string): void;
}

/** Who of the client left it. Nobody is made one of its people without somebody saying so: its people come into the portal for it. */
function WhoLeftIt({ of: { name, email }, client, known, value, onChange }: WhoProps) {
  const session = useSession();
  const { data: choice } = useData(conversationsRoutes.choice, { id: client.id });
  const people = choice?.contacts ?? [];
  const there = new Set(people.map((one) => one.id));
  const mayAdd = session.may('change clients');
  const others = mayAdd ? known.filter((one) => !there.has(one.contactId)) : [];
  const isStrange = value === NEW || others.some((one) => one.contactId === value);
  return (
    <SelectField
      label="Who left it"
      hint={
        value === NOBODY
          ? 'No conversation opens. The message stays here, with the arrival.'
          : isStrange
            ? `Becomes one of the people of ${client.name}, and comes into the portal for it.`
            : `We go on with them in a private conversation, by mail to the address that we have of them.`
      }
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      <option value={NOBODY}>nobody of {client.name}</option>
      {people.map((one) => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
      {others.map((one) => (
        <option key={one.contactId} value={one.contactId}>
          {one.name}, known to us: add to the client
        </option>
      ))}
      {mayAdd && (
        <option value={NEW}>
          {name}, {email}: add to the client
        </option>
      )}
    </SelectField>
  );
}
