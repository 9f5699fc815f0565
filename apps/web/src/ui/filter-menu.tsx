import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** One filter that is set, in words. */
export interface FilterSet {
  key: string;
  words: string;
  remove(): void;
}

/** What a page is filtered by, in words each of which can be removed, and a menu with what else it can be filtered by. */
export function FilterMenu({ set, wide = false, children }: { set: readonly FilterSet[]; wide?: boolean; children(close: () => void): ReactNode }) {
  return (
    <>
      {set.map(({ key, words, remove }) => (
        <span key={key} className="flex items-center border-b border-kelp text-ink">
          {words}
          <button className="ml-1 p-0.5 text-soft hover:text-ink" aria-label={`Remove: ${words}`} onClick={remove}>
            <X aria-hidden className="size-3" />
          </button>
        </span>
      ))}
      <Popover className="relative">
        <PopoverButton className="lnk">Filter</PopoverButton>
        <PopoverPanel anchor={{ to: 'bottom start', gap: 6 }} className={`sheet z-30 max-w-full p-4 shadow-menu ${wide ? 'w-[440px]' : 'w-72'}`}>
          {({ close }) => <>{children(close)}</>}
        </PopoverPanel>
      </Popover>
    </>
  );
}
