import { expect, it } from 'vitest';
import { civil } from '../calendar';
import { holidayCalendar } from '../holidays';
import { type FollowedUp, type RemindedBill, followUpAfter, nextFollowUp, nextReminder } from '.';

const RULES = { isOn: true, everyDays: 5, most: 3 };
const ASK: FollowedUp = {
  state: 'with the client',
  forUs: [],
  isStopped: false,
  letterDueSince: null,
  isPortalOnly: false,
  isFormer: false,
  clientGetsNone: false,
  jobOnHold: false,
  awayUntil: null,
  promisedFor: null,
  sent: 1,
  nextOn: '2026-03-18',
};

it.each<[Partial<FollowedUp>, string | null, string | null]>([
  [{}, '2026-03-18', null],
  [{ state: 'with us' }, null, null],
  [{ state: 'done' }, null, null],
  [{ isStopped: true, jobOnHold: true }, null, 'stopped'],
  [{ isFormer: true }, null, 'it is a former client'],
  [{ clientGetsNone: true }, null, 'this client gets none'],
  [{ forUs: [{ key: 'i1 question' }] }, null, 'their question waits for us'],
  [{ forUs: [{ key: 'i1 answer' }] }, '2026-03-18', null],
  [{ jobOnHold: true }, null, 'the job is on hold'],
  [{ awayUntil: '2026-03-17' }, '2026-03-18', null],
  [{ awayUntil: '2026-03-18' }, '2026-03-19', null],
  [{ awayUntil: '2026-04-30' }, '2026-05-01', null],
  [{ promisedFor: '2026-03-17' }, '2026-03-18', null],
  [{ promisedFor: '2026-03-20' }, '2026-03-21', null],
  [{ promisedFor: '2026-03-20', awayUntil: '2026-03-24' }, '2026-03-25', null],
  [{ isPortalOnly: true }, null, 'the client is told in the portal only'],
  [{ letterDueSince: '2026-03-12T09:00:00Z', nextOn: null }, null, 'a letter is to be printed and posted'],
  [{ nextOn: null, sent: 3 }, null, 'all were sent: a task stands for it'],
  [{ nextOn: null, sent: 0 }, null, null],
])('an ask with %o is followed up on %s, quiet: %s', (more, on, quiet) => {
  expect(nextFollowUp({ ...ASK, ...more }, RULES)).toEqual({ on, quiet });
});

it('follows nobody up where the firm does not', () => {
  expect(nextFollowUp(ASK, { ...RULES, isOn: false })).toEqual({ on: null, quiet: 'the firm sends none' });
});

it('comes so many working days after the client was written to', () => {
  const ireland = holidayCalendar('IE', { from: 2026, until: 2026 });
  // Saint Patrick’s Day and a weekend lie between.
  expect(followUpAfter(civil('2026-03-11'), RULES, ireland).toString()).toBe('2026-03-19');
});

const BILL: RemindedBill = { isOpen: true, isStopped: false, clientGetsNone: false, awayUntil: null, promisedFor: null, sent: 1, nextOn: '2026-03-18' };
it.each<[Partial<RemindedBill>, string | null, string | null]>([
  [{}, '2026-03-18', null],
  [{ isOpen: false, isStopped: true }, null, null],
  [{ isStopped: true }, null, 'stopped'],
  [{ clientGetsNone: true }, null, 'this client gets none'],
  [{ promisedFor: '2026-03-20', awayUntil: '2026-03-19' }, '2026-03-21', null],
  [{ awayUntil: '2026-03-17' }, '2026-03-18', null],
  [{ nextOn: null, sent: 3 }, null, 'all were sent: somebody has to ring'],
  [{ nextOn: null, sent: 0 }, null, 'there is nobody to write to'],
])('a bill with %o is reminded on %s, quiet: %s', (more, on, quiet) => {
  expect(nextReminder({ ...BILL, ...more }, { ...RULES, bills: true })).toEqual({ on, quiet });
});

it('reminds nobody of bills where the firm does not, though it follows requests up', () => {
  expect(nextReminder(BILL, RULES)).toEqual({ on: null, quiet: 'the firm sends none' });
});
