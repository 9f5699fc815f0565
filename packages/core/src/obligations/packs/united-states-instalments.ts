import type { DueStep, FilingRule } from '../rule';

/** To whom federal tax is answered for, and by whose holidays. */
export const IRS = { authority: 'Internal Revenue Service', country: 'US', region: 'dc' } as const;

const WEEKENDS = 'I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia';

const instalment = (rule: Omit<FilingRule, 'kind' | 'authority' | 'country' | 'rhythms' | 'versions'>, steps: DueStep[], source: string): FilingRule => ({
  ...rule,
  kind: 'payment',
  ...IRS,
  rhythms: ['yearly'],
  versions: [{ effectiveFrom: '2015-12-31', steps, whenClosed: 'next working day', source: `${source}; ${WEEKENDS}` }],
});

/** Month and words of each instalment of a person, on its 15th; the last lies in the year after. */
const OF_PERSONS = [
  { month: 4, yearsLater: 0, words: '15 April' },
  { month: 6, yearsLater: 0, words: '15 June' },
  { month: 9, yearsLater: 0, words: '15 September' },
  { month: 1, yearsLater: 1, words: '15 January after the year' },
];

/** Months before the end of the year in whose 15th day a corporation pays. */
const OF_CORPORATIONS = [
  { months: -8, words: 'fourth' },
  { months: -6, words: 'sixth' },
  { months: -3, words: 'ninth' },
  { months: 0, words: 'twelfth' },
];

/** Estimated tax of persons and corporations, in the course of the year. */
export const UNITED_STATES_INSTALMENTS: readonly FilingRule[] = [
  ...OF_PERSONS.map(({ month, yearsLater, words }, index) =>
    instalment(
      {
        id: `us-1040-es-${index + 1}`,
        name: `Estimated income tax, instalment ${index + 1}`,
        appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
        anchor: 'tax year',
        belongsTo: 'us-1040',
      },
      [{ do: 'set month and day', month, day: 15, yearsLater }],
      `I.R.C. s. 6654(c): ${words}`,
    ),
  ),
  ...OF_CORPORATIONS.map(({ months, words }, index) =>
    instalment(
      {
        id: `us-1120-estimated-${index + 1}`,
        name: `Estimated corporation tax, instalment ${index + 1}`,
        appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
        anchor: 'year-end',
        belongsTo: 'us-1120',
      },
      [...(months === 0 ? [] : [{ do: 'add months' as const, months }]), { do: 'set day', day: 15 }],
      `I.R.C. s. 6655(c): the 15th day of the ${words} month of the year`,
    ),
  ),
];
