import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CivilDate, civil } from '../calendar';
import type { Facts } from '../conditions';
import { holidayCalendar } from '../holidays';
import { type ExistingObligation, type ScheduledObligation, dueDate, planObligations, ruleById, schedule } from '.';

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

const scheduled = (today: CivilDate, given: Facts = facts, id = 'ie-vat-return', from = today) => {
  const rule = ruleById(id);
  return schedule({
    rule,
    rhythm: rule.rhythms[0]!,
    facts: given,
    from,
    today,
    ahead: 6,
    horizon: today.add({ months: 24 }),
    leadDays: 27,
    targetDays: 1,
    calendar: holidayCalendar('IE', { from: 2023, until: 2040 }),
  });
};

const list = (today: CivilDate, given: Facts = facts, id?: string, from?: CivilDate): ScheduledObligation[] => {
  const result = scheduled(today, given, id, from);
  if ('none' in result) throw new Error(result.none);
  return result.obligations;
};

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
    expect(scheduled(civil('2026-03-11'), { ...facts, vatRegistered: false })).toEqual({ none: '"VAT return" applies only where: registered for VAT' });
    expect(scheduled(civil('2026-03-11'), { ...facts, vatGroup: null })).toEqual({ none: 'The client record lacks its VAT group' });
    expect(scheduled(civil('2026-03-11'), { ...facts, yearEnd: null }, 'ie-corporation-tax')).toEqual({ none: 'The client record lacks its year-end' });
  });
});

const recorded = (wanted: ScheduledObligation[], more: Partial<ExistingObligation> = {}): ExistingObligation[] =>
  wanted.map((one, index) => ({
    id: String(index),
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
        expect(planObligations(recorded(wanted), wanted)).toEqual({ add: [], move: [], withdraw: [], held: [] });
      }),
      { numRuns: 25 },
    );
  });

  it('moving a fact and back changes nothing', () => {
    const before = list(start);
    const moved = planObligations(recorded(before), list(start, { ...facts, way: 'paper' }));
    expect(moved.move).toHaveLength(6);
    const back = planObligations(recorded(list(start, { ...facts, way: 'paper' })), before);
    expect(back.move.map(({ to }) => to.due.toString())).toEqual(before.map((one) => one.due.toString()));
    expect([...back.add, ...back.withdraw, ...back.held]).toEqual([]);
  });

  it('never touches what is filed or begun, and says why', () => {
    const paper = list(start, { ...facts, way: 'paper' });
    const filed = planObligations(recorded(list(start), { status: 'filed', begun: true }), paper);
    expect(filed.move).toEqual([]);
    expect(filed.held.map((one) => one.why)).toEqual(Array(6).fill('it is filed'));
    expect(planObligations(recorded(list(start), { begun: true }), paper).held[0]!.why).toBe('its job has begun');
  });

  it('leaves what was put off on the day to which it was, and says why', () => {
    const plan = planObligations(recorded(list(start), { extended: true, dueOn: '2027-12-31' }), list(start));
    expect([...plan.move, ...plan.withdraw, ...plan.add]).toEqual([]);
    expect(plan.held[0]!.why).toBe('it is extended');
    expect(planObligations(recorded(list(start), { extended: true }), []).withdraw).toEqual([]);
  });

  it('withdraws what the new group no longer wants, but not what has begun', () => {
    const [first, ...rest] = recorded(list(start));
    const plan = planObligations([{ ...first!, begun: true }, ...rest], list(start, { ...facts, vatGroup: 'Feb-Mar' }));
    expect(plan.add).toHaveLength(6);
    expect(plan.withdraw).toEqual(rest.map((one) => one.id));
  });
});
