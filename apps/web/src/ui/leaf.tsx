import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import { type FormEvent, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { Problem } from './faults';
import { WatchedForm, useUnsaved } from './unsaved';

interface Props {
  open: boolean;
  title: string;
  onClose(): void;
  onSubmit?(event: FormEvent): void;
  /** What the button of the leaf does, in words. */
  act?: string;
  busy?: boolean;
  /** Why it was not saved. */
  problem?: string | null;
  children: ReactNode;
  beside?: ReactNode;
  broad?: boolean;
}

/**
 * A sheet that slides over the page from the right; the page stays readable behind it. Ctrl+Enter saves, Esc closes; where something was
 * typed it asks once before it goes.
 */
export function Leaf({ open, title, onClose, onSubmit, act, busy, problem, children, beside, broad }: Props) {
  const form = useRef<HTMLFormElement>(null);
  const unsaved = useUnsaved(busy);
  const [asking, setAsking] = useState(false);
  const leave = () => (act && unsaved.typed && !asking ? setAsking(true) : onClose());
  const onEscape = () => (asking ? setAsking(false) : leave());
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) form.current?.requestSubmit();
  };
  return (
    <Dialog open={open} onClose={onEscape} onKeyDown={onKey} className="relative z-40">
      <div className="fixed inset-0" aria-hidden="true" />
      <DialogPanel
        transition
        className={`fixed inset-y-0 right-0 flex w-full ${broad ? 'max-w-[620px]' : 'max-w-[460px]'} flex-col border-l border-ink bg-page shadow-leaf transition duration-150 data-closed:translate-x-full motion-reduce:transition-none`}
      >
        <form
          ref={form}
          noValidate
          className="flex min-h-0 flex-1 flex-col"
          // What is looked up in a sheet that saves nothing is not lost with it.
          onChange={act ? unsaved.change : undefined}
          onSubmit={(event) => {
            event.preventDefault();
            setAsking(false);
            onSubmit?.(event);
          }}
        >
          <header className="flex items-baseline justify-between border-b border-ink px-5 pt-4 pb-2.5">
            <DialogTitle className="font-serif text-[19px] font-semibold">{title}</DialogTitle>
            <button type="button" onClick={leave} aria-label="Close" title="Close (Esc)" className="self-center p-1 text-soft hover:text-ink">
              <X className="size-4" />
            </button>
          </header>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
            <Problem words={problem} />
            <WatchedForm of={unsaved}>{children}</WatchedForm>
          </div>
          {asking ? (
            <LeaveOrStay onStay={() => setAsking(false)} onLeave={onClose} />
          ) : (
            <footer className="flex items-center gap-3 border-t border-rule px-5 py-3">
              {act && (
                <button type="submit" className="act" disabled={busy}>
                  {act}
                </button>
              )}
              <button type="button" className="act-quiet" onClick={leave}>
                {act ? 'Cancel' : 'Close'}
              </button>
              {beside}
            </footer>
          )}
        </form>
      </DialogPanel>
    </Dialog>
  );
}

/** At the foot of a sheet that was filled: the keyboard is on the button that loses nothing. */
function LeaveOrStay({ onStay, onLeave }: { onStay(): void; onLeave(): void }) {
  const stay = useRef<HTMLButtonElement>(null);
  useEffect(() => stay.current?.focus(), []);
  return (
    <footer role="alertdialog" aria-label="Leave without saving?" className="flex items-center gap-3 border-t border-ochre bg-ochre-tint px-5 py-3">
      <span className="flex-1 text-table">What you typed is not saved.</span>
      <button ref={stay} type="button" className="act" onClick={onStay}>
        Stay
      </button>
      <button type="button" className="act-quiet" onClick={onLeave}>
        Leave without saving
      </button>
    </footer>
  );
}

/** Asks in the middle of the page, only for what cannot be undone or goes out of the house. */
export function Confirm({
  open,
  title,
  children,
  act,
  back = 'Cancel',
  safe,
  onClose,
  onYes,
  busy,
}: {
  open: boolean;
  title: string;
  children: ReactNode;
  act: string;
  /** The words of the button that does nothing. */
  back?: string;
  /** The button that does nothing is the one that is meant, as a rule. */
  safe?: boolean;
  onClose(): void;
  onYes(): void;
  busy?: boolean;
}) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-ink/10" aria-hidden="true" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel className="sheet w-full max-w-md p-5 shadow-menu">
          <DialogTitle className="font-serif text-[17px] font-semibold">{title}</DialogTitle>
          <div className="mt-2">{children}</div>
          <div className="mt-4 flex gap-3">
            <button className={safe ? 'act-quiet order-1' : 'act'} onClick={onYes} disabled={busy}>
              {act}
            </button>
            <button className={safe ? 'act' : 'act-quiet'} autoFocus={safe} onClick={onClose}>
              {back}
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
