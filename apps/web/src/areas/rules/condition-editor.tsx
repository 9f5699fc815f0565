import * as clientsRoutes from '@steady/contract/clients.routes';
import type { Condition, Fact } from '@steady/core/conditions';
import { clientFacts } from '@steady/core/clients';
import type { FactDefinition } from '@steady/core/facts';
import { X } from 'lucide-react';
import { useData } from '../../app/api';
import { ChoiceInput } from '../../ui/choice-input';
import { DayInput } from '../../ui/day-input';

/** A fact that a condition can look at. */
export interface KnownFact {
  fact: string;
  words: string;
  kind: 'yes or no' | 'choice' | 'number' | 'text' | 'date';
  choices?: { value: string; words: string }[];
}

/** A fact as conditions test it; nothing for one that rules do not look at. */
export function knownFact(fact: FactDefinition, name: string): KnownFact[] {
  if (!fact.inRules) return [];
  const of = { fact: name, words: fact.inRules.words };
  switch (fact.kind) {
    case 'choice':
      return [{ ...of, kind: 'choice', choices: fact.choices.map((value) => ({ value, words: fact.words?.[value] ?? value })) }];
    case 'yes or no':
    case 'date':
      return [{ ...of, kind: fact.kind }];
    case 'money':
      return [{ ...of, kind: 'number' }];
    default:
      return [{ ...of, kind: 'text' }];
  }
}

/** What conditions can look at: facts of the client, its extra details and labels. */
export function useKnownFacts(): KnownFact[] {
  const { data: details = [] } = useData(clientsRoutes.details);
  const { data: labels = [] } = useData(clientsRoutes.labels);
  return [
    ...clientFacts.flatMap((fact) => knownFact(fact, fact.key)),
    ...details.map((detail): KnownFact => ({
      fact: `detail:${detail.id}`,
      words: detail.name,
      kind: detail.kind === 'money' ? 'number' : detail.kind,
      choices: detail.choices?.map((value) => ({ value, words: value })),
    })),
    ...labels.map((label): KnownFact => ({ fact: `label:${label}`, words: `label "${label}"`, kind: 'yes or no' })),
  ];
}

type Group = { all: Condition[] } | { any: Condition[] };
type Simple = Extract<Condition, { fact: string }>;
type Test = 'is' | 'oneOf' | 'atLeast' | 'known' | 'until';

const partsOf = (group: Group) => ('all' in group ? group.all : group.any);
/** A condition as a group of parts, so that there is always somewhere to add one. */
const asGroup = (condition: Condition): Group => ('all' in condition || 'any' in condition ? condition : { all: [condition] });

const testsOf = (known: KnownFact | undefined): Test[] => {
  switch (known?.kind) {
    case 'yes or no':
      return ['is'];
    case 'choice':
      return ['oneOf', 'known'];
    case 'number':
      return ['atLeast', 'is', 'known'];
    case 'date':
      return ['until', 'known'];
    default:
      return ['known', 'is'];
  }
};

const TEST_WORDS: Record<Test, string> = { is: 'is', oneOf: 'is', atLeast: 'is at least', known: 'is known', until: 'is on or before' };

function fresh(fact: string, test: Test, known: KnownFact | undefined): Condition {
  if (test === 'known') return { not: { fact, is: null } };
  if (test === 'atLeast') return { fact, atLeast: 1 };
  if (test === 'until') return { fact, until: '2026-12-31' };
  if (test === 'oneOf') return { fact, oneOf: [known?.choices?.[0]?.value ?? ''] };
  return { fact, is: known?.kind === 'yes or no' ? true : known?.kind === 'number' ? 0 : '' };
}

const isKnown = (condition: Condition): condition is { not: { fact: string; is: null } } =>
  'not' in condition && 'is' in condition.not && condition.not.is === null;

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
  const simple: Simple | null = isKnown(inner) ? null : inner;
  const fact = isKnown(inner) ? inner.not.fact : simple!.fact;
  const known = facts.find((one) => one.fact === fact);
  const test: Test = simple === null ? 'known' : 'oneOf' in simple ? 'oneOf' : 'atLeast' in simple ? 'atLeast' : 'until' in simple ? 'until' : 'is';
  const put = (next: Condition) => onChange(negated ? { not: next } : next);
  const toFact = (text: string): Fact => (known?.kind === 'number' ? Number(text) : text);
  return (
    <div className="flex flex-wrap items-center gap-1.5 py-0.5">
      <ChoiceInput
        className="field max-w-56 py-0.5"
        aria-label="Fact of the client"
        value={fact}
        onChange={({ target }) => {
          const next = facts.find((one) => one.fact === target.value);
          put(fresh(target.value, testsOf(next)[0]!, next));
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
          const next = wanted === test ? inner : fresh(fact, wanted, known);
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
      {simple && 'oneOf' in simple && (
        <span className="flex flex-wrap gap-x-3">
          {(known?.choices ?? simple.oneOf.map((value) => ({ value: String(value), words: String(value) }))).map((choice) => (
            <label key={choice.value} className="flex items-baseline gap-1">
              <input
                type="checkbox"
                checked={simple.oneOf.includes(choice.value)}
                onChange={({ target }) =>
                  put({ fact, oneOf: target.checked ? [...simple.oneOf, choice.value] : simple.oneOf.filter((one) => one !== choice.value) })
                }
              />
              {choice.words}
            </label>
          ))}
        </span>
      )}
      {simple && 'is' in simple && known?.kind === 'yes or no' && (
        <ChoiceInput
          className="field max-w-20 py-0.5"
          aria-label="Yes or no"
          value={simple.is === true ? 'yes' : 'no'}
          onChange={({ target }) => put({ fact, is: target.value === 'yes' })}
        >
          <option value="yes">so</option>
          <option value="no">not so</option>
        </ChoiceInput>
      )}
      {simple && 'is' in simple && known?.kind !== 'yes or no' && (
        <input
          className="field max-w-36 py-0.5"
          aria-label="Value"
          value={String(simple.is ?? '')}
          onChange={({ target }) => put({ fact, is: toFact(target.value) })}
        />
      )}
      {simple && 'atLeast' in simple && (
        <input
          className="field max-w-24 py-0.5 text-right"
          aria-label="At least"
          inputMode="numeric"
          value={simple.atLeast}
          onChange={({ target }) => put({ fact, atLeast: Number(target.value.replace(/[^\d.-]/g, '')) || 0 })}
        />
      )}
      {simple && 'until' in simple && (
        <DayInput className="w-40 py-0.5" aria-label="On or before" value={simple.until} onChange={(until) => put({ fact, until })} />
      )}
      <button type="button" className="p-0.5 text-soft hover:text-ink" aria-label="Remove this condition" title="Remove" onClick={onRemove}>
        <X aria-hidden className="size-3.5" />
      </button>
    </div>
  );
}

/** Conditions over facts of a client, combined with and, or, not, built of plain words. */
export function ConditionEditor({ of, facts, onChange, onRemove }: { of: Condition; facts: KnownFact[]; onChange(next: Condition): void; onRemove?(): void }) {
  const group = asGroup(of);
  const parts = partsOf(group);
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
        <button type="button" className="lnk" onClick={() => put([...parts, fresh(facts[0]!.fact, testsOf(facts[0])[0]!, facts[0])])}>
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
