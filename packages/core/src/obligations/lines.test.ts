import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import type { Facts } from '../conditions';
import { holidayCalendar } from '../holidays';
import { type LineTerms, Reckoner, ruleById } from '.';

const facts: Facts = { legalForm: 'company', yearEnd: '06-30', vatRegistered: true, vatGroup: 'Jan-Feb', employer: true, way: 'online' };
const outlook = { today: civil('2026-03-11'), ahead: 6, horizon: civil('2028-03-11') };
const calendar = holidayCalendar('IE', { from: 2023, until: 2032 });

const line = (more: Partial<LineTerms> = {}): LineTerms => ({
  rhythm: 'monthly',
  anchor: 'calendar',
  anchorOn: null,
  startsOn: '2026-03-01',
  endsOn: null,
  cutShort: true,
  pauses: [],
  rules: [],
  ownDue: { count: 12, unit: 'working days' },
  takesExtensions: false,
  leadDays: 16,
  targetDays: 2,
  ...more,
});

const computed = (more: Partial<LineTerms>, given: Facts = facts) => new Reckoner(calendar).line(line(more), given, outlook);
const leading = (more: Partial<LineTerms>, given?: Facts) => computed(more, given).streams.find((one) => one.leads)!.obligations;
const names = (more: Partial<LineTerms>, given?: Facts) => leading(more, given).map((one) => one.periodName);

describe('work without a filing rule', () => {
  it('is due by our own date, explained', () => {
    const [first] = leading({});
    expect(first).toMatchObject({ ruleId: 'own-date', periodName: 'Mar 2026' });
    // Good Friday is no public holiday in Ireland, Easter Monday is: twelve working days after 31 March.
    expect(first!.due.toString()).toBe('2026-04-17');
    expect(first!.workings.source).toBe('Our own date: 12 working days after the period');
  });

  it('may be due before its period ends', () => {
    const [first] = leading({ rhythm: 'weekly', anchor: 'date', anchorOn: '2026-03-06', startsOn: '2026-03-07', ownDue: { count: -1, unit: 'working days' } });
    expect(`${first!.periodName}, ${first!.due.toString()}`).toBe('week ending 13 Mar 2026, 2026-03-12');
  });

  it.each<[string, Partial<LineTerms>, string[]]>([
    ['the year-end', { rhythm: 'half-yearly', anchor: 'year-end', startsOn: '2026-01-01' }, ['Jan-Jun 2026', 'Jul-Dec 2026']],
    ['its own start', { rhythm: 'monthly', anchor: 'start', startsOn: '2026-03-10' }, ['10 Mar-9 Apr 2026', '10 Apr-9 May 2026']],
    [
      'a day',
      { rhythm: 'four-weekly', anchor: 'date', anchorOn: '2026-03-06', startsOn: '2026-03-07' },
      ['4 weeks ending 3 Apr 2026', '4 weeks ending 1 May 2026'],
    ],
    ['the VAT group', { rhythm: 'two-monthly', anchor: 'vat group' }, ['Mar-Apr 2026', 'May-Jun 2026']],
    ['weeks of the calendar', { rhythm: 'weekly', startsOn: '2026-03-09' }, ['week ending 15 Mar 2026', 'week ending 22 Mar 2026']],
  ])('counts its periods by %s', (_, more, expected) => {
    expect(names(more).slice(0, 2)).toEqual(expected);
  });

  it('cuts a first and a last period short, or does the whole of them', () => {
    const quarter = { rhythm: 'quarterly', startsOn: '2026-02-10', endsOn: '2026-08-20' } as const;
    expect(names(quarter)).toEqual(['10 Feb-31 Mar 2026', 'Apr-Jun 2026', '1 Jul-20 Aug 2026']);
    expect(names({ ...quarter, cutShort: false })).toEqual(['Jan-Mar 2026', 'Apr-Jun 2026', 'Jul-Sep 2026']);
    // What ends earlier is due earlier.
    expect(leading(quarter).at(-1)!.due.toString()).toBe('2026-09-07');
  });

  it('comes once', () => {
    expect(leading({ rhythm: 'one-off', anchor: 'date', anchorOn: '2026-05-04' }).map((one) => one.due.toString())).toEqual(['2026-05-20']);
  });

  it('rests while it is paused, and goes on after', () => {
    expect(names({ pauses: [{ from: '2026-04-01', until: '2026-05-31' }] }).slice(0, 3)).toEqual(['Mar 2026', 'Jun 2026', 'Jul 2026']);
    expect(names({ pauses: [{ from: '2026-05-01', until: null }] })).toEqual(['Mar 2026', 'Apr 2026']);
    // A period that is only partly in the pause has work in it.
    expect(names({ pauses: [{ from: '2026-04-10', until: '2026-05-31' }] }).slice(0, 3)).toEqual(['Mar 2026', 'Apr 2026', 'Jun 2026']);
  });
});

