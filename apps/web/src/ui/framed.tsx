import { type ReactNode, useId } from 'react';
import type { Control, FieldValues, Path } from 'react-hook-form';

export interface Frame {
  label: string;
  hint?: string;
  error?: string;
  narrow?: boolean;
}

/** Label above, hint and fault below; the fault is said to those who do not see it. */
export function Framed({
  label,
  hint,
  error,
  narrow,
  children,
}: Frame & { children(ids: { id: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }): ReactNode }) {
  const id = useId();
  const about = error || hint ? `${id}-about` : undefined;
  return (
    <div className={`mb-3 ${narrow ? 'max-w-52' : ''}`}>
      <label htmlFor={id} className="mb-0.5 block text-table font-semibold">
        {label}
      </label>
      {children({ id, 'aria-describedby': about, 'aria-invalid': error ? true : undefined })}
      {about && (
        <p id={about} className={`mt-0.5 text-fine ${error ? 'text-rust' : 'text-soft'}`}>
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

/** A field of a form by its name. */
export type Controlled<Values extends FieldValues> = Frame & { control: Control<Values>; name: Path<Values>; autoFocus?: boolean };
