import { describe, expect, it } from 'vitest';
import { type CivilDate, addMonths, civil, isWorkingDay, periodContaining } from '../calendar';
import type { Facts } from '../conditions';
import { authorityCalendar } from '../holidays';
import { type FilingRule, RULES, dueDate, extendedDueDate, ruleById } from '.';

/** The period of the rule's usual rhythm that ends on a day. */
const periodTo = (rule: FilingRule, end: CivilDate) => periodContaining(rule.rhythms[0]!, end, end);
const due = (id: string, end: string, facts: Facts = { way: 'online' }) => dueDate(ruleById(id), periodTo(ruleById(id), civil(end)), facts);

describe('shipped rules, as public law has them', () => {
  it.each<[string, string, string, Facts?]>([
    // Ireland: dates stay where they are.
    ['ie-vat-return', '2026-02-28', '2026-03-23'],
    ['ie-vat-return', '2028-02-29', '2028-03-23'],
    ['ie-corporation-tax', '2025-12-31', '2026-09-23'],
    ['ie-corporation-tax', '2026-01-15', '2026-10-15'],
    ['ie-corporation-tax-preliminary', '2026-12-31', '2026-11-23'],
    ['ie-corporation-tax-preliminary', '2026-01-15', '2025-12-15'],
    ['ie-partnership-return', '2025-12-31', '2026-10-31'],
    // United Kingdom: nine months keeping the month-end; seven days more for VAT, and a Saturday stays.
    ['gb-company-accounts', '2025-06-30', '2026-03-31'],
    ['gb-company-accounts', '2025-02-28', '2025-11-30'],
    ['gb-company-accounts', '2024-02-29', '2024-11-30'],
    ['gb-company-accounts', '2025-06-30', '2025-12-31', { publicCompany: true }],
    ['gb-company-accounts', '2025-04-05', '2026-01-05'],
    ['gb-vat-return', '2026-01-31', '2026-03-07'],
    ['gb-vat-return', '2025-12-31', '2026-02-07'],
    ['gb-corporation-tax-return', '2025-02-28', '2026-02-28'],
    ['gb-corporation-tax-payment', '2025-06-30', '2026-04-01'],
    ['gb-self-assessment', '2025-04-05', '2026-01-31'],
    ['gb-self-assessment', '2025-04-05', '2025-10-31', { way: 'paper' }],
    ['gb-payment-on-account-1', '2026-04-05', '2026-01-31'],
    ['gb-payment-on-account-2', '2026-04-05', '2026-07-31'],
    ['gb-income-tax-quarterly-update', '2026-07-05', '2026-08-07'],
    ['gb-payroll-payment', '2026-03-05', '2026-03-22'],
    ['gb-confirmation-statement', '2026-02-20', '2026-03-06'],
    // United States: the next day that is no weekend and no holiday of the District of Columbia.
    ['us-1120', '2025-12-31', '2026-04-15'],
    ['us-1120', '2025-06-30', '2025-09-15'],
    ['us-1120', '2027-06-30', '2027-10-15'],
    ['us-1120s', '2025-12-31', '2026-03-16'],
    ['us-1065', '2026-12-31', '2027-03-15'],
    ['us-1040', '2025-12-31', '2026-04-15'],
    ['us-1040', '2022-12-31', '2023-04-18'],
    ['us-1040', '2027-12-31', '2028-04-18'],
    ['us-1040', '2032-12-31', '2033-04-18'],
    ['us-1040-es-4', '2026-12-31', '2027-01-15'],
    ['us-1120-estimated-1', '2026-12-31', '2026-04-15'],
    ['us-1120-estimated-3', '2026-06-30', '2026-03-16'],
    ['us-941', '2025-12-31', '2026-02-02'],
    ['us-941', '2026-06-30', '2026-07-31'],
    ['us-w2', '2025-12-31', '2026-02-02'],
    ['us-990', '2025-12-31', '2026-05-15'],
    // Canada.
    ['ca-t2', '2025-09-30', '2026-03-31'],
    ['ca-t2', '2025-08-31', '2026-03-02'],
    ['ca-t2-balance', '2025-12-31', '2026-03-02'],
    ['ca-t2-balance', '2025-12-31', '2026-03-31', { ccpc: true }],
    ['ca-t1', '2025-12-31', '2026-04-30', { legalForm: 'person' }],
    ['ca-t1', '2025-12-31', '2026-06-15', { legalForm: 'sole trader' }],
    ['ca-gst-return', '2026-03-31', '2026-04-30'],
    // The 15th is a Sunday, and the Monday after it a holiday of some provinces only.
    ['ca-payroll-remittance', '2026-01-31', '2026-02-16'],
    ['ca-t4', '2025-12-31', '2026-03-02'],
    // Australia.
    ['au-activity-statement-quarterly', '2025-12-31', '2026-03-02'],
    ['au-activity-statement-quarterly', '2026-03-31', '2026-04-28'],
    ['au-activity-statement-monthly', '2026-01-31', '2026-02-23'],
    ['au-individual-return', '2026-06-30', '2026-11-02'],
    ['au-company-payment', '2026-06-30', '2026-12-01'],
    ['au-superannuation', '2025-12-31', '2026-01-28'],
    // New Zealand: two dates of their own.
    ['nz-gst', '2026-03-31', '2026-05-07'],
    ['nz-gst', '2025-11-30', '2026-01-15'],
    ['nz-gst', '2026-01-31', '2026-03-02'],
    ['nz-company-return', '2026-03-31', '2026-07-07'],
    ['nz-company-return', '2026-06-30', '2026-10-07'],
    ['nz-provisional-tax-1', '2027-03-31', '2026-08-28'],
    // 7 February 2027 is a Sunday, and the holiday of the Saturday before it is kept on the Monday.
    ['nz-terminal-tax', '2026-03-31', '2027-02-09'],
    ['nz-fringe-benefit-tax', '2026-03-31', '2026-06-02'],
  ])('%s, period to %s: %s', (id, end, expected, facts) => {
    expect(due(id, end, facts).due.toString()).toBe(expected);
  });

  it.each([
    ['us-1120s', '2025-12-31', '2026-09-15'],
    ['us-1120', '2025-12-31', '2026-10-15'],
    ['us-1120', '2025-06-30', '2026-04-15'],
    ['us-1040', '2025-12-31', '2026-10-15'],
    ['us-1065', '2024-12-31', '2025-09-15'],
    ['nz-company-return', '2026-03-31', '2027-03-31'],
  ])('%s, period to %s, extended: %s', (id, end, expected) => {
    expect(extendedDueDate(ruleById(id), periodTo(ruleById(id), civil(end)), {})?.due.toString()).toBe(expected);
  });

  it('says the exception taken, the weekend moved off, and on what terms more time is given', () => {
    const rule = ruleById('us-1120s');
    const period = periodTo(rule, civil('2025-12-31'));
    expect(dueDate(rule, period, {}).workings.lines).toEqual([
      'Period ends Wed 31 Dec 2025',
      '3 months later: Tue 31 Mar 2026',
      'Day 15 of that month: Sun 15 Mar 2026',
      'A weekend: moved to the next working day, due Mon 16 Mar 2026',
    ]);
    const extended = extendedDueDate(rule, period, {})!;
    expect(extended).toMatchObject({ automatic: true, asks: 'Form 7004 by the due date' });
    expect(extended.workings.lines.slice(-3)).toEqual([
      'Extended, six months, counted from Sun 15 Mar 2026:',
      '6 months later: Tue 15 Sep 2026',
      'A working day: due Tue 15 Sep 2026',
    ]);
    expect(due('nz-gst', '2025-11-30').workings.lines).toContain('Holds here: month of the period’s end is November');
    expect(extendedDueDate(ruleById('ie-vat-return'), period, {})).toBeNull();
  });

  it('holds only while the law does', () => {
    expect(() => due('au-superannuation', '2026-09-30')).toThrow('No version of "Superannuation guarantee, quarter" holds');
    expect(() => due('gb-income-tax-quarterly-update', '2026-04-05')).toThrow('No version');
  });
});

