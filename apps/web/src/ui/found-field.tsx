import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { type ReactNode, useState } from 'react';
import { type Frame, Framed } from './framed';
import { useChanged } from './unsaved';

/** What was found by its name. */
export interface Found {
  id: string;
  name: string;
}

interface Props<Row extends Found> extends Frame {
  value: Row | null;
  onChange(row: Row | null): void;
  /** What was found for the words typed, the best first, not more than can be looked over; undefined while it is looked for. */
  found: readonly Row[] | undefined;
  /** Is told the words typed, without blanks around them. */
  onFind(words: string): void;
  /** What a row shows. */
  show(row: Row): ReactNode;
  /** Said where nothing was found. */
  none: string;
  autoFocus?: boolean;
}

/** Chooses one of very many by typing a part of its name. */
export function FoundField<Row extends Found>({ value, onChange, found, onFind, show, none, autoFocus, ...frame }: Props<Row>) {
  const [typed, setTyped] = useState('');
  const changed = useChanged();
  return (
    <Framed {...frame}>
      {(ids) => (
        <Combobox
          value={value}
          by="id"
          immediate
          onChange={(row: Row | null) => {
            changed();
            onChange(row);
          }}
        >
          <ComboboxInput
            {...ids}
            className="field"
            autoComplete="off"
            autoFocus={autoFocus}
            displayValue={(row: Row | null) => row?.name ?? ''}
            onChange={({ target }) => {
              setTyped(target.value.trim());
              onFind(target.value.trim());
            }}
          />
          {typed && (
            <ComboboxOptions
              anchor={{ to: 'bottom start', gap: 2 }}
              className="sheet z-50 max-h-72 w-(--input-width) overflow-auto py-1 text-table shadow-menu"
            >
              {found?.map((row) => (
                <ComboboxOption key={row.id} value={row} className="cursor-pointer px-3 py-1 data-focus:bg-kelp-tint max-sm:py-3">
                  {show(row)}
                </ComboboxOption>
              ))}
              {!found?.length && <p className="px-3 py-1 text-soft">{found ? none : 'Looking \u2026'}</p>}
            </ComboboxOptions>
          )}
        </Combobox>
      )}
    </Framed>
  );
}
