import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { CalendarDays } from 'lucide-react';
import { type ComponentProps, Suspense, lazy, useEffect, useRef, useState } from 'react';
import { civil, readDay } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { useSession } from '../app/session';
import { useChanged } from './unsaved';

const DayCalendar = lazy(async () => ({ default: (await import('./day-calendar')).DayCalendar }));

const isIso = (value: string) => /^\d{4}-\d{2}-\d{2}$/.test(value);

interface Props extends Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'type' | 'ref'> {
  /** The day as ISO 8601; empty for none; what was typed where it is no day. */
  value: string;
  onChange?(value: string): void;
  /** Told when the field is left, Enter is pressed or a day is chosen from the month: the day, or nothing. Not told of what is no day. */
  onSettle?(day: string): void;
  /** The last day that can be chosen from the month. */
  max?: string;
  inputRef?(element: HTMLInputElement | null): void;
}

/**
 * A day, typed as people write it ("23 Apr", "+2w", "end of month") and shown as the firm writes it, or chosen from a month that the arrow
 * down or the button opens. While something is typed it says beside it how that is read.
 */
export function DayInput({ value, onChange, onSettle, onBlur, onKeyDown, max, inputRef, className = '', ...input }: Props) {
  const { day: today, today: todayIso, firm } = useSession();
  const read = (text: string) => readDay(text, today, firm.country === 'US');
  const shown = (iso: string) => (isIso(iso) && read(iso) ? fullDate(civil(iso)) : iso);
  const [text, setText] = useState(shown(value));
  const [typing, setTyping] = useState(false);
  const changed = useChanged();
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
  return (
    <Popover className="relative">
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
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            opener.current?.focus();
            opener.current?.click();
          }
          if (event.key === 'Enter') settle();
          onKeyDown?.(event);
        }}
      />
      {reads && fullDate(reads) !== text.trim() && (
        <p aria-live="polite" className="absolute top-full left-0 z-30 mt-px border border-rule bg-page px-2 py-0.5 text-fine whitespace-nowrap text-soft">
          {fullDate(reads)}
        </p>
      )}
      <PopoverButton
        ref={opener}
        tabIndex={-1}
        aria-label="Calendar"
        title="Choose from a month (arrow down)"
        disabled={input.disabled}
        className="absolute inset-y-0 right-0 px-2 text-soft hover:text-ink max-sm:px-3"
      >
        <CalendarDays aria-hidden className="size-4" />
      </PopoverButton>
      <PopoverPanel anchor={{ to: 'bottom end', gap: 4 }} className="sheet z-50 px-4 py-3 shadow-menu">
        {({ close }) => (
          <Suspense fallback={<div className="h-64 w-64" />}>
            <DayCalendar
              value={read(text)?.toString() ?? null}
              today={todayIso}
              max={max}
              onPick={(day) => {
                changed();
                setTyping(false);
                setText(shown(day));
                onChange?.(day);
                onSettle?.(day);
                close();
                field.current?.focus();
              }}
            />
          </Suspense>
        )}
      </PopoverPanel>
    </Popover>
  );
}
