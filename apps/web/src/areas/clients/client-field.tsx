import * as clientsRoutes from '@steady/contract/clients.routes';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useId, useState } from 'react';
import { ProblemError, send, useData } from '../../app/api';
import { useSession } from '../../app/session';

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
  const [problem, setProblem] = useState<string | null>(null);
  const find = typed.trim();
  const { data } = useData(clientsRoutes.list, find ? { columns: 'kind', find } : null);
  const found = data?.rows.filter((row) => row.id !== not).slice(0, 12) ?? [];
  const isNew = find.length > 1 && data !== undefined && !found.some((row) => row.name.toLowerCase() === find.toLowerCase());
  const choose = async (chosen: ChosenClient | null) => {
    setProblem(null);
    if (chosen?.id !== '') {
      onChange(chosen);
      return;
    }
    try {
      const added = await send(clientsRoutes.addInPassing, {}, { name: chosen.name });
      onChange({ id: added.id, name: chosen.name });
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.problem.errors?.[0]?.message ?? caught.message);
    }
  };
  const said = problem ?? error ?? hint;
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-0.5 block text-table font-semibold">
        {label}
      </label>
      <Combobox value={value} by="id" onChange={(chosen) => void choose(chosen)} immediate>
        <ComboboxInput
          id={id}
          className="field"
          autoComplete="off"
          autoFocus={autoFocus}
          aria-invalid={error || problem ? true : undefined}
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
                Add &ldquo;{find}&rdquo; as a prospect
              </ComboboxOption>
            )}
            {found.length === 0 && !isNew && <p className="px-3 py-1 text-soft">{data ? 'No client was found.' : 'Looking \u2026'}</p>}
          </ComboboxOptions>
        )}
      </Combobox>
      {said && (
        <p id={`${id}-about`} className={`mt-0.5 text-fine ${error || problem ? 'text-rust' : 'text-soft'}`}>
          {said}
        </p>
      )}
    </div>
  );
}
