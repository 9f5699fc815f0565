import { describe, expect, it } from 'vitest';
import { Temporal } from '../calendar';
import { copyIsDue, keptCopies } from '.';

const at = (text: string) => Temporal.PlainDateTime.from(text);
const said = (kept: Temporal.PlainDateTime[]) => kept.map((one) => one.toString({ smallestUnit: 'minute' }));
/** One each night at two, so many days back. */
const nights = (days: number) => Array.from({ length: days }, (_, back) => at('2026-03-11T02:00').subtract({ days: back }));

describe('copies that are kept', () => {
  it('are the last of each of the newest days, weeks and months', () => {
    expect(said(keptCopies(nights(90), { days: 3, weeks: 3, months: 3 }))).toEqual([
      // Wednesday, and the two days before it.
      '2026-03-11T02:00',
      '2026-03-10T02:00',
      '2026-03-09T02:00',
      // The Sundays that end the two weeks before.
      '2026-03-08T02:00',
      '2026-03-01T02:00',
      // The ends of the two months before.
      '2026-02-28T02:00',
      '2026-01-31T02:00',
    ]);
  });

  it('of one day are its last, whatever the order they are given in', () => {
    const made = ['2026-03-11T09:00', '2026-03-11T17:30', '2026-03-11T02:00'].map(at);
    expect(said(keptCopies(made, { days: 1, weeks: 1, months: 1 }))).toEqual(['2026-03-11T17:30']);
  });

  it('count days that have any, so that a pause of a month throws nothing away', () => {
    const made = ['2026-01-05T02:00', '2026-01-06T02:00', '2026-03-11T02:00'].map(at);
    expect(keptCopies(made, { days: 3, weeks: 1, months: 1 })).toHaveLength(3);
  });

  it('are few after years, and always hold the newest', () => {
    const kept = keptCopies(nights(2_000));
    expect(kept.length).toBeLessThanOrEqual(14 + 13 + 24);
    expect(said(kept)[0]).toBe('2026-03-11T02:00');
    expect(said(keptCopies(nights(5), { days: 0, weeks: 0, months: 0 }))).toEqual(['2026-03-11T02:00']);
    expect(keptCopies([])).toEqual([]);
  });
});

describe('the next copy', () => {
  it.each([
    [null, '2026-03-11T12:00', true],
    ['2026-03-11T02:00', '2026-03-11T23:59', false],
    ['2026-03-11T02:00', '2026-03-12T00:30', false],
    ['2026-03-11T02:00', '2026-03-12T01:00', true],
    ['2026-03-11T17:00', '2026-03-12T01:00', false],
    ['2026-03-11T17:00', '2026-03-12T17:00', true],
    ['2026-03-11T12:30', '2026-03-12T04:59', true],
  ])('after %s is wanted at %s: %s', (last, now, wanted) => {
    expect(copyIsDue(last === null ? null : at(last), at(now))).toBe(wanted);
  });
});
