import { describe, expect, it } from 'vitest';
import { civil, isWorkingDay } from '../calendar';
import { authorityCalendar, holidayCalendar } from '.';

const works = (country: string, day: string, region?: string) => isWorkingDay(civil(day), authorityCalendar(country, region));

describe('the holidays of a country', () => {
  // Organisation of Working Time Act 1997, Second Schedule, with the first Monday in February since 2023.
  it('are those of Ireland, fixed and movable, in each of the years asked for', () => {
    const { closed } = holidayCalendar('IE', { from: 2025, until: 2027 });
    const of = (year: number) => [...closed.keys()].filter((day) => day.startsWith(`${year}`)).sort();
    const [newYear, brigid, patrick, easter, may, june, august, october, christmas, stephen] = of(2026);
    expect([newYear, patrick, christmas, stephen]).toEqual(['2026-01-01', '2026-03-17', '2026-12-25', '2026-12-26']);
    expect([brigid, easter, may, june, august, october]).toEqual(['2026-02-02', '2026-04-06', '2026-05-04', '2026-06-01', '2026-08-03', '2026-10-26']);
    expect([of(2024), of(2028)]).toEqual([[], []]);
    // Easter Monday of the years beside it.
    expect(closed.has('2025-04-21') && closed.has('2027-03-29')).toBe(true);
  });

  it('are those of another country for a firm that works there', () => {
    const { closed } = holidayCalendar('GB', { from: 2026, until: 2026 });
    expect(closed.has('2026-04-03')).toBe(true);
    expect(closed.has('2026-03-17')).toBe(false);
    // Boxing Day is a Saturday: the Monday after it is given instead.
    expect(closed.has('2026-12-28')).toBe(true);
  });

  it('stand beside the closing days of the firm, each with its name', () => {
    const own = new Map([
      ['2026-12-24', 'Christmas Eve'],
      ['2026-03-17', 'Regatta'],
    ]);
    const { closed } = holidayCalendar('IE', { from: 2026, until: 2026 }, own);
    expect(closed.get('2026-12-24')).toBe('Christmas Eve');
    // A day of the firm’s own that is a holiday anyway is called by the holiday.
    expect(closed.get('2026-03-17')).toMatch(/Patrick/);
    expect([...own.keys()]).toHaveLength(2);
  });
});

describe('an authority', () => {
  it('works from Monday to Friday without the holidays of its country, however far away the year', () => {
    expect(works('IE', '2026-03-16')).toBe(true);
    expect(works('IE', '2026-03-17')).toBe(false);
    expect(works('IE', '2026-03-21')).toBe(false);
    expect(works('IE', '2044-12-26')).toBe(false);
    expect(works('IE', '2044-12-28')).toBe(true);
  });

  it('is the same one for whoever asks again', () => {
    expect(authorityCalendar('IE')).toBe(authorityCalendar('IE'));
    expect(authorityCalendar('US')).not.toBe(authorityCalendar('US', 'dc'));
  });

  // 16 April 2028 is a Sunday, 2022 a Saturday, 2026 a Thursday. D.C. Code s. 28-2701.
  it.each([
    ['2026-04-16', false],
    ['2028-04-17', false],
    ['2022-04-15', false],
    ['2022-04-18', true],
    ['2026-04-17', true],
  ])('of the District of Columbia keeps Emancipation Day on a working day: %s works %s', (day, does) => {
    expect(works('US', day, 'dc')).toBe(does);
    expect(works('US', day)).toBe(true);
  });
});
