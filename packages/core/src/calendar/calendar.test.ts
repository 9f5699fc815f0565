import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  isDay,
  type Rhythm,
  Periods,
  RHYTHMS,
  addMonths,
  addWorkingDays,
  civil,
  isRhythm,
  isWorkingDay,
  nextWorkingDay,
  periodContaining,
  periodName,
  periodsFrom,
  rhythmInWords,
  timesAYear,
  weekStart,
} from '.';
import { holidayCalendar } from '../holidays';

const RECURRING = RHYTHMS.filter((rhythm) => rhythm !== 'one-off');

const anyDay = fc.integer({ min: 0, max: 4_380 }).map((days) => civil('2024-01-01').add({ days }));

describe('adding months', () => {
  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2024-01-31', 1, '2024-02-29'],
    ['2025-06-30', 9, '2026-03-31'],
    ['2025-02-28', 9, '2025-11-30'],
    ['2026-01-15', 9, '2026-10-15'],
  ])('%s and %i months, keeping month-ends, is %s', (from, months, to) => {
    expect(addMonths(civil(from), months, { keepMonthEnd: true }).toString()).toBe(to);
  });

  it('leaves the 28th alone when month-ends are not kept', () => {
    expect(addMonths(civil('2025-02-28'), 9).toString()).toBe('2025-11-28');
  });

  it('keeps a month-end a month-end, whatever the month', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -60, max: 60 }), (day, months) => {
        const end = day.with({ day: day.daysInMonth });
        const moved = addMonths(end, months, { keepMonthEnd: true });
        expect(moved.day).toBe(moved.daysInMonth);
      }),
    );
  });
});

describe('working days', () => {
  const ireland = holidayCalendar('IE', { from: 2024, until: 2027 });

  it('knows the public holidays of Ireland', () => {
    expect(ireland.closed.has('2026-03-17')).toBe(true);
    expect(isWorkingDay(civil('2026-03-17'), ireland)).toBe(false);
    expect(nextWorkingDay(civil('2026-12-25'), ireland).toString()).toBe('2026-12-28');
  });

  it('counts across a week-end in both directions', () => {
    expect(addWorkingDays(civil('2026-03-13'), 1).toString()).toBe('2026-03-16');
    expect(addWorkingDays(civil('2026-03-16'), -1).toString()).toBe('2026-03-13');
  });

  it('goes there and back to where it was, from a working day', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: 0, max: 40 }), (day, count) => {
        const from = nextWorkingDay(day, ireland);
        expect(addWorkingDays(addWorkingDays(from, count, ireland), -count, ireland).equals(from)).toBe(true);
      }),
    );
  });

  it('finds the Monday of a week', () => {
    expect(weekStart(civil('2026-03-15')).toString()).toBe('2026-03-09');
    expect(weekStart(civil('2026-03-09')).toString()).toBe('2026-03-09');
  });
});

