const WITHIN_REASON = /^(19|2[01])\d\d-/;

function DayInput({ label, value, onChange }: { label: string; value: string; onChange(day: string): void }) {
  return (
    <label className="flex items-baseline gap-1.5">
      {label}
      <input
        type="date"
        className="border-b border-soft bg-transparent text-ink"
        value={value}
        // While a year is typed it passes through years that nobody means.
        onChange={(event) => WITHIN_REASON.test(event.target.value) && onChange(event.target.value)}
      />
    </label>
  );
}

/** First and last day of what a page shows, in its line of tools. */
export function SpanInputs({ from, until, onChange }: { from: string; until: string; onChange(key: 'from' | 'until', day: string): void }) {
  return (
    <>
      <DayInput label="From" value={from} onChange={(day) => onChange('from', day)} />
      <DayInput label="to" value={until} onChange={(day) => onChange('until', day)} />
    </>
  );
}
