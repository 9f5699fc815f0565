import * as clientsRoutes from '@steady/contract/clients.routes';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useId, useState } from 'react';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useChanged } from '../../ui/unsaved';
import { AddHere } from './add-here';

export interface ChosenClient {
  id: string;
  name: string;
}

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
export function ClientField({ label, hint, error, value, onChange, not, autoFocus }: Props) {
  const id = useId();
  const session = useSession();
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  const find = typed.trim();
  const { data } = useData(clientsRoutes.list, find ? { columns: 'kind', find } : null);
  const found = data?.rows.filter((row) => row.id !== not).slice(0, 12) ?? [];
  const isNew = find.length > 1 && data !== undefined && !found.some((row) => row.name.toLowerCase() === find.toLowerCase());
  const changed = useChanged();
  const choose = (chosen: ChosenClient | null) => {
    // A name that is not there is asked about before anything is written.
    setAsked(chosen?.id === '' ? chosen.name : null);
    if (chosen?.id === '') return;
    changed();
    onChange(chosen);
  };
  const said = error ?? hint;
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-0.5 block text-table font-semibold">
        {label}
      </label>
      <Combobox value={value} by="id" onChange={choose} immediate>
        <ComboboxInput
          id={id}
          className="field"
          autoComplete="off"
          autoFocus={autoFocus}
          aria-invalid={error ? true : undefined}
          aria-describedby={said ? `${id}-about` : undefined}
          displayValue={(client: ChosenClient | null) => client?.name ?? ''}
          onChange={(event) => setTyped(event.target.value)}
        />
        {find && (
          <ComboboxOptions anchor={{ to: 'bottom start', gap: 2 }} className="sheet z-50 max-h-72 w-(--input-width) overflow-auto py-1 text-table shadow-menu">
            {found.map((row) => (
              <ComboboxOption key={row.id} value={{ id: row.id, name: row.name }} className="cursor-pointer px-3 py-1 data-focus:bg-kelp-tint">
                <span className="font-semibold">{row.name}</span>
                {row.standing !== 'active' && <span className="text-soft"> {row.standing}</span>}
              </ComboboxOption>
            ))}
            {isNew && session.may('change clients') && (
              <ComboboxOption value={{ id: '', name: find }} className="cursor-pointer border-t border-rule-soft px-3 py-1 data-focus:bg-kelp-tint">
                Add &ldquo;{find}&rdquo; as a prospect &hellip;
              </ComboboxOption>
            )}
            {found.length === 0 && !isNew && <p className="px-3 py-1 text-soft">{data ? 'No client was found.' : 'Looking \u2026'}</p>}
          </ComboboxOptions>
        )}
      </Combobox>
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
      {said && (
        <p id={`${id}-about`} className={`mt-0.5 text-fine ${error ? 'text-rust' : 'text-soft'}`}>
          {said}
        </p>
      )}
    </div>
  );
}
