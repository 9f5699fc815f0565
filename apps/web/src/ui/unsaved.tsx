import { type ReactNode, createContext, useContext, useEffect, useMemo, useRef, useState } from 'react';

/** What was typed or chosen on the open page and is not saved yet, a mark for each form. */
const held = new Set<object>();

/** Whether leaving the page would lose something. */
export const somethingUnsaved = (): boolean => held.size > 0;

const Changed = createContext<() => void>(() => undefined);

/** For fields that are chosen in without typing: tells the form around them that it was changed. */
export const useChanged = () => useContext(Changed);

export interface Unsaved {
  /** Whether anything was typed or chosen since the form began or was sent. */
  typed: boolean;
  /** Something was typed or chosen. */
  change(): void;
  /** It is saved: leaving loses nothing. Typing again takes this back. */
  settle(): void;
}

/**
 * Watches over what a form holds that is not saved, so that leaving asks first.
 * @param sending whether it is being sent: what is still there afterwards was refused, or is a further step, and is not saved
 * @param differs for forms that know themselves what they began with: whether they hold something else
 */
export function useUnsaved(sending = false, differs?: boolean): Unsaved {
  const [typed, setTyped] = useState(false);
  const mark = useRef({});
  const changed = differs ?? typed;
  useEffect(() => {
    const own = mark.current;
    if (changed && !sending) held.add(own);
    return () => void held.delete(own);
  }, [changed, sending]);
  return useMemo(
    () => ({
      typed: changed,
      change: () => {
        setTyped(true);
        if (differs === undefined) held.add(mark.current);
      },
      settle: () => {
        setTyped(false);
        held.delete(mark.current);
      },
    }),
    [changed, differs],
  );
}

/** Lets fields inside say that they were changed. */
export function WatchedForm({ of, children }: { of: Unsaved; children: ReactNode }) {
  return <Changed value={of.change}>{children}</Changed>;
}
