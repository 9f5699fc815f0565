import { type Condition, conditionInWords } from '@steady/core/conditions';
import { ConditionEditor } from '../rules';
import type { KnownFact } from '../rules';

/** "Only if ...": the rule of a phase, task or action, as a sentence with its parts to choose, or none. */
export function ConditionLine({
  of,
  facts,
  what,
  onChange,
}: {
  of: Condition | undefined;
  facts: KnownFact[];
  what: string;
  onChange(next: Condition | undefined): void;
}) {
  if (!of)
    return (
      <button type="button" className="lnk text-table" onClick={() => onChange({ all: [{ fact: 'way', oneOf: ['online'] }] })}>
        Only for some clients
      </button>
    );
  return (
    <fieldset className="my-1 border-l-2 border-rule pl-3">
      <legend className="sr-only">Clients for whom {what} is</legend>
      <p className="text-table">
        Only if {wordsOf(of, facts)}.{' '}
        <button type="button" className="lnk" onClick={() => onChange(undefined)}>
          For every client
        </button>
      </p>
      <ConditionEditor of={of} facts={facts} onChange={onChange} />
    </fieldset>
  );
}

/** The sentence of a condition, with extra details under their names. */
export const wordsOf = (of: Condition, facts: readonly KnownFact[]): string =>
  conditionInWords(of, Object.fromEntries(facts.filter((one) => one.fact.startsWith('detail:')).map((one) => [one.fact, one.words])));
