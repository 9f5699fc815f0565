import { X } from 'lucide-react';
import { DAYS_LONG, MONTHS_LONG } from '@steady/core/calendar';
import type { DueStep } from '@steady/core/obligations';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { ConditionEditor } from './condition-editor';
import type { KnownFact } from './known-facts';
import { FRESH, KINDS, PERIOD_FACTS } from './step-kinds';

function Whole({ value, label, onChange }: { value: number; label: string; onChange(value: number): void }) {
  return (
    <input
      type="number"
      className="field w-20 py-0.5 text-right"
      aria-label={label}
      value={value}
      onChange={({ target }) => onChange(Math.trunc(Number(target.value)) || 0)}
    />
  );
}

function Choice<Value extends number>({
  value,
  label,
  options,
  onChange,
}: {
  value: Value;
  label: string;
  options: [Value, string][];
  onChange(value: Value): void;
}) {
  return (
    <select className="field max-w-40 py-0.5" aria-label={label} value={value} onChange={({ target }) => onChange(Number(target.value) as Value)}>
      {options.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </select>
  );
}

function Details({ of, facts, onChange }: { of: DueStep; facts: KnownFact[]; onChange(next: DueStep): void }) {
  switch (of.do) {
    case 'add months':
      return (
        <>
          <Whole value={of.months} label="Months" onChange={(months) => onChange({ ...of, months })} />
          <label className="flex items-baseline gap-1">
            <input type="checkbox" checked={of.keepMonthEnd ?? false} onChange={({ target }) => onChange({ ...of, keepMonthEnd: target.checked })} />
            month-ends stay month-ends
          </label>
        </>
      );
    case 'add days':
    case 'add working days':
      return <Whole value={of.days} label="Days" onChange={(days) => onChange({ ...of, days })} />;
    case 'set day':
      return <Whole value={of.day} label="Day of the month" onChange={(day) => onChange({ ...of, day })} />;
    case 'nth weekday':
      return (
        <>
          <Choice
            value={of.nth}
            label="Which"
            options={[
              [1, 'first'],
              [2, 'second'],
              [3, 'third'],
              [4, 'fourth'],
              [-1, 'last'],
            ]}
            onChange={(nth) => onChange({ ...of, nth })}
          />
          <Choice
            value={of.weekday}
            label="Weekday"
            options={DAYS_LONG.map((words, at) => [(at + 1) as 1, words])}
            onChange={(weekday) => onChange({ ...of, weekday })}
          />
        </>
      );
    case 'set month and day':
      return (
        <>
          <Whole value={of.day} label="Day" onChange={(day) => onChange({ ...of, day })} />
          <Choice value={of.month} label="Month" options={MONTHS_LONG.map((words, at) => [at + 1, words])} onChange={(month) => onChange({ ...of, month })} />
          <Choice
            value={of.yearsLater}
            label="Of which year"
            options={[
              [-1, 'of the year before'],
              [0, 'of the same year'],
              [1, 'of the following year'],
              [2, 'two years later'],
            ]}
            onChange={(yearsLater) => onChange({ ...of, yearsLater })}
          />
        </>
      );
    case 'earlier of':
    case 'later of':
      return (
        <div className="w-full border-l-2 border-rule pl-3">
          {of.ways.map((way, index) => (
            <div key={index} className="mb-1">
              <span className="text-fine text-soft">Way {index + 1}</span>
              <StepsEditor of={way} facts={facts} onChange={(next) => onChange({ ...of, ways: of.ways.map((one, at) => (at === index ? next : one)) })} />
            </div>
          ))}
        </div>
      );
    case 'where':
      return (
        <div className="w-full border-l-2 border-rule pl-3">
          <ConditionEditor of={of.when} facts={[...PERIOD_FACTS.map(withMonths), ...facts]} onChange={(when) => onChange({ ...of, when })} />
          <span className="text-fine text-soft">Where it holds</span>
          <StepsEditor of={of.then} facts={facts} onChange={(then) => onChange({ ...of, then })} />
          <span className="text-fine text-soft">Otherwise</span>
          <StepsEditor of={of.otherwise} facts={facts} onChange={(otherwise) => onChange({ ...of, otherwise })} />
        </div>
      );
    case 'last day of month':
      return null;
  }
}

const withMonths = (fact: KnownFact): KnownFact => (fact.fact === 'periodEndMonth' ? { ...fact, kind: 'number' } : fact);

/** How a date comes about, step by step from the end of the period; steps are added, changed and put into order. */
export function StepsEditor({ of, facts, onChange }: { of: DueStep[]; facts: KnownFact[]; onChange(next: DueStep[]): void }) {
  return (
    <div className="text-table">
      {of.length === 0 && <p className="text-soft">That day itself.</p>}
      <Ordered ids={of.map((_, index) => `step ${index + 1}`)} onMove={(from, to) => onChange(moved(of, from, to))}>
        <ol>
          {of.map((step, index) => (
            <OrderedRow key={index} className="flex flex-wrap items-center gap-1.5 border-t border-rule-soft py-1 first:border-0" id={`step ${index + 1}`}>
              <Grip name={`step ${index + 1}`} />
              <select
                className="field max-w-52 py-0.5"
                aria-label={`Kind of step ${index + 1}`}
                value={step.do}
                onChange={({ target }) => onChange(of.map((one, at) => (at === index ? FRESH[target.value as DueStep['do']] : one)))}
              >
                {Object.entries(KINDS).map(([kind, words]) => (
                  <option key={kind} value={kind}>
                    {words}
                  </option>
                ))}
              </select>
              <Details of={step} facts={facts} onChange={(next) => onChange(of.map((one, at) => (at === index ? next : one)))} />
              <button
                type="button"
                className="p-0.5 text-soft hover:text-ink"
                aria-label={`Remove step ${index + 1}`}
                title="Remove"
                onClick={() => onChange(of.filter((_, at) => at !== index))}
              >
                <X aria-hidden className="size-3.5" />
              </button>
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      <button type="button" className="lnk mt-0.5" onClick={() => onChange([...of, FRESH['add months']])}>
        Add a step
      </button>
    </div>
  );
}