describe('periods', () => {
  it('gives two-month periods from a group end', () => {
    const periods = periodsFrom('two-monthly', civil('2025-12-31'), civil('2026-02-10'), 3);
    expect(periods.map((period) => `${period.start.toString()} ${period.end.toString()}`)).toEqual([
      '2026-01-01 2026-02-28',
      '2026-03-01 2026-04-30',
      '2026-05-01 2026-06-30',
    ]);
  });

  it('names them as they stand in jobs', () => {
    expect(periodName({ start: civil('2026-03-01'), end: civil('2026-04-30') }, 'two-monthly')).toBe('Mar-Apr 2026');
    expect(periodName({ start: civil('2025-12-01'), end: civil('2026-01-31') }, 'two-monthly')).toBe('Dec 2025-Jan 2026');
    expect(periodName({ start: civil('2026-02-01'), end: civil('2026-02-28') }, 'monthly')).toBe('Feb 2026');
    expect(periodName({ start: civil('2025-07-01'), end: civil('2026-06-30') }, 'yearly')).toBe('year to 30 Jun 2026');
    expect(periodName({ start: civil('2026-02-28'), end: civil('2026-03-06') }, 'weekly')).toBe('week ending 6 Mar 2026');
  });

  it('follows one another without a gap, and each holds the day it was asked for', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Rhythm>(...RECURRING, 'every 3 weeks', 'every 10 days', 'every 4 working days', 'every 5 months', 'every 2 years'),
        anyDay,
        anyDay,
        (rhythm, anchor, day) => {
          const one = periodContaining(rhythm, anchor, day);
          expect(one.start.until(day).days).toBeGreaterThanOrEqual(0);
          expect(day.until(one.end).days).toBeGreaterThanOrEqual(0);
          const next = periodContaining(rhythm, anchor, one.end.add({ days: 1 }));
          expect(next.start.equals(one.end.add({ days: 1 }))).toBe(true);
        },
      ),
    );
  });

  it.each<[Rhythm, string, string, string[]]>([
    ['twice monthly', '2026-01-31', '2026-02-10', ['1-15 Feb 2026', '16-28 Feb 2026', '1-15 Mar 2026']],
    ['every working day', '2026-03-06', '2026-03-07', ['9 Mar 2026', '10 Mar 2026', '11 Mar 2026']],
    ['daily', '2026-03-06', '2026-03-07', ['7 Mar 2026', '8 Mar 2026', '9 Mar 2026']],
    ['four-monthly', '2025-12-31', '2026-02-10', ['Jan-Apr 2026', 'May-Aug 2026', 'Sep-Dec 2026']],
    ['four-weekly', '2026-03-06', '2026-03-07', ['4 weeks ending 3 Apr 2026', '4 weeks ending 1 May 2026', '4 weeks ending 29 May 2026']],
    ['every 2 years', '2026-06-30', '2026-07-01', ['2 years to 30 Jun 2028', '2 years to 30 Jun 2030', '2 years to 30 Jun 2032']],
    ['RRULE:FREQ=MONTHLY;BYDAY=-1FR', '2026-01-01', '2026-02-10', ['to 27 Feb 2026', 'to 27 Mar 2026', 'to 24 Apr 2026']],
  ])('%s, anchored to %s, from %s', (rhythm, anchor, from, names) => {
    expect(periodsFrom(rhythm, civil(anchor), civil(from), 3).map((period) => periodName(period, rhythm))).toEqual(names);
  });

  it('comes once, on its day', () => {
    const once = new Periods('one-off', civil('2026-05-04'));
    expect(once.at(once.indexOf(civil('2024-01-01')))?.end.toString()).toBe('2026-05-04');
    expect(once.at(1)).toBeUndefined();
  });

  it('ends where its calendar rule does', () => {
    expect(periodsFrom('RRULE:FREQ=WEEKLY;COUNT=3', civil('2026-03-06'), civil('2026-03-06'), 9).map((one) => one.end.toString())).toEqual([
      '2026-03-06',
      '2026-03-13',
      '2026-03-20',
    ]);
  });

  it.each(['every 0 weeks', 'every week', 'hourly', 'RRULE:FREQ=HOURLY', 'RRULE:', '', 'every 1000 days'])('"%s" is no rhythm', (text) => {
    expect(isRhythm(text)).toBe(false);
  });

  it('refuses a calendar rule that never falls or makes no sense', () => {
    expect(() => periodsFrom('RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', civil('2026-01-01'), civil('2026-01-01'), 1)).toThrow('cannot be followed');
    expect(() => periodsFrom('RRULE:FREQ=WEEKLY;BYDAY=XX', civil('2026-01-01'), civil('2026-01-01'), 1)).toThrow('cannot be followed');
  });

  it('says how often it comes round, and in words', () => {
    expect(['weekly', 'every 10 weeks', 'twice monthly', 'RRULE:FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,FR'].map((one) => timesAYear(one as Rhythm))).toEqual([
      52, 5.2, 24, 52,
    ]);
    expect(['two-monthly', 'every 10 weeks'].map((one) => rhythmInWords(one as Rhythm))).toEqual(['every two months', 'every 10 weeks']);
  });
});

it('knows a day as it is kept from what is still typed', () => {
  expect(['2026-02-28', '2028-02-29'].every(isDay)).toBe(true);
  for (const wrong of ['2026-02-29', '2026-13-01', '2026-2-3', '28 Feb 2026', '', null, undefined, 20260228]) expect(isDay(wrong), String(wrong)).toBe(false);
});
