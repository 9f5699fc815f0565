import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** What a page is narrowed to, in words each of which can be taken away, and a sheet with what else it can be narrowed by. */
export function Narrowing({
  words,
  onTakeAway,
  onClear,
  clear,
  children,
}: {
  words: readonly { key: string; words: string }[];
  onTakeAway(key: string): void;
  onClear(): void;
  /** What clearing shows, for its button. */
  clear: string;
  /** Fields in two columns. */
  children: ReactNode;
}) {
  return (
    <>
      {words.map((one) => (
        <span key={one.key} className="flex items-center border-b border-kelp text-ink">
          {one.words}
          <button className="ml-1 p-0.5 text-soft hover:text-ink" aria-label={`Take away: ${one.words}`} onClick={() => onTakeAway(one.key)}>
            <X aria-hidden className="size-3" />
          </button>
        </span>
      ))}
      <Popover className="relative">
        <PopoverButton className="lnk">Narrow</PopoverButton>
        <PopoverPanel anchor={{ to: 'bottom start', gap: 6 }} className="sheet z-30 w-[440px] max-w-full p-4 shadow-menu">
          <div className="grid grid-cols-2 gap-x-4">{children}</div>
          <button type="button" className="act-quiet" onClick={onClear}>
            {clear}
          </button>
        </PopoverPanel>
      </Popover>
    </>
  );
}
