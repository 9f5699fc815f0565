import type { Condition, Fact } from '@steady/core/conditions';
import { ChoiceInput } from '../../ui/choice-input';
import { DayInput } from '../../ui/day-input';
import type { Simple } from './condition-tests';
import type { KnownFact } from './known-facts';

interface Props {
  of: Simple;
  known: KnownFact | undefined;
  onChange(next: Condition): void;
}

/** What a fact is compared with: ticks for choices, a figure, a day, yes or no, or words. */
export function ConditionValue({ of, known, onChange }: Props) {
  const { fact } = of;
  if ('oneOf' in of) {
    return (
      <span className="flex flex-wrap gap-x-3">
        {(known?.choices ?? of.oneOf.map((value) => ({ value: String(value), words: String(value) }))).map((choice) => (
          <label key={choice.value} className="flex items-baseline gap-1">
            <input
              type="checkbox"
              checked={of.oneOf.includes(choice.value)}
              onChange={({ target }) =>
                onChange({ fact, oneOf: target.checked ? [...of.oneOf, choice.value] : of.oneOf.filter((one) => one !== choice.value) })
              }
            />
            {choice.words}
          </label>
        ))}
      </span>
    );
  }
  if ('atLeast' in of) {
    return (
      <input
        className="field max-w-24 py-0.5 text-right"
        aria-label="At least"
        inputMode="numeric"
        value={of.atLeast}
        onChange={({ target }) => onChange({ fact, atLeast: Number(target.value.replace(/[^\d.-]/g, '')) || 0 })}
      />
    );
  }
  if ('until' in of) return <DayInput className="w-40 py-0.5" aria-label="On or before" value={of.until} onChange={(until) => onChange({ fact, until })} />;
  if (known?.kind === 'yes or no') {
    return (
      <ChoiceInput
        className="field max-w-20 py-0.5"
        aria-label="Yes or no"
        value={of.is === true ? 'yes' : 'no'}
        onChange={({ target }) => onChange({ fact, is: target.value === 'yes' })}
      >
        <option value="yes">so</option>
        <option value="no">not so</option>
      </ChoiceInput>
    );
  }
  const toFact = (text: string): Fact => (known?.kind === 'number' ? Number(text) : text);
  return (
    <input
      className="field max-w-36 py-0.5"
      aria-label="Value"
      value={String(of.is ?? '')}
      onChange={({ target }) => onChange({ fact, is: toFact(target.value) })}
    />
  );
}
