import * as clientsRoutes from '@steady/contract/clients.routes';
import { useState } from 'react';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { type Found, FoundField } from '../../ui/found-field';
import { AddHere } from './add-here';

export type ChosenClient = Found & { standing?: string };

interface Props {
  label: string;
  hint?: string;
  error?: string;
  value: ChosenClient | null;
  onChange(client: ChosenClient | null): void;
  /** A client that cannot be meant. */
  not?: string;
  autoFocus?: boolean;
}

/** Chooses a client by name. One that is not there yet is added in passing, as a prospect whose facts are completed later. */
export function ClientField({ onChange, not, ...field }: Props) {
  const session = useSession();
  const [find, setFind] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  const { data } = useData(clientsRoutes.list, find ? { columns: 'kind', find } : null);
  const found = data?.rows.filter((row) => row.id !== not).slice(0, 12);
  const isNew = find.length > 1 && found !== undefined && !found.some((row) => row.name.toLowerCase() === find.toLowerCase());
  return (
    <>
      <FoundField
        {...field}
        found={found && [...found, ...(isNew && session.may('change clients') ? [{ id: '', name: find, standing: 'active' }] : [])]}
        onFind={setFind}
        onChange={(chosen) => {
          // A name that is not there is asked about before anything is written.
          setAsked(chosen?.id === '' ? chosen.name : null);
          if (chosen?.id !== '') onChange(chosen);
        }}
        show={(row) => <Offered of={row} />}
        none="No client was found."
      />
      {asked !== null && (
        <AddHere
          name={asked}
          onAdded={(client) => {
            setAsked(null);
            onChange(client);
          }}
          onTakenBack={() => onChange(null)}
          onClose={() => setAsked(null)}
        />
      )}
    </>
  );
}

function Offered({ of: { id, name, standing = 'active' } }: { of: ChosenClient }) {
  if (id === '') return <>Add &ldquo;{name}&rdquo; as a prospect &hellip;</>;
  return (
    <>
      <span className="font-semibold">{name}</span>
      {standing !== 'active' && <span className="text-soft"> {standing}</span>}
    </>
  );
}
