import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fullDate, plainDate } from '../words';
import { civil } from './dates';
import { readDay } from './read-day';

// A Wednesday.
const TODAY = civil('2026-03-11');
const read = (text: string, today = TODAY, monthFirst = false) => readDay(text, today, monthFirst)?.toString() ?? null;

it.each([
  ['2026-04-23', '2026-04-23'],
  ['23 Apr', '2026-04-23'],
  ['23 april', '2026-04-23'],
  ['Thu 23 Apr 2026', '2026-04-23'],
  ['Thursday, 23rd April 2026', '2026-04-23'],
  ['Apr 23', '2026-04-23'],
  ['April 23, 2027', '2027-04-23'],
  ['23apr', '2026-04-23'],
  ['23 Apr 27', '2027-04-23'],
  ['23/4', '2026-04-23'],
  ['23.4.2027', '2027-04-23'],
  ['23-4-27', '2027-04-23'],
  ['1 Sept', '2026-09-01'],
  ['11', '2026-03-11'],
  ['10', '2026-04-10'],
  ['31', '2026-03-31'],
])('reads "%s" as a day of the calendar', (text, day) => expect(read(text)).toBe(day));

it.each([
  ['today', '2026-03-11'],
  ['Tomorrow', '2026-03-12'],
  ['yesterday', '2026-03-10'],
  ['+2w', '2026-03-25'],
  ['+ 10 days', '2026-03-21'],
  ['in 2 weeks', '2026-03-25'],
  ['-1m', '2026-02-11'],
  ['3 days ago', '2026-03-08'],
  ['+1y', '2027-03-11'],
  ['fri', '2026-03-13'],
  ['Wednesday', '2026-03-18'],
  ['next Tues', '2026-03-17'],
  ['end of month', '2026-03-31'],
  ['end of the month', '2026-03-31'],
  ['end of next month', '2026-04-30'],
  ['end of Feb', '2026-02-28'],
  ['end of quarter', '2026-03-31'],
  ['end of next quarter', '2026-06-30'],
  ['end of year', '2026-12-31'],
  ['end of week', '2026-03-15'],
])('reads "%s" as a day counted from today', (text, day) => expect(read(text)).toBe(day));

it('takes a day without its year for one from two months back on', () => {
  expect(read('15 Dec', civil('2026-01-10'))).toBe('2025-12-15');
  expect(read('15 Dec')).toBe('2026-12-15');
  expect(read('23 Apr', civil('2026-11-28'))).toBe('2027-04-23');
  expect(read('29 Feb')).toBe('2028-02-29');
});

it('takes the month first where the firm writes it so', () => {
  expect(read('4/5', TODAY, true)).toBe('2026-04-05');
  expect(read('4/5')).toBe('2026-05-04');
  expect(read('4/23/2026', TODAY, true)).toBe('2026-04-23');
});

it('reads nothing into what is no day', () => {
  for (const text of [
    '',
    'soon',
    '31 Apr',
    '30/2',
    '2026-02-29',
    '13/13',
    '0',
    '32',
    '1 Ju',
    '23 Apr 202',
    '2w',
    'end of',
    'end of soon',
    '1 Jan 1850',
    '+9999y',
    'ma 3',
  ])
    expect(read(text), text).toBeNull();
});

it('reads each day again as we write it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 60_000 }), (days) => {
      const day = civil('1950-01-01').add({ days });
      expect(read(day.toString())).toBe(day.toString());
      expect(read(fullDate(day))).toBe(day.toString());
      expect(read(plainDate(day))).toBe(day.toString());
    }),
  );
});
