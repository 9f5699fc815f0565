import { useEffect, useRef } from 'react';
import { firstFault } from './first-fault';

/** What stands in the way of saving, where all of it is said at once: the eye and the keyboard are brought to the first fault. */
function useBroughtTo<Element extends HTMLElement>(what: unknown) {
  const words = useRef<Element>(null);
  useEffect(() => {
    const found = words.current && (firstFault(words.current.closest('form') ?? document) ?? words.current);
    found?.focus();
    found?.scrollIntoView?.({ block: 'nearest' });
  }, [what]);
  return words;
}

/** What is wrong with a page as a whole, a sentence each, and how many there are; nothing where nothing is. */
export function Faults({ of }: { of: readonly string[] }) {
  const list = useBroughtTo<HTMLDivElement>(of.length > 0 ? of : null);
  if (of.length === 0) return null;
  return (
    <div ref={list} role="alert" tabIndex={-1} className="mb-3 border border-rust bg-rust-tint px-3 py-2 text-table">
      {of.length > 1 && <p className="font-semibold">{of.length} things to put right:</p>}
      <ul>
        {of.map((fault) => (
          <li key={fault}>{fault}</li>
        ))}
      </ul>
    </div>
  );
}

/** Why a form was not saved. @param words a string; as an object it is brought to anew each time it is said */
export function Problem({ words }: { words?: string | null }) {
  const line = useBroughtTo<HTMLParagraphElement>(words);
  if (!words) return null;
  return (
    <p ref={line} role="alert" tabIndex={-1} className="mb-3 border border-rust bg-rust-tint px-3 py-2 text-table">
      {words}
    </p>
  );
}
