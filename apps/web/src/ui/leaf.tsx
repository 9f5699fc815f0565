import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { X } from 'lucide-react';
import type { FormEvent, ReactNode } from 'react';

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

/** A sheet that slides over the page from the right; the page stays readable behind it. Ctrl+Enter saves, Esc closes. */
export function Leaf({ open, title, onClose, onSubmit, act, busy, problem, children, beside, broad }: Props) {
  return (
    <Dialog open={open} onClose={onClose} className="relative z-40">
      <div className="fixed inset-0" aria-hidden="true" />
      <DialogPanel
        transition
        className={`fixed inset-y-0 right-0 flex w-full ${broad ? 'max-w-[620px]' : 'max-w-[460px]'} flex-col border-l border-ink bg-page shadow-leaf transition duration-150 data-closed:translate-x-full motion-reduce:transition-none`}
      >
        <form
          noValidate
          className="flex min-h-0 flex-1 flex-col"
          onSubmit={(event) => {
            event.preventDefault();
            onSubmit?.(event);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.currentTarget.requestSubmit();
          }}
        >
          <header className="flex items-baseline justify-between border-b border-ink px-5 pt-4 pb-2.5">
            <DialogTitle className="font-serif text-[19px] font-semibold">{title}</DialogTitle>
            <button type="button" onClick={onClose} aria-label="Close" title="Close (Esc)" className="self-center p-1 text-soft hover:text-ink">
              <X className="size-4" />
            </button>
          </header>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
            {problem && (
              <p role="alert" className="mb-3 border border-rust bg-rust-tint px-3 py-2 text-table">
                {problem}
              </p>
            )}
            {children}
          </div>
          <footer className="flex items-center gap-3 border-t border-rule px-5 py-3">
            {act && (
              <button type="submit" className="act" disabled={busy}>
                {act}
              </button>
            )}
            <button type="button" className="act-quiet" onClick={onClose}>
              {act ? 'Cancel' : 'Close'}
            </button>
            {beside}
          </footer>
        </form>
      </DialogPanel>
    </Dialog>
  );
}

/** Asks in the middle of the page, only for what cannot be undone or goes out of the house. */
export function Confirm({
  open,
  title,
  children,
  act,
  onClose,
  onYes,
  busy,
}: {
  open: boolean;
  title: string;
  children: ReactNode;
  act: string;
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
            <button className="act" onClick={onYes} disabled={busy}>
              {act}
            </button>
            <button className="act-quiet" onClick={onClose}>
              Cancel
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
