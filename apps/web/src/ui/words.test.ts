import { civil } from '@steady/core/calendar';
import { expect, it } from 'vitest';
import { dayInWords, dayOf, dueTone, momentInWords, setZone, sizeInWords, waitedWords } from './words';

const TODAY = civil('2026-03-11');

it('tells a moment by the firm’s clock, wherever the browser is', () => {
  expect(momentInWords('2026-03-11T09:05:00Z', TODAY)).toBe('today 09:05');
  expect(momentInWords('2026-02-24T23:30:00Z', TODAY)).toBe('24 Feb 23:30');
  expect(momentInWords('2025-07-01T23:30:00Z', TODAY)).toBe('2 Jul 2025 00:30');
  setZone('Pacific/Auckland');
  expect(dayOf('2026-03-11T20:00:00Z').toString()).toBe('2026-03-12');
  setZone('Europe/Dublin');
});

it('names the year of a day only where it is another', () => {
  expect([dayInWords('2026-03-23', TODAY), dayInWords('2025-12-24', TODAY)]).toEqual(['Mon 23 Mar', '24 Dec 2025']);
});

it.each([
  ['2026-03-10', 'late'],
  ['2026-03-11', 'soon'],
  ['2026-03-18', 'soon'],
  ['2026-03-19', ''],
])('%s is %s', (due, tone) => {
  expect(dueTone(due, TODAY)).toBe(tone);
});

it('says how long somebody has waited, how large a file is', () => {
  expect(waitedWords('2026-03-05T15:00:00Z', TODAY)).toBe('6 days');
  expect([sizeInWords(999), sizeInWords(12_400), sizeInWords(2_560_000)]).toEqual(['999 bytes', '12 kB', '2.6 MB']);
});
