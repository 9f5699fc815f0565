import { X } from 'lucide-react';
import { type ReactNode, createContext, useCallback, useContext, useEffect, useState } from 'react';

type Tone = 'done' | 'problem';
interface Toast {
  id: number;
  words: string;
  tone: Tone;
  back?: Back;
}

/** What takes back what was just done, for as long as it can be. */
export interface Back {
  /** The words of its button. */
  words?: string;
  act(): void;
}

const STAYS = 6000;
/** Time to read what happened and to take it back. */
const STAYS_WITH_UNDO = 15000;
const AT_ONCE = 3;
const Context = createContext<(words: string, tone?: Tone, back?: Back) => void>(() => undefined);
let last = 0;

/**
 * Short words at the foot of the page about what was just done, or why it was not. What was done goes by itself, not while the pointer rests
 * on it or it holds the focus; what went wrong stays until it is dismissed.
 */
export function Toasts({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Toast[]>([]);
  const notify = useCallback((words: string, tone: Tone = 'done', back?: Back) => {
    const toast = { id: (last += 1), words, tone, back };
    // The same fault twice is one fault; when there are many, what was done makes room first.
    setShown((now) => {
      const others = now.filter((one) => one.words !== words);
      const oldest = others.length < AT_ONCE ? undefined : (others.find((one) => one.tone === 'done') ?? others[0]);
      return [...others.filter((one) => one !== oldest), toast];
    });
  }, []);
  const dismiss = useCallback((id: number) => setShown((now) => now.filter((toast) => toast.id !== id)), []);
  const of = (tone: Tone) =>
    shown.filter((toast) => toast.tone === tone).map((toast) => <Notice key={toast.id} toast={toast} onDismiss={() => dismiss(toast.id)} />);
  return (
    <Context value={notify}>
      {children}
      <div className="pointer-events-none fixed inset-x-0 bottom-4 z-[60] flex flex-col items-center gap-2 px-4">
        <div role="alert" className="contents">
          {of('problem')}
        </div>
        <div role="status" aria-live="polite" className="contents">
          {of('done')}
        </div>
      </div>
    </Context>
  );
}

function Notice({ toast, onDismiss }: { toast: Toast; onDismiss(): void }) {
  const [held, setHeld] = useState(false);
  const goes = toast.tone === 'done' && !held;
  useEffect(() => {
    if (!goes) return;
    const timer = window.setTimeout(onDismiss, toast.back ? STAYS_WITH_UNDO : STAYS);
    return () => window.clearTimeout(timer);
    // The time runs for the notice, whatever else is shown meanwhile.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [goes]);
  const hold = { onPointerEnter: () => setHeld(true), onPointerLeave: () => setHeld(false), onFocus: () => setHeld(true), onBlur: () => setHeld(false) };
  return (
    <p
      {...hold}
      className={`pointer-events-auto flex max-w-xl items-start gap-3 border px-4 py-2 shadow-menu ${toast.tone === 'done' ? 'border-moss bg-moss-tint' : 'border-rust bg-rust-tint'}`}
    >
      <span>{toast.words}</span>
      {toast.back && (
        <button
          type="button"
          className="lnk font-semibold whitespace-nowrap max-sm:p-2.5"
          onClick={() => {
            onDismiss();
            toast.back?.act();
          }}
        >
          {toast.back.words ?? 'Undo'}
        </button>
      )}
      <button type="button" aria-label="Dismiss" title="Dismiss" className="-mr-1 p-0.5 text-soft hover:text-ink max-sm:p-2.5" onClick={onDismiss}>
        <X aria-hidden className="size-4" />
      </button>
    </p>
  );
}

export const useNotify = () => useContext(Context);
