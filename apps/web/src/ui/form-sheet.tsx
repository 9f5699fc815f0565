import { type FormEventHandler, type ReactNode, useEffect, useRef } from 'react';
import { Problem } from './faults';
import { firstFault } from './first-fault';
import { type Unsaved, WatchedForm, useUnsaved } from './unsaved';

interface PageFormProps {
  unsaved: Unsaved;
  className?: string;
  onSubmit(): void;
  children: ReactNode;
}

/** A form that stands on its page: Ctrl+Enter saves, and leaving the page asks first where something was changed. */
export function PageForm({ unsaved, className, onSubmit, children }: PageFormProps) {
  const submit: FormEventHandler = (event) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <form
      noValidate
      className={className}
      onSubmit={submit}
      onChange={unsaved.change}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.currentTarget.requestSubmit();
      }}
    >
      <WatchedForm of={unsaved}>{children}</WatchedForm>
    </form>
  );
}

/** The settings of a page: what was refused on top, its button at the foot. */
export function FormSheet({
  problem,
  busy,
  onSubmit,
  act,
  children,
}: {
  problem: string | null;
  busy: boolean;
  onSubmit(): void;
  /** What its button does; nothing for whoever may only read. */
  act?: string;
  children: ReactNode;
}) {
  const unsaved = useUnsaved(busy);
  const wasSent = useRef(false);
  useEffect(() => {
    // It stays on its page when it is saved: what it holds then is what is kept.
    if (!busy && wasSent.current && !problem && firstFault() === null) unsaved.settle();
    wasSent.current = busy;
  }, [busy, problem, unsaved]);
  return (
    <PageForm unsaved={unsaved} className="sheet max-w-3xl px-5 py-4" onSubmit={onSubmit}>
      <Problem words={problem} />
      {children}
      {act && (
        <button className="act mt-1" disabled={busy}>
          {act}
        </button>
      )}
    </PageForm>
  );
}
