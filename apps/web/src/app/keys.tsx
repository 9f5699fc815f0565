import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { type ReactNode, createContext, useContext, useEffect, useMemo, useRef, useState } from 'react';

export interface Key {
  /** One key, or two in a row: "n c". */
  press: string;
  does: string;
  act(): void;
}

type Registry = { add(keys: Key[]): () => void };
const KeysContext = createContext<Registry | null>(null);

/** What can be ticked or pressed takes no letters. */
const PRESSED = /^(checkbox|radio|button|submit|reset|file|range|color)$/;

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName) || (target instanceof HTMLInputElement && !PRESSED.test(target.type)));

/** What has the focus and is pressed by Enter or Space itself: a key of the page never takes that from it. */
const pressedItself = (event: KeyboardEvent) =>
  (event.key === 'Enter' || event.key === ' ') && event.target instanceof Element && event.target.closest('a[href], button, summary, [role="option"]') !== null;

/** Keys as they act: of two parts that listen to one, the later; and two in a row only where the first does nothing alone. */
function acting(keys: readonly Key[]): Key[] {
  const each = [...new Map(keys.map((key) => [key.press, key])).values()];
  return each.filter((key) => !each.some((other) => other !== key && key.press.startsWith(`${other.press} `)));
}

/** Listens for keys of the open page. Never while typing, and never while a leaf or dialog is open. */
export function Keys({ children }: { children: ReactNode }) {
  const known = useRef<Key[][]>([]);
  const first = useRef('');
  const [shown, setShown] = useState<Key[] | null>(null);
  const registry = useMemo<Registry>(
    () => ({
      add: (keys) => {
        known.current.push(keys);
        return () => {
          known.current = known.current.filter((one) => one !== keys);
        };
      },
    }),
    [],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || pressedItself(event) || document.querySelector('[role="dialog"]')) return;
      const keys = acting(known.current.flat());
      if (event.key === '?') {
        setShown(keys);
        return;
      }
      const both = first.current ? `${first.current} ${event.key}` : event.key;
      const hit = keys.find((key) => key.press === both) ?? keys.find((key) => key.press === event.key);
      first.current = keys.some((key) => key.press.startsWith(`${event.key} `)) ? event.key : '';
      if (!hit) return;
      event.preventDefault();
      first.current = '';
      hit.act();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  return (
    <KeysContext value={registry}>
      {children}
      <Dialog open={shown !== null} onClose={() => setShown(null)} className="relative z-50">
        <div className="fixed inset-0 flex items-center justify-center p-4">
          <DialogPanel className="sheet w-96 p-5 shadow-menu">
            <DialogTitle className="font-serif text-lg font-semibold">Keys of this page</DialogTitle>
            <dl className="mt-3 grid grid-cols-[92px_1fr] gap-y-1.5">
              {[
                ...(shown ?? []),
                { press: '?', does: 'show these keys' },
                { press: 'Esc', does: 'close the form' },
                { press: 'Ctrl Enter', does: 'save the form' },
              ].map((key) => (
                <div key={key.press} className="contents">
                  <dt>
                    <kbd>{key.press}</kbd>
                  </dt>
                  <dd>{key.does}</dd>
                </div>
              ))}
            </dl>
            <button className="act-quiet mt-4" onClick={() => setShown(null)}>
              Close
            </button>
          </DialogPanel>
        </div>
      </Dialog>
    </KeysContext>
  );
}

/** Keys that hold while the calling part is on the page. Later ones go before earlier ones. */
export function useKeys(keys: Key[]): void {
  const registry = useContext(KeysContext);
  const latest = useRef(keys);
  latest.current = keys;
  const signature = keys.map((key) => `${key.press}=${key.does}`).join('|');
  useEffect(() => {
    if (!registry) return;
    const stable = latest.current.map((key, index) => ({ ...key, act: () => latest.current[index]?.act() }));
    return registry.add(stable);
  }, [registry, signature]);
}
