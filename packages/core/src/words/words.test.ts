import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import { conditionInWords, meets } from '../conditions';
import { capital, dueInWords, fullDate, longDate } from '.';

const today = civil('2026-03-11');

it.each([
  ['2026-03-08', 'overdue 3 days'],
  ['2026-03-10', 'overdue 1 day'],
  ['2026-03-11', 'today'],
  ['2026-03-12', 'tomorrow'],
  ['2026-03-23', 'in 12 days'],
  ['2026-04-23', 'in 6 weeks'],
  ['2026-09-23', 'in 6 months'],
])('%s is %s', (due, words) => {
  expect(dueInWords(civil(due), today)).toBe(words);
});

it('writes dates out', () => {
  expect(fullDate(civil('2026-04-23'))).toBe('Thu 23 Apr 2026');
  expect(longDate(today)).toBe('Wednesday 11 March');
});

describe('conditions', () => {
  const rule = { all: [{ fact: 'legalForm', oneOf: ['company', 'charity'] }, { not: { fact: 'vatRegistered', is: true } }] };

  it('are met by facts, and not by what is not known', () => {
    expect(meets(rule, { legalForm: 'charity', vatRegistered: false })).toBe(true);
    expect(meets(rule, { legalForm: 'charity', vatRegistered: true })).toBe(false);
    expect(meets({ fact: 'turnover', atLeast: 10 }, {})).toBe(false);
    expect(
      meets(
        {
          any: [
            { fact: 'turnover', is: null },
            { fact: 'turnover', atLeast: 10 },
          ],
        },
        { turnover: 12 },
      ),
    ).toBe(true);
  });

  it('read as plain English', () => {
    expect(conditionInWords(rule)).toBe('legal form is company or charity and not registered for VAT');
  });
});

it('begins a sentence with a capital, whatever the letter', () => {
  expect(['no date changes', 'élan', '2 jobs', ''].map(capital)).toEqual(['No date changes', 'Élan', '2 jobs', '']);
});
