import type { ReactNode } from 'react';

/** A form that stands on its page: what was refused on top, its button at the foot. */
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
  return (
    <form
      noValidate
      className="sheet max-w-3xl px-5 py-4"
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      {problem && (
        <p role="alert" className="mb-3 border border-rust bg-rust-tint px-3 py-2 text-table">
          {problem}
        </p>
      )}
      {children}
      {act && (
        <button className="act mt-1" disabled={busy}>
          {act}
        </button>
      )}
    </form>
  );
}
