import * as rulesRoutes from '@steady/contract/rules.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import { capital, fullDate } from '@steady/core/words';
import { clientFact } from '@steady/core/clients';
import { type RuleView, type TriedRule, TryRule } from '@steady/contract/rules';
import { ask } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { WorkingsLines } from '../../ui/workings';

const YES_OR_NO = [
  { value: 'yes', words: 'yes' },
  { value: 'no', words: 'no' },
];

/** What a fact can be for a trial: of a day of the year it counts whether it is known. */
function choicesOf(name: string): { value: string; words: string }[] {
  const fact = clientFact(name);
  if (fact?.kind === 'choice') return fact.choices.map((value) => ({ value, words: fact.words?.[value] ?? value }));
  return fact?.kind === 'day of the year' ? [{ value: '03-31', words: 'known' }] : YES_OR_NO;
}

/** Tries a rule on a period and on facts: the date, its workings, and whether it applies at all. */
export function TryRuleLeaf({ rule, onClose }: { rule: RuleView; onClose(): void }) {
  const session = useSession();
  const [facts, setFacts] = useState<Record<string, string | boolean>>({});
  const [tried, setTried] = useState<TriedRule | null>(null);
  const { form, onSubmit, busy, problem } = useLeafForm<TryRule>({
    input: TryRule,
    start: { periodEnd: session.day.with({ day: 1 }).subtract({ days: 1 }).toString(), periodStart: '' },
    tidy: (values) => ({ ...values, facts }),
    submit: async (values) => setTried(await ask(rulesRoutes.tryOut, { id: rule.id }, values)),
  });
  const { control, formState } = form;
  const set = (fact: string, value: string) => {
    const next = { ...facts };
    if (value === '') delete next[fact];
    else next[fact] = value === 'yes' ? true : value === 'no' ? false : value;
    setFacts(next);
  };
  const shown = (value: string | boolean | undefined) => (value === undefined ? '' : value === true ? 'yes' : value === false ? 'no' : value);
  return (
    <Leaf open title={`Try: ${rule.name}`} act="When is it due?" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-table text-soft">{rule.authority}. Nothing is written.</p>
      <div className="grid grid-cols-2 gap-x-4">
        <DateField label="Period ends" autoFocus control={control} name="periodEnd" error={formState.errors.periodEnd?.message} />
        <DateField
          label="Period starts"
          hint={`Without it: ${rule.rhythms[0]}`}
          control={control}
          name="periodStart"
          error={formState.errors.periodStart?.message}
        />
      </div>
      {rule.asks.length > 0 && (
        <div className="grid grid-cols-2 gap-x-4">
          {rule.asks.map(({ fact, words }) => (
            <SelectField key={fact} label={capital(words)} value={shown(facts[fact])} onChange={(event) => set(fact, event.target.value)}>
              <option value="">not known</option>
              {choicesOf(fact).map((choice) => (
                <option key={choice.value} value={choice.value}>
                  {choice.words}
                </option>
              ))}
            </SelectField>
          ))}
        </div>
      )}
      {tried && (
        <section className="mt-2 border-t border-rule pt-3" aria-live="polite">
          <p className="font-serif text-[17px] font-semibold">Due {fullDate(civil(tried.due))}</p>
          {!tried.applies && <p className="soon text-table">It does not apply with these facts. It applies to: {rule.appliesTo}.</p>}
          {tried.extended && (
            <p className="text-table">
              Extended to <b>{fullDate(civil(tried.extended.due))}</b>: {tried.extended.name}
              {tried.extended.asks && `, ${tried.extended.asks}`}
            </p>
          )}
          <div className="mt-2">
            <WorkingsLines of={tried.extended?.workings ?? tried.workings} />
          </div>
        </section>
      )}
    </Leaf>
  );
}
