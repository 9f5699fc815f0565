import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import type { ReactNode } from 'react';
import type { Workings } from '@steady/core/workings';

/** The numbered lines that explain a figure. */
export function WorkingsLines({ of }: { of: Workings }) {
  return (
    <div className="sheet px-3 py-2 text-left text-[12.5px] font-normal text-ink">
      <p className="mb-1 text-fine text-soft">{of.title}</p>
      <ol className="list-decimal pl-4">
        {of.lines.map((line, index) => (
          <li key={index}>{line}</li>
        ))}
      </ol>
      {of.source && <p className="mt-1 text-fine text-soft">{of.source}</p>}
    </div>
  );
}

/** A computed date or amount: a fine dotted underline, and its workings when pressed. */
export function Worked({ children, by, className = '' }: { children: ReactNode; by: Workings; className?: string }) {
  return (
    <Popover as="span" className="inline">
      <PopoverButton className={`workings whitespace-nowrap ${className}`} title="How this comes about" onClick={(event) => event.stopPropagation()}>
        {children}
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'bottom start', gap: 4, padding: 12 }}
        className="z-50 w-80 whitespace-normal shadow-menu"
        onClick={(event) => event.stopPropagation()}
      >
        <WorkingsLines of={by} />
      </PopoverPanel>
    </Popover>
  );
}
