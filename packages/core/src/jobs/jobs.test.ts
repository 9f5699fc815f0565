import { expect, it } from 'vitest';
import { factInWords } from '../conditions';
import { DETAILS } from '../templates';
import { enteredJobFacts, factsForRules, jobFactInRules, jobFacts } from '.';

it('gives rules the facts of a job, amounts in whole units', () => {
  expect(factsForRules({ fee: 18_050, priority: 'first' })).toEqual({ 'job:fee': 180.5, 'job:priority': 'first' });
  expect(factsForRules({ priority: 'usual' })).toEqual({ 'job:fee': null, 'job:priority': 'usual' });
});

it('names each column and placeholder once, and is where rules and messages take their facts from', () => {
  const columns = jobFacts.map((fact) => fact.column ?? fact.key);
  expect(columns).toHaveLength(new Set(columns).size);
  for (const fact of jobFacts) {
    if (fact.inRules) expect(factInWords(jobFactInRules(fact.key))).toBe(fact.inRules.words);
    if (fact.placeholder) expect(DETAILS[fact.placeholder.name]).toBe(fact.placeholder.means);
  }
});

it('lets people change what is theirs to change, and no period or state', () => {
  const keys = enteredJobFacts.map((fact) => fact.key);
  expect(keys).toEqual(expect.arrayContaining(['name', 'preparerId', 'dueOn', 'fee', 'priority']));
  expect(keys.filter((key) => ['status', 'periodEnd', 'holdReason', 'closedReason'].includes(key))).toEqual([]);
});
