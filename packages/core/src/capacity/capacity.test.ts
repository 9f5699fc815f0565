import { expect, it } from 'vitest';
import { civil } from '../calendar';
import { weeklyLoad } from '.';

const patterns = [{ personId: 'niamh', weekdays: [300, 300, 300, 300, 300, 0, 0] }];
const load = (work: Parameters<typeof weeklyLoad>[0]['work'], closed: [string, string][] = []) =>
  weeklyLoad({ work, patterns, from: civil('2026-03-11'), today: civil('2026-03-11'), weeks: 2, calendar: { closed: new Map(closed) } });

it('spreads what is left over the working days to its due date', () => {
  const weeks = load([{ personId: 'niamh', minutes: 600, start: civil('2026-03-01'), due: civil('2026-03-17') }]);
  // Wed to Fri of this week, Mon and Tue of the next: five days of 120 minutes.
  expect(weeks.map((week) => week.booked)).toEqual([360, 240]);
  expect(weeks[0]!.people).toEqual([{ personId: 'niamh', booked: 360, room: 1_500 }]);
});

it('puts overdue work on today', () => {
  expect(load([{ personId: null, minutes: 90, start: civil('2026-01-01'), due: civil('2026-02-01') }])[0]!.booked).toBe(90);
});

it('has less room in a week with a holiday', () => {
  const [, second] = load([], [['2026-03-17', 'St Patrick\u2019s Day']]);
  expect(second).toMatchObject({ room: 1_200, workingDays: 4 });
});

it('leaves out a day of leave', () => {
  const [week] = weeklyLoad({
    work: [],
    patterns: [{ ...patterns[0]!, leave: new Set(['2026-03-12']) }],
    from: civil('2026-03-11'),
    today: civil('2026-03-11'),
    weeks: 1,
  });
  expect(week!.room).toBe(1_200);
});
