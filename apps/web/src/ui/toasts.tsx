import { type ReactNode, createContext, useCallback, useContext, useState } from 'react';

type Tone = 'done' | 'problem';
interface Toast {
  id: number;
  words: string;
  tone: Tone;
}

const STAYS = 6000;
const Context = createContext<(words: string, tone?: Tone) => void>(() => undefined);

/** Short words at the foot of the page about what was just done, or why it was not. */
export function Toasts({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Toast[]>([]);
  const notify = useCallback((words: string, tone: Tone = 'done') => {
    const id = Math.random();
    setShown((now) => [...now.slice(-2), { id, words, tone }]);
    window.setTimeout(() => setShown((now) => now.filter((toast) => toast.id !== id)), STAYS);
  }, []);
  return (
    <Context value={notify}>
      {children}
      <div role="status" aria-live="polite" className="pointer-events-none fixed inset-x-0 bottom-4 z-[60] flex flex-col items-center gap-2 px-4">
        {shown.map((toast) => (
          <p
            key={toast.id}
            className={`max-w-xl border px-4 py-2 shadow-menu ${toast.tone === 'done' ? 'border-moss bg-moss-tint' : 'border-rust bg-rust-tint'}`}
          >
            {toast.words}
          </p>
        ))}
      </div>
    </Context>
  );
}

export const useNotify = () => useContext(Context);
