import { describe, expect, it } from 'vitest';
import { type DetailField, type DetailKind, dayFromText, detailFromText, detailInWords, whyNotDetail, yesFromText } from '.';

const field = (kind: DetailKind, choices: string[] = []): DetailField => ({ id: 'd', name: 'Detail', kind, choices, forms: [] });

describe('days as people write them', () => {
  it.each([
    ['2026-04-23', '2026-04-23'],
    ['2026-4-3', '2026-04-03'],
    ['2026-04-23T00:00:00.000Z', '2026-04-23'],
    ['23/04/2026', '2026-04-23'],
    ['3.4.2026', '2026-04-03'],
    ['23 Apr 2026', '2026-04-23'],
    [' 1 September 2026 ', '2026-09-01'],
    ['30/02/2026', null],
    ['04/23/2026', null],
    ['23 Abc 2026', null],
    ['soon', null],
    ['', null],
  ])('%s is %s', (text, day) => {
    expect(dayFromText(text)).toBe(day);
  });
});

it('yes and no are read in the ways they are written', () => {
  expect(['Yes', 'y', 'TRUE', '1', 'x'].map(yesFromText)).toEqual([true, true, true, true, true]);
  expect(['no', 'N', 'false', '0'].map(yesFromText)).toEqual([false, false, false, false]);
  expect(['', 'maybe'].map(yesFromText)).toEqual([null, null]);
});

describe('a detail is read from text and said again', () => {
  it.each<[DetailField, string, string]>([
    [field('text'), '  Quay 4 ', 'Quay 4'],
    [field('number'), '1,250.5', '1250.5'],
    [field('money'), '1,250.5', 'EUR 1,250.50'],
    [field('date'), '1/2/2026', '1 Feb 2026'],
    [field('choice', ['North', 'South']), 'south', 'South'],
    [field('yes or no'), 'Y', 'yes'],
  ])('%j from "%s"', (of, text, words) => {
    const read = detailFromText(of, text, 'EUR');
    expect('value' in read && detailInWords(of.kind, read.value)).toBe(words);
  });

  it.each<[DetailField, string, string]>([
    [field('number'), 'many', 'Give a number'],
    [field('money'), 'a lot', 'Give an amount'],
    [field('date'), '31/02/2026', 'Give a day that exists'],
    [field('choice', ['North', 'South']), 'West', 'Choose one of North, South.'],
    [field('yes or no'), 'perhaps', 'Say yes or no'],
    [field('text'), 'x'.repeat(401), 'at most 400'],
  ])('%j not from "%s"', (of, text, why) => {
    const read = detailFromText(of, text, 'EUR');
    expect('problem' in read && read.problem).toContain(why);
  });

  it('of a wrong type is refused', () => {
    expect(whyNotDetail(field('money'), 12.5)).toContain('Give an amount');
    expect(whyNotDetail(field('date'), '2026-02-30')).toContain('Give a day');
    expect(whyNotDetail(field('yes or no'), false)).toBeNull();
    expect(detailInWords('text', null)).toBe('');
  });
});
