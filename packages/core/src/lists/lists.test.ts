import { describe, expect, it } from 'vitest';
import { type Field, type Filter, filterOfPart, listInWords, partInWords, partsOf, testsOf, whyNotFilter } from '.';

const FIELDS: Field[] = [
  { key: 'name', name: 'Client', kind: 'text' },
  { key: 'vatNumber', name: 'VAT number', kind: 'text' },
  { key: 'employer', name: 'Employer', kind: 'yes or no' },
  { key: 'manager', name: 'Manager', kind: 'person' },
  { key: 'labels', name: 'Labels', kind: 'labels' },
  { key: 'due', name: 'Next deadline', kind: 'date' },
  { key: 'unpaid', name: 'Unpaid', kind: 'money', currency: 'EUR' },
  { key: 'left', name: 'Estimate', kind: 'hours' },
];
const words = (...filters: Filter[]) => listInWords('clients', FIELDS, filters, () => 'Orla Keane');

describe('filters as a sentence', () => {
  it.each<[Filter[], string]>([
    [[], 'All clients'],
    [[{ field: 'vatNumber', test: 'empty' }], 'Clients without VAT number'],
    [[{ field: 'employer', test: 'is', value: true }], 'Clients employer'],
    [[{ field: 'employer', test: 'is', value: false }], 'Clients not employer'],
    [[{ field: 'labels', test: 'lacks', value: 'season' }], 'Clients not labelled "season"'],
    [[{ field: 'due', test: 'before', value: '2026-04-23' }], 'Clients next deadline before 23 Apr 2026'],
    [[{ field: 'due', test: 'in', value: '2026-04' }], 'Clients next deadline in Apr 2026'],
    [[{ field: 'left', test: 'above', value: 150 }], 'Clients estimate above 2 h 30'],
    [[{ field: 'unpaid', test: 'above', value: 50_000 }], 'Clients unpaid above 500.00'],
    [
      [
        { field: 'manager', test: 'is', value: '7' },
        { field: 'name', test: 'holds', value: 'ferry' },
        { field: 'labels', test: 'not empty' },
      ],
      'Clients manager is Orla Keane, client contains "ferry" and with a label',
    ],
    [[{ field: 'gone', test: 'empty' }], 'Clients a field that is gone'],
  ])('%j', (filters, said) => {
    expect(words(...filters)).toBe(said);
  });
});

describe('a filter that cannot be used says why', () => {
  it.each<[Filter, string | null]>([
    [{ field: 'name', test: 'holds', value: 'a' }, null],
    [{ field: 'name', test: 'holds', value: '  ' }, 'Say what "Client"'],
    [{ field: 'name', test: 'holds' }, 'Say what "Client"'],
    [{ field: 'name', test: 'before', value: '2026-01-01' }, 'cannot be tested'],
    [{ field: 'due', test: 'before', value: '2026-02-30' }, 'Give a day'],
    [{ field: 'due', test: 'empty' }, null],
    [{ field: 'unpaid', test: 'above', value: '5' }, 'Give a number'],
    [{ field: 'unpaid', test: 'above', value: Number.NaN }, 'Give a number'],
    [{ field: 'employer', test: 'is', value: 'yes' }, 'Say yes or no'],
    [{ field: 'gone', test: 'empty' }, 'no such field'],
  ])('%j', (filter, why) => {
    const said = whyNotFilter(
      FIELDS.find((field) => field.key === filter.field),
      filter,
    );
    if (why === null) expect(said).toBeNull();
    else expect(said).toContain(why);
  });
});

it('every kind of field can be tested, the most used test first', () => {
  expect(FIELDS.map((field) => testsOf(field.kind)[0])).toEqual(['holds', 'holds', 'is', 'is', 'has', 'before', 'is', 'is']);
});

describe('a list added up by a field', () => {
  const field = (key: string) => FIELDS.find((one) => one.key === key)!;

  it('goes by values, by months and by each label, and not by figures', () => {
    expect(FIELDS.map((one) => partsOf(one.kind))).toEqual(['value', 'value', 'value', 'value', 'each', 'month', null, null]);
  });

  it.each<[string, string | boolean | null, string | null, string, Filter]>([
    ['manager', '7', 'Orla Keane', 'Orla Keane', { field: 'manager', test: 'is', value: '7' }],
    ['manager', null, null, 'not known', { field: 'manager', test: 'empty' }],
    ['due', '2026-04', null, 'Apr 2026', { field: 'due', test: 'in', value: '2026-04' }],
    ['employer', false, null, 'no', { field: 'employer', test: 'is', value: false }],
    ['labels', 'season', null, 'season', { field: 'labels', test: 'has', value: 'season' }],
    ['labels', null, null, 'without a label', { field: 'labels', test: 'empty' }],
  ])('%s %s %s reads "%s", and its rows are found again', (key, value, name, words, filter) => {
    expect(partInWords(field(key), value, name)).toBe(words);
    expect(filterOfPart(field(key), value)).toEqual(filter);
    expect(whyNotFilter(field(key), filter)).toBeNull();
  });
});