describe('every shipped rule', () => {
  const facts: Facts[] = [{}, { way: 'paper', legalForm: 'sole trader', ccpc: true, publicCompany: true }];

  const TAX_YEAR: Record<string, string> = { GB: '2023-04-05', AU: '2023-06-30', NZ: '2023-03-31' };

  /** Period ends that the rule can meet from 2024 to 2035: those of the tax year, or every month-end and the 15th for what a client chooses. */
  function endsOf(rule: FilingRule): CivilDate[] {
    const ends: CivilDate[] = [];
    const from = civil('2024-01-01');
    if (rule.anchor === 'tax year') {
      const anchor = civil(TAX_YEAR[rule.country!] ?? '2023-12-31');
      for (let period = periodContaining(rule.rhythms[0]!, anchor, from); period.end.year <= 2035;) {
        ends.push(period.end);
        period = periodContaining(rule.rhythms[0]!, anchor, period.end.add({ days: 1 }));
      }
      return ends;
    }
    const step = rule.anchor === 'calendar' && rule.rhythms[0] === 'quarterly' ? 3 : 1;
    for (let end = civil(step === 3 ? '2024-03-31' : '2024-01-31'); end.year <= 2035; end = addMonths(end, step, { keepMonthEnd: true })) {
      ends.push(end);
      if (rule.anchor === 'year-end') ends.push(end.with({ day: 15 }));
    }
    return ends;
  }

  it.each(RULES.map((rule) => [rule.id, rule] as const))('%s gives a day for every period to 2035, and a return never before its period is over', (_, rule) => {
    let given = 0;
    for (const end of endsOf(rule)) {
      const [version] = rule.versions;
      if (end.toString() < version!.effectiveFrom || (version!.effectiveUntil && end.toString() > version!.effectiveUntil)) continue;
      for (const one of facts) {
        const day = dueDate(rule, periodTo(rule, end), one).due;
        const apart = end.until(day).days;
        if (rule.kind === 'payment') expect(Math.abs(apart), `${rule.id} ${end.toString()}`).toBeLessThan(500);
        else expect(apart, `${rule.id} ${end.toString()}`).toBeGreaterThanOrEqual(0);
        if (version!.whenClosed) expect(isWorkingDay(day, authorityCalendar(rule.country!, rule.region)), `${rule.id} ${day.toString()}`).toBe(true);
        given += 1;
      }
    }
    expect(given).toBeGreaterThan(10);
  });

  it('has an id of its own that begins with its country, a source, and a return it belongs to where it pays for one', () => {
    expect(new Set(RULES.map((rule) => rule.id)).size).toBe(RULES.length);
    for (const rule of RULES) {
      expect(rule.id).toMatch(rule.country === null ? /^own-/ : new RegExp(`^${rule.country.toLowerCase()}-`));
      for (const version of rule.versions) expect(version.source.length, rule.id).toBeGreaterThan(15);
      if (rule.belongsTo) expect(ruleById(rule.belongsTo).country).toBe(rule.country);
    }
  });

  it('knows the holidays of whoever takes the return', () => {
    const capital = authorityCalendar('US', 'dc');
    expect(isWorkingDay(civil('2025-04-16'), capital)).toBe(false);
    expect(isWorkingDay(civil('2026-01-19'), capital)).toBe(false);
    expect(isWorkingDay(civil('2026-02-06'), authorityCalendar('NZ'))).toBe(false);
  });
});
