import type { ComponentProps, ReactNode } from 'react';
import { CodeField } from './fields';

interface Props {
  hint: string;
  /** The field as its form registers it, with what is wrong with it. */
  field: Omit<ComponentProps<typeof CodeField>, 'label' | 'hint'>;
  busy: boolean;
  onSubmit(): void;
  onAgain(): void;
  /** What else can be done, beside it. */
  children?: ReactNode;
}

/** The code of a mail, typed in; another one is sent where it did not come. */
export function CodeForm({ hint, field, busy, onSubmit, onAgain, children }: Props) {
  return (
    <form
      noValidate
      className="mt-4"
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <CodeField label="Code from the message" hint={hint} {...field} />
      <div className="flex flex-wrap items-center gap-4">
        <button className="act max-sm:min-h-11" disabled={busy}>
          Continue
        </button>
        <button type="button" className="text-table max-sm:min-h-11" onClick={onAgain}>
          <span className="lnk">Send another code</span>
        </button>
        {children}
      </div>
    </form>
  );
}
