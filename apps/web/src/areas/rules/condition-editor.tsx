import type { Condition } from '@steady/core/conditions';
import { X } from 'lucide-react';
import { useSession } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { type Simple, TEST_WORDS, type Test, fresh, isKnown, testOf, testsOf } from './condition-tests';
import { ConditionValue } from './condition-value';
import type { KnownFact } from './known-facts';

type Group = { all: Condition[] } | { any: Condition[] };

const partsOf = (group: Group) => ('all' in group ? group.all : group.any);
/** A condition as a group of parts, so that there is always somewhere to add one. */
const asGroup = (condition: Condition): Group => ('all' in condition || 'any' in condition ? condition : { all: [condition] });

interface TestProps {
  of: Simple | { not: { fact: string; is: null } };
  negated: boolean;
  facts: KnownFact[];
  onChange(next: Condition): void;
  onRemove(): void;
}

/** One fact, how it is tested, and against what. */
function OneTest({ of, negated, facts, onChange, onRemove }: TestProps) {
  const { today } = useSession();
  const simple: Simple | null = isKnown(of) ? null : of;
  const fact = isKnown(of) ? of.not.fact : of.fact;
  const known = facts.find((one) => one.fact === fact);
  const test = testOf(simple);
  const put = (next: Condition) => onChange(negated ? { not: next } : next);
  return (
    <div className="flex flex-wrap items-center gap-1.5 py-0.5">
      <ChoiceInput
        className="field max-w-56 py-0.5"
        aria-label="Fact of the client"
        value={fact}
        onChange={({ target }) => {
          const next = facts.find((one) => one.fact === target.value);
          put(fresh(target.value, testsOf(next)[0]!, next, today));
        }}
      >
        {!known && <option value={fact}>{fact}</option>}
        {facts.map((one) => (
          <option key={one.fact} value={one.fact}>
            {one.words}
          </option>
        ))}
      </ChoiceInput>
      <ChoiceInput
        className="field max-w-36 py-0.5"
        aria-label="How it is tested"
        value={`${negated ? 'not ' : ''}${test}`}
        onChange={({ target }) => {
          const not = target.value.startsWith('not ');
          const wanted = target.value.replace('not ', '') as Test;
          const next = wanted === test ? of : fresh(fact, wanted, known, today);
          onChange(not ? { not: next } : next);
        }}
      >
        {testsOf(known).flatMap((one) => [
          <option key={one} value={one}>
            {TEST_WORDS[one]}
          </option>,
          <option key={`not ${one}`} value={`not ${one}`}>
            {TEST_WORDS[one].replace('is', 'is not')}
          </option>,
        ])}
      </ChoiceInput>
      {simple && <ConditionValue of={simple} known={known} onChange={put} />}
      <button type="button" className="p-0.5 text-soft hover:text-ink" aria-label="Remove this condition" title="Remove" onClick={onRemove}>
        <X aria-hidden className="size-3.5" />
      </button>
    </div>
  );
}

/** One condition in words with its parts to choose, or a group of them in a box of its own. */
function Part({ of, facts, onChange, onRemove }: { of: Condition; facts: KnownFact[]; onChange(next: Condition): void; onRemove(): void }) {
  if ('all' in of || 'any' in of) {
    return (
      <div className="my-1 border-l-2 border-rule pl-3">
        <ConditionEditor of={of} facts={facts} onChange={onChange} onRemove={onRemove} />
      </div>
    );
  }
  const negated = 'not' in of && !isKnown(of);
  const inner = negated ? of.not : of;
  if (!isKnown(inner) && ('not' in inner || 'all' in inner || 'any' in inner)) {
    return (
      <div className="my-1 border-l-2 border-rule pl-3">
        <span className="text-soft">not:</span>
        <ConditionEditor of={inner} facts={facts} onChange={(next) => onChange({ not: next })} onRemove={onRemove} />
      </div>
    );
  }
  return <OneTest of={inner} negated={negated} facts={facts} onChange={onChange} onRemove={onRemove} />;
}

/** Conditions over facts of a client, combined with and, or, not, built of plain words. */
export function ConditionEditor({ of, facts, onChange, onRemove }: { of: Condition; facts: KnownFact[]; onChange(next: Condition): void; onRemove?(): void }) {
  const group = asGroup(of);
  const parts = partsOf(group);
  const { today } = useSession();
  const every = 'all' in group;
  const put = (next: Condition[], all = every) => onChange(all ? { all: next } : { any: next });
  return (
    <div className="text-table">
      {parts.length > 1 && (
        <ChoiceInput
          className="field mb-1 max-w-44 py-0.5"
          aria-label="How they are combined"
          value={every ? 'all' : 'any'}
          onChange={({ target }) => put(parts, target.value === 'all')}
        >
          <option value="all">all of these hold</option>
          <option value="any">one of these holds</option>
        </ChoiceInput>
      )}
      {parts.length === 0 && <p className="text-soft">{every ? 'Every client.' : 'No client.'}</p>}
      {parts.map((part, index) => (
        <Part
          key={index}
          of={part}
          facts={facts}
          onChange={(next) => put(parts.map((one, at) => (at === index ? next : one)))}
          onRemove={() => put(parts.filter((_, at) => at !== index))}
        />
      ))}
      <p className="mt-1 flex gap-4">
        <button type="button" className="lnk" onClick={() => put([...parts, fresh(facts[0]!.fact, testsOf(facts[0])[0]!, facts[0], today)])}>
          Add a condition
        </button>
        <button type="button" className="lnk" onClick={() => put([...parts, every ? { any: [] } : { all: [] }])}>
          Add a group
        </button>
        {onRemove && (
          <button type="button" className="lnk" onClick={onRemove}>
            Remove the group
          </button>
        )}
      </p>
    </div>
  );
}
