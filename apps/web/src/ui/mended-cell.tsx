import { useState } from 'react';

interface Props {
  line: number;
  heading: string;
  /** What stands in it, and why that cannot be read. */
  text: string;
  message: string;
  busy?: boolean;
  onMend(text: string): void;
}

/** A cell of a file that cannot be read: why, and a place to type what it should say. */
export function MendedCell({ line, heading, text: before, message, busy, onMend }: Props) {
  const [text, setText] = useState(before);
  const keep = () => {
    if (text !== before) onMend(text);
  };
  return (
    <span className="flex flex-wrap items-baseline gap-x-2 py-0.5">
      <span className="text-soft">{heading}:</span>
      <input
        className="field w-44 py-0.5"
        aria-label={`${heading} of line ${line}`}
        aria-invalid
        value={text}
        disabled={busy}
        onChange={({ target }) => setText(target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
      />
      <span className="soon">{message}</span>
    </span>
  );
}
