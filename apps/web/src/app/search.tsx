import * as searchRoutes from '@steady/contract/search.routes';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { holdsText } from '@steady/core/words';
import type { Found } from '@steady/contract/search';
import { useData } from './api';
import { useBrought, useFound } from './brought';
import { useKeys } from './keys';

const PAGES = 4;

/** Pages of the application by their names, those of the firm among them. */
function usePagesFound(find: string): { words: string; to: string }[] {
  const contents = useBrought('contents');
  const ofFirm = useBrought('firmPages').map((page) => ({ ...page, words: `Firm: ${page.words}` }));
  return find.length < 2 ? [] : [...contents, ...ofFirm].filter(({ words }) => holdsText(words, find)).slice(0, PAGES);
}

/** Finds what areas know, and pages by name; `/` goes to it. What is not there can be added in passing. */
export function Search() {
  const whatFound = useFound();
  const offers = useBrought('notFound');
  const [offered, setOffered] = useState<{ offer: (typeof offers)[number]; find: string } | null>(null);
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const find = typed.trim();
  const { data = [], isLoading } = useData(searchRoutes.find, find ? { find } : null);
  const pages = usePagesFound(find);
  useKeys([{ press: '/', does: 'search', act: () => input.current?.focus() }]);
  const go = (chosen: Found | (typeof offers)[number] | { to: string } | null) => {
    if (!chosen) return;
    setTyped('');
    // What is pressed with the mouse gives the focus back to the field a moment later: keys are for the page that is gone to.
    requestAnimationFrame(() => requestAnimationFrame(() => input.current?.blur()));
    if ('Opens' in chosen) setOffered({ offer: chosen, find });
    else void navigate('to' in chosen ? chosen.to : whatFound(chosen).to);
  };
  const option = 'flex cursor-pointer items-baseline gap-3 px-3 py-1.5 data-focus:bg-kelp-tint max-sm:py-2.5';
  return (
    <>
      <Combobox value={null} onChange={go}>
        <div className="flex items-baseline border-b border-soft max-sm:w-24">
          <ComboboxInput
            ref={input}
            aria-label="Search"
            placeholder="Search"
            className="w-[86px] bg-transparent text-ink outline-none placeholder:text-soft focus:w-40 max-sm:focus:w-20"
            displayValue={() => typed}
            onChange={(event) => setTyped(event.target.value)}
            autoComplete="off"
          />
          <kbd className="max-sm:hidden">/</kbd>
        </div>
        {find && (
          <ComboboxOptions
            anchor={{ to: 'bottom end', gap: 8 }}
            className="sheet z-40 max-h-[70vh] w-[27rem] max-w-[calc(100vw-2rem)] overflow-auto py-1 text-table shadow-menu"
          >
            {data.length === 0 && pages.length === 0 && <p className="px-3 py-1.5 text-soft">{isLoading ? 'Looking \u2026' : 'Nothing was found.'}</p>}
            {data.map((found) => (
              <ComboboxOption key={`${found.kind} ${found.id}`} value={found} className={option}>
                <span className="min-w-0 flex-1">
                  <span className="font-semibold">{found.name}</span> <span className="text-soft">{found.beside}</span>
                </span>
                <span className="shrink-0 text-fine text-soft">{whatFound(found).words}</span>
              </ComboboxOption>
            ))}
            {pages.map((page) => (
              <ComboboxOption key={page.to} value={page} className={option}>
                <span className="min-w-0 flex-1">{page.words}</span>
                <span className="shrink-0 text-fine text-soft">page</span>
              </ComboboxOption>
            ))}
            {find.length > 2 &&
              offers.map((offer) => (
                <ComboboxOption key={offer.at} value={offer} className={`${option} border-t border-rule-soft`}>
                  {offer.words(find)}
                </ComboboxOption>
              ))}
          </ComboboxOptions>
        )}
      </Combobox>
      {offered && <offered.offer.Opens find={offered.find} onClose={() => setOffered(null)} />}
    </>
  );
}
