import { type ComponentProps, type KeyboardEvent, type ReactNode, type Ref, useEffect, useRef, useState } from 'react';
import { type CivilDate, civil, readDay } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';

const isIso = (value: string) => /^\d{4}-\d{2}-\d{2}$/.test(value);

export interface DayProps extends Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'type' | 'ref'> {
  /** The day as ISO 8601; empty for none; what was typed where it is no day. */
  value: string;
  onChange?(value: string): void;
  /** Told when the field is left, Enter is pressed or a day is chosen from the month: the day, or nothing. Not told of what is no day. */
  onSettle?(day: string): void;
  inputRef?(element: HTMLInputElement | null): void;
}

/** What a way to choose a day beside the field is given. */
export interface Choosing {
  /** The day that stands in the field, ISO 8601; null for none. */
  day: string | null;
  choose(day: string): void;
  /** Opens by the arrow down in the field; the field counts as left only where somebody goes elsewhere. */
  opener: Ref<HTMLButtonElement>;
}

/**
 * A day, typed as people write it ("23 Apr", "+2w", "end of month") and shown as the firm writes it. While something is typed it
 * says beside it how that is read.
 * @param today from which days are counted
 * @param monthFirst whether figures are written with the month first
 * @param beside the way to choose one without typing
 */
export function TypedDay({
  value,
  onChange,
  onSettle,
  onBlur,
  onKeyDown,
  inputRef,
  className = '',
  today,
  monthFirst,
  beside,
  ...input
}: DayProps & { today: CivilDate; monthFirst: boolean; beside(of: Choosing): ReactNode }) {
  const read = (text: string) => readDay(text, today, monthFirst);
  const shown = (iso: string) => (isIso(iso) && read(iso) ? fullDate(civil(iso)) : iso);
  const [text, setText] = useState(shown(value));
  const [typing, setTyping] = useState(false);
  const field = useRef<HTMLInputElement | null>(null);
  const opener = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if ((read(text)?.toString() ?? text.trim()) !== value) setText(shown(value));
    // Only when the day is set from outside; typing keeps its own text.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value]);
  const reads = typing ? read(text) : null;
  const settle = () => {
    const found = read(text);
    if (found || text.trim() === '') onSettle?.(found?.toString() ?? '');
  };
  const choose = (day: string) => {
    setTyping(false);
    setText(shown(day));
    onChange?.(day);
    onSettle?.(day);
    field.current?.focus();
  };
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'ArrowDown') {
      event.preventDefault();
      opener.current?.focus();
      opener.current?.click();
    }
    if (event.key === 'Enter') settle();
    onKeyDown?.(event);
  };
  return (
    <>
      <input
        {...input}
        aria-invalid={input['aria-invalid'] || (!typing && text.trim() !== '' && !read(text)) || undefined}
        ref={(element) => {
          field.current = element;
          inputRef?.(element);
        }}
        type="text"
        autoComplete="off"
        className={`field pr-8 ${className}`}
        placeholder="23 Apr, +2w"
        value={text}
        onChange={({ target }) => {
          setTyping(true);
          setText(target.value);
          onChange?.(read(target.value)?.toString() ?? target.value.trim());
        }}
        onBlur={(event) => {
          setTyping(false);
          const found = read(text);
          if (found) setText(fullDate(found));
          // The month belongs to the field: going there is not leaving.
          if (event.relatedTarget !== opener.current) settle();
          onBlur?.(event);
        }}
        onKeyDown={keys}
      />
      {reads && fullDate(reads) !== text.trim() && (
        <span
          aria-live="polite"
          className="absolute top-full left-0 z-30 mt-px block border border-rule bg-page px-2 py-0.5 text-fine whitespace-nowrap text-soft"
        >
          {fullDate(reads)}
        </span>
      )}
      {beside({ day: read(text)?.toString() ?? null, choose, opener })}
    </>
  );
}
