import { type RefObject, useContext, useId, useRef, useState } from 'react';
import { civil, readDay } from '@steady/core/calendar';
import { DaysContext } from './days';
import { type Choosing, type DayProps, TypedDay } from './typed-day';

/** A day on a page that clients see: typed, or chosen from the month of the device itself. Told of days alone; what is none is said when it is left. */
export function PlainDay({ onChange, onBlur, ...field }: DayProps) {
  const days = useContext(DaysContext);
  if (!days) throw new Error('Only where days are counted from one');
  const [today, monthFirst] = [civil(days.today), days.country === 'US'];
  const isNone = (text: string) => text.trim() !== '' && readDay(text, today, monthFirst) === null;
  const [wrong, setWrong] = useState(false);
  const [id, month] = [useId(), useRef<HTMLInputElement>(null)];
  const about = [field['aria-describedby'], wrong ? id : undefined].filter(Boolean).join(' ') || undefined;
  return (
    <>
      <span className="relative block max-w-60">
        <TypedDay
          {...field}
          className={`${field.className ?? ''} pr-20`}
          {...{ today, monthFirst }}
          aria-describedby={about}
          onChange={(day) => {
            if (wrong) setWrong(isNone(day));
            if (!isNone(day)) onChange?.(day);
          }}
          onBlur={(event) => {
            setWrong(isNone(event.target.value));
            onBlur?.(event);
          }}
          beside={(of) => <OfTheDevice {...of} month={month} disabled={field.disabled} />}
        />
      </span>
      {wrong && (
        <span id={id} role="alert" className="block text-[13.5px] text-rust">
          This is no day that we can read. Write it like 23 Apr 2026.
        </span>
      )}
    </>
  );
}

function OfTheDevice({ day, choose, month, opener, disabled }: Choosing & { month: RefObject<HTMLInputElement | null>; disabled?: boolean }) {
  return (
    <>
      <button
        ref={opener}
        type="button"
        tabIndex={-1}
        disabled={disabled}
        className="absolute inset-y-0 right-0 min-w-11 px-3 text-slate underline"
        onClick={() => month.current?.showPicker()}
      >
        Calendar
      </button>
      <input
        ref={month}
        type="date"
        tabIndex={-1}
        aria-hidden
        className="pointer-events-none absolute right-0 bottom-0 h-px w-px opacity-0"
        value={day ?? ''}
        onChange={({ target }) => target.value !== '' && choose(target.value)}
      />
    </>
  );
}
