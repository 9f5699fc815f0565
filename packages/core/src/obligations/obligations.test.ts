import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CivilDate, civil } from '../calendar';
import type { Facts } from '../conditions';
import { holidayCalendar } from '../holidays';
import { type ExistingObligation, type LineSchedule, type LineTerms, Reckoner, type ScheduledObligation, dueDate, planObligations, ruleById } from '.';

const online: Facts = { way: 'online' };
const due = (id: string, end: string, facts: Facts = online, start = end) => dueDate(ruleById(id), { start: civil(start), end: civil(end) }, facts);

describe('due dates', () => {
  it.each([
    ['ie-vat-return', '2026-02-28', online, '2026-03-23'],
    ['ie-vat-return', '2026-02-28', { way: 'paper' }, '2026-03-19'],
    ['ie-vat-return', '2025-12-31', online, '2026-01-23'],
    ['ie-corporation-tax', '2025-12-31', online, '2026-09-23'],
    ['ie-corporation-tax', '2026-01-15', online, '2026-10-15'],
    ['ie-corporation-tax', '2025-02-28', online, '2025-11-23'],
    ['ie-annual-return', '2026-03-31', online, '2026-05-26'],
    ['ie-payroll-return', '2026-02-28', online, '2026-03-23'],
    ['ie-income-tax', '2025-12-31', online, '2026-10-31'],
  ])('%s, period to %s, %j: %s', (id, end, facts, expected) => {
    expect(due(id, end, facts).due.toString()).toBe(expected);
  });

  it('shows its working, ending in the date and naming the law', () => {
    const { workings } = due('ie-vat-return', '2026-02-28');
    expect(workings.lines).toEqual([
      'Period ends Sat 28 Feb 2026',
      'Filed online',
      '1 month later: Sat 28 Mar 2026',
      'Day 23 of that month: Mon 23 Mar 2026',
      'A working day: due Mon 23 Mar 2026',
    ]);
    expect(workings.source).toContain('s. 76');
    expect(workings.source).toContain('Check before relying on it');
  });

  it('says so when the day is none to work on, and does not move it', () => {
    const { workings, due: day } = due('ie-vat-return', '2026-04-30');
    expect(day.toString()).toBe('2026-05-23');
    expect(workings.lines.at(-1)).toContain('the rule does not move it');
  });

  it('refuses a period before the rule held', () => {
    expect(() => due('ie-payroll-return', '2018-12-31')).toThrow('No version of "Payroll return"');
  });
});

const facts: Facts = {
  legalForm: 'company',
  yearEnd: '12-31',
  vatRegistered: true,
  vatGroup: 'Jan-Feb',
  employer: false,
  annualReturnDate: null,
  way: 'online',
};

const terms = (id: string, startsOn: string): LineTerms => {
  const rule = ruleById(id);
  return {
    rhythm: rule.rhythms[0]!,
    anchor: 'calendar',
    anchorOn: null,
    startsOn,
    endsOn: null,
    cutShort: true,
    pauses: [],
    rules: [rule],
    ownDue: { count: 5, unit: 'working days' },
    takesExtensions: false,
    leadDays: 27,
    targetDays: 1,
  };
};

const ireland = holidayCalendar('IE', { from: 2023, until: 2040 });
const sixAhead = (today: CivilDate) => ({ today, ahead: 6, horizon: today.add({ months: 24 }) });

const scheduled = (today: CivilDate, given: Facts = facts, id = 'ie-vat-return', from = today) =>
  new Reckoner(ireland).line(terms(id, from.toString()), given, sixAhead(today));

const list = (today: CivilDate, given: Facts = facts, id?: string, from?: CivilDate): ScheduledObligation[] =>
  scheduled(today, given, id, from).streams[0]!.obligations;
const planned = (existing: ExistingObligation[], wanted: ScheduledObligation[]) => planObligations(existing, wanted, 'two-monthly');

describe('schedule', () => {
  it('gives the next six of a two-monthly return', () => {
    const six = list(civil('2026-03-11'));
    expect(six.map((one) => `${one.periodName} ${one.due.toString()}`)).toEqual([
      'Mar-Apr 2026 2026-05-23',
      'May-Jun 2026 2026-07-23',
      'Jul-Aug 2026 2026-09-23',
      'Sep-Oct 2026 2026-11-23',
      'Nov-Dec 2026 2027-01-23',
      'Jan-Feb 2027 2027-03-23',
    ]);
  });

  it('puts the target on a working day before the deadline and the begin before the target', () => {
    for (const one of list(civil('2026-03-11'))) {
      expect(one.target.until(one.due).days).toBeGreaterThan(0);
      expect(one.target.dayOfWeek).toBeLessThanOrEqual(5);
      expect(one.beginsOn.until(one.target).days).toBeGreaterThan(0);
    }
  });

  it('does not reach beyond its horizon for a yearly return', () => {
    expect(list(civil('2026-03-11'), facts, 'ie-corporation-tax').map((one) => one.due.toString())).toEqual(['2027-09-23']);
  });

  it('uses the other VAT group', () => {
    expect(list(civil('2026-03-11'), { ...facts, vatGroup: 'Feb-Mar' })[0]!.periodName).toBe('Feb-Mar 2026');
  });

  it('says why it gives none', () => {
    const why = (result: LineSchedule) => result.none.map((one) => one.why);
    expect(why(scheduled(civil('2026-03-11'), { ...facts, vatRegistered: false }))).toEqual(['"VAT return" applies only where: registered for VAT']);
    expect(why(scheduled(civil('2026-03-11'), { ...facts, vatGroup: null }))).toEqual(['The client record lacks its VAT group']);
    expect(why(scheduled(civil('2026-03-11'), { ...facts, yearEnd: null }, 'ie-corporation-tax'))).toEqual(['The client record lacks its year-end']);
  });
});