describe('a line with filing rules', () => {
  const payroll = ruleById('ie-payroll-return');
  const vat = ruleById('ie-vat-return');
  const tax = ruleById('ie-corporation-tax');
  const preliminary = ruleById('ie-corporation-tax-preliminary');

  it('goes by the return in its own rhythm, the other deadlines beside it', () => {
    const { streams } = computed({ rhythm: 'yearly', rules: [preliminary, tax] });
    expect(streams.map((one) => [one.rule.id, one.leads])).toContainEqual(['ie-corporation-tax', true]);
  });

  it('has its own dates for weekly work, and the monthly return once', () => {
    const { streams } = computed({
      rhythm: 'weekly',
      anchor: 'date',
      anchorOn: '2026-03-06',
      startsOn: '2026-02-28',
      rules: [payroll],
      ownDue: { count: 0, unit: 'days' },
    });
    expect(streams.map(({ rule, leads, obligations }) => [rule.id, leads, obligations[0]!.periodName])).toEqual([
      ['own-date', true, 'week ending 6 Mar 2026'],
      ['ie-payroll-return', false, 'Feb 2026'],
    ]);
  });

  it('answers only for the periods of a registration', () => {
    const registered = { ...facts, vatFrom: '2026-05-10', vatUntil: '2026-10-15' };
    expect(names({ rhythm: 'two-monthly', rules: [vat] }, registered)).toEqual(['May-Jun 2026', 'Jul-Aug 2026', 'Sep-Oct 2026']);
  });

  it('does not begin before the line does', () => {
    const [first] = leading({ rhythm: 'yearly', rules: [tax], startsOn: '2026-03-10', leadDays: 400 });
    expect(first!.beginsOn.toString()).toBe('2026-03-10');
  });
});

describe('a reckoner', () => {
  it('gives every client the same dates as one that serves it alone', () => {
    const shared = new Reckoner(calendar);
    const rules = ['ie-vat-return', 'ie-corporation-tax', 'ie-payroll-return'].map(ruleById);
    fc.assert(
      fc.property(
        fc.constantFrom('12-31', '06-30', '02-28', '01-15'),
        fc.constantFrom('Jan-Feb', 'Feb-Mar'),
        fc.constantFrom('online', 'paper'),
        fc.integer({ min: 0, max: 800 }),
        fc.constantFrom(...rules),
        (yearEnd, vatGroup, way, days, rule) => {
          const given = { ...facts, yearEnd, vatGroup, way };
          const terms = line({ rhythm: rule.rhythms[0]!, rules: [rule], startsOn: civil('2024-01-01').add({ days }).toString() });
          const told = (reckoner: Reckoner) =>
            reckoner
              .line(terms, given, outlook)
              .streams.flatMap(({ obligations }) => obligations.map((one) => `${one.periodName} ${one.beginsOn.toString()} ${one.due.toString()}`));
          expect(told(shared)).toEqual(told(new Reckoner(calendar)));
        },
      ),
    );
  });

  it('leaves no gap between the periods of a line and repeats none', () => {
    fc.assert(
      fc.property(fc.constantFrom('weekly', 'four-weekly', 'twice monthly', 'monthly', 'every 10 days'), fc.integer({ min: 0, max: 700 }), (rhythm, days) => {
        const startsOn = civil('2024-01-01').add({ days }).toString();
        const found = leading({ rhythm: rhythm, startsOn });
        expect(found[0]!.period.start.toString()).toBe(startsOn);
        for (const [at, one] of found.slice(1).entries()) expect(one.period.start.toString()).toBe(found[at]!.period.end.add({ days: 1 }).toString());
      }),
    );
  });
});
