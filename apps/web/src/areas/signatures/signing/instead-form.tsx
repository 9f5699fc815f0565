import type { ReactNode } from 'react';
import { RefusedWords } from './refused-words';

interface Props {
  /** The words of the button that does it. */
  act: string;
  of: { onSubmit(): void; busy: boolean; problem: string | null };
  onLeave(): void;
  children: ReactNode;
}

/** What is done in place of signing; whoever cancels can sign after all. */
export function InsteadForm({ act, of: { onSubmit, busy, problem }, onLeave, children }: Props) {
  return (
    <form noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <RefusedWords words={problem} />
      {children}
      <p className="flex gap-3">
        <button className="act" disabled={busy}>
          {act}
        </button>
        <button type="button" className="act-quiet" onClick={onLeave}>
          Cancel
        </button>
      </p>
    </form>
  );
}