const recorded = (wanted: ScheduledObligation[], more: Partial<ExistingObligation> = {}): ExistingObligation[] =>
  wanted.map((one, index) => ({
    id: String(index),
    ruleId: one.ruleId,
    periodEnd: one.period.end.toString(),
    dueOn: one.due.toString(),
    targetOn: one.target.toString(),
    beginsOn: one.beginsOn.toString(),
    status: 'open',
    begun: false,
    extended: false,
    ...more,
  }));

describe('planning obligations', () => {
  const start = civil('2026-03-11');

  it('adds nothing when asked twice, on whatever later day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 900 }), (days) => {
        const today = start.add({ days });
        const wanted = list(today, facts, 'ie-vat-return', start);
        expect(planned(recorded(wanted), wanted)).toEqual({ add: [], move: [], withdraw: [], held: [] });
      }),
      { numRuns: 25 },
    );
  });

  it('moving a fact and back changes nothing', () => {
    const before = list(start);
    const moved = planned(recorded(before), list(start, { ...facts, way: 'paper' }));
    expect(moved.move).toHaveLength(6);
    const back = planned(recorded(list(start, { ...facts, way: 'paper' })), before);
    expect(back.move.map(({ to }) => to.due.toString())).toEqual(before.map((one) => one.due.toString()));
    expect([...back.add, ...back.withdraw, ...back.held]).toEqual([]);
  });

  it('never touches what is filed or begun, and says why', () => {
    const paper = list(start, { ...facts, way: 'paper' });
    const filed = planned(recorded(list(start), { status: 'filed', begun: true }), paper);
    expect(filed.move).toEqual([]);
    expect(filed.held.map((one) => one.why)).toEqual(Array(6).fill('it is filed'));
    expect(planned(recorded(list(start), { begun: true }), paper).held[0]!.why).toBe('its job has begun');
  });

  it('leaves what was put off on the day to which it was, and says why', () => {
    const plan = planned(recorded(list(start), { extended: true, dueOn: '2027-12-31' }), list(start));
    expect([...plan.move, ...plan.withdraw, ...plan.add]).toEqual([]);
    expect(plan.held[0]!.why).toBe('it is extended');
    expect(planned(recorded(list(start), { extended: true }), []).withdraw).toEqual([]);
  });

  it('withdraws what the new group no longer wants, but not what has begun', () => {
    const [first, ...rest] = recorded(list(start));
    const plan = planned([{ ...first!, begun: true }, ...rest], list(start, { ...facts, vatGroup: 'Feb-Mar' }));
    // The period that has begun ends with April: the new group goes on with May alone.
    expect(plan.add.map((one) => one.periodName)).toEqual(['May 2026', 'Jun-Jul 2026', 'Aug-Sep 2026', 'Oct-Nov 2026', 'Dec 2026-Jan 2027']);
    expect(plan.withdraw).toEqual(rest.map((one) => one.id));
    expect(plan.held).toEqual([{ id: first!.id, why: 'its job has begun', to: null }]);
  });

  it('bridges a moved year-end by one short period after the last year that was filed', () => {
    const calendarYear = { ...facts, yearEnd: '12-31' };
    const years = list(civil('2026-03-11'), calendarYear, 'ie-corporation-tax', civil('2024-06-01'));
    const filed = recorded(years).map((one) => ({ ...one, status: one.periodEnd < '2026-01-01' ? ('filed' as const) : ('open' as const) }));
    const june = list(civil('2026-03-11'), { ...facts, yearEnd: '06-30' }, 'ie-corporation-tax', civil('2024-06-01'));
    const plan = planObligations(filed, june, 'yearly');
    expect(plan.add.map((one) => `${one.periodName}, due ${one.due.toString()}`)[0]).toBe('Jan-Jun 2026, due 2027-03-23');
    expect(plan.withdraw).toEqual(filed.filter((one) => one.status === 'open').map((one) => one.id));
    // And back: the same years as before.
    const moved = [...filed.filter((one) => one.status === 'filed'), ...recorded(plan.add)];
    expect(planObligations(moved, years, 'yearly').add.map((one) => one.period.end.toString())).toEqual(
      filed.filter((one) => one.status === 'open').map((one) => one.periodEnd),
    );
  });
});
