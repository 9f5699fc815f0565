import { expect, it } from 'vitest';
import { factInWords } from '../conditions';
import { DETAILS } from '../templates';
import { money } from '../money';
import { type JobStands, type TaskStands, deadlineStands, enteredJobFacts, factsForRules, jobFactInRules, jobFacts, whyFirst, whyItStays } from '.';

it('gives rules the facts of a job, amounts in whole units', () => {
  expect(factsForRules({ fee: money(18_050, 'EUR'), priority: 'first' })).toEqual({ 'job:fee': 180.5, 'job:priority': 'first' });
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

const STANDS = { status: 'open', phase: 'Prepare', holdReason: null, stuckReason: null, waitingSince: null, waitingFor: null, asksToMove: false } as const;
const WAITS = { waitingSince: '2026-03-01T09:00:00Z', waitingFor: 'Bank statement' };

it.each<[Partial<JobStands>, string, string]>([
  [{}, 'in Prepare', 'waits for us'],
  [{ asksToMove: true }, 'in Prepare', 'waits to be moved'],
  [WAITS, 'waits for client: Bank statement', 'waits for the client'],
  [{ ...WAITS, status: 'on hold', holdReason: 'a dispute' }, 'on hold: a dispute', 'on hold: a dispute'],
  [{ ...WAITS, stuckReason: 'the bank' }, 'waits for client: Bank statement', 'blocked: the bank'],
  [{ phase: null }, 'in no phase', 'waits for us'],
])('a job with %o: its deadline says "%s", its phase "%s"', (more, deadline, stays) => {
  expect([deadlineStands({ ...STANDS, ...more }), whyItStays({ ...STANDS, ...more })]).toEqual([deadline, stays]);
});

it('says of a deadline without a job that it has not begun', () => {
  expect(deadlineStands(null)).toBe('not begun');
});

it.each<[Partial<TaskStands>, string | null]>([
  [{ jobStatus: 'finished', priority: 'first' }, 'left of a finished job'],
  [{ priority: 'first', dueOn: '2026-03-01' }, 'first of all'],
  [{ everythingInOn: '2026-03-08', othersWait: true }, 'the client has answered'],
  [{ everythingInOn: '2026-03-07', othersWait: true }, 'others wait for it'],
  [{ dueOn: '2026-03-10' }, 'overdue'],
  [{ dueOn: '2026-03-11' }, 'due today'],
  [{}, null],
])('a task with %o stands high because: %s', (more, why) => {
  const task: TaskStands = { jobStatus: 'open', priority: 'usual', dueOn: '2026-03-12', everythingInOn: null, othersWait: false, ...more };
  expect(whyFirst(task, { today: '2026-03-11', fresh: '2026-03-08' })).toBe(why);
});
