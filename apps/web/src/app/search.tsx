import * as searchRoutes from '@steady/contract/search.routes';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Found } from '@steady/contract/search';
import { useData } from './api';
import { useBrought, useWhereFound } from './brought';
import { useKeys } from './keys';

/** Finds what areas know by name; `/` goes to it. What is not there can be added in passing. */
export function Search() {
  const whereFound = useWhereFound();
  const offers = useBrought('notFound');
  const [offered, setOffered] = useState<{ offer: (typeof offers)[number]; find: string } | null>(null);
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [find, setFind] = useState('');
  const { data = [] } = useData(searchRoutes.find, find.trim() ? { find: find.trim() } : null);
  useKeys([{ press: '/', does: 'search', act: () => input.current?.focus() }]);
  const go = (chosen: Found | (typeof offers)[number] | null) => {
    if (!chosen) return;
    setFind('');
    input.current?.blur();
    if ('Opens' in chosen) setOffered({ offer: chosen, find: find.trim() });
    else void navigate(whereFound(chosen));
  };
  return (
    <>
      <Combobox value={null} onChange={go} immediate>
        <div className="flex items-baseline border-b border-soft max-sm:w-24">
          <ComboboxInput
            ref={input}
            aria-label="Search clients and jobs"
            placeholder="Search"
            className="w-[86px] bg-transparent text-ink outline-none placeholder:text-soft focus:w-40 max-sm:focus:w-20"
            displayValue={() => find}
            onChange={(event) => setFind(event.target.value)}
            autoComplete="off"
          />
          <kbd className="rounded-xs border border-rule bg-page px-1 text-[11px] max-sm:hidden">/</kbd>
        </div>
        {find.trim() && (
          <ComboboxOptions anchor={{ to: 'bottom start', gap: 8 }} className="sheet z-40 max-h-96 w-80 overflow-auto py-1 text-table shadow-menu">
            {data.length === 0 && <p className="px-3 py-1.5 text-soft">Nothing was found.</p>}
            {data.map((found) => (
              <ComboboxOption key={found.id} value={found} className="cursor-pointer px-3 py-1.5 data-focus:bg-kelp-tint">
                <span className="font-semibold">{found.name}</span> <span className="text-soft">{found.beside}</span>
              </ComboboxOption>
            ))}
            {find.trim().length > 2 &&
              offers.map((offer) => (
                <ComboboxOption key={offer.at} value={offer} className="cursor-pointer border-t border-rule-soft px-3 py-1.5 data-focus:bg-kelp-tint">
                  {offer.words(find.trim())}
                </ComboboxOption>
              ))}
          </ComboboxOptions>
        )}
      </Combobox>
      {offered && <offered.offer.Opens find={offered.find} onClose={() => setOffered(null)} />}
    </>
  );
}
