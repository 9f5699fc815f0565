import { DayInput } from './day-input';

/** A day by which a page is filtered: it counts when the field is left. */
export function SpanDay({ label, value, onSettle }: { label: string; value: string; onSettle(day: string): void }) {
  return (
    <label className="flex items-baseline gap-1.5">
      {label}
      <DayInput className="w-38 py-0.5 text-table" value={value} onSettle={(day) => day !== value && onSettle(day)} />
    </label>
  );
}

/** First and last day of what a page shows, in its line of tools. */
export function SpanInputs({ from, until, onChange }: { from: string; until: string; onChange(key: 'from' | 'until', day: string): void }) {
  return (
    <>
      <SpanDay label="From" value={from} onSettle={(day) => day && onChange('from', day)} />
      <SpanDay label="to" value={until} onSettle={(day) => day && onChange('until', day)} />
    </>
  );
}
