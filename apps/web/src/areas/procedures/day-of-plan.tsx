import { type DayOfPlan, dayOfPlanInWords } from '@steady/core/procedures';

interface Props {
  of: DayOfPlan | undefined;
  /** What is put on a day, as it stands in a sentence: "the phase", "this". */
  what: string;
  /** What it counts from otherwise: "the phase before is done". */
  that: string;
  onChange(next: DayOfPlan | undefined): void;
}

/** Puts a phase or an action on a working day; at once where nothing is said. */
export function DayOfPlanLine({ of, what, that, onChange }: Props) {
  if (!of)
    return (
      <button type="button" className="lnk text-fine text-soft" onClick={() => onChange({ days: 1, from: 'before' })}>
        Put {what} on a working day
      </button>
    );
  return (
    <span className="flex flex-wrap items-center gap-1.5 text-fine" title={dayOfPlanInWords(of, that)}>
      <input
        type="number"
        min={0}
        max={250}
        className="field w-16 py-0.5"
        aria-label="Working days"
        value={Number.isNaN(of.days) ? '' : of.days}
        onChange={({ target }) => onChange({ ...of, days: target.valueAsNumber })}
      />
      working days after
      <select
        className="field w-auto py-0.5"
        aria-label="Counted from"
        value={of.from}
        onChange={({ target }) => onChange({ ...of, from: target.value as DayOfPlan['from'] })}
      >
        <option value="before">{that}</option>
        <option value="start">the job begins</option>
      </select>
      <button type="button" className="lnk" onClick={() => onChange(undefined)}>
        at once instead
      </button>
    </span>
  );
}
