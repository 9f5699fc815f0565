import type { FilingRule } from '../rule';

/** To whom federal tax is answered for, and by whose holidays. */
export const IRS = { authority: 'Internal Revenue Service', country: 'US', region: 'dc' } as const;

/** Estimated tax of persons and corporations, in the course of the year. */
export const UNITED_STATES_INSTALMENTS: readonly FilingRule[] = [
  {
    id: 'us-1040-es-1',
    name: 'Estimated income tax, instalment 1',
    kind: 'payment',
    ...IRS,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'us-1040',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set month and day', month: 4, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6654(c): 15 April; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1040-es-2',
    name: 'Estimated income tax, instalment 2',
    kind: 'payment',
    ...IRS,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'us-1040',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set month and day', month: 6, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6654(c): 15 June; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1040-es-3',
    name: 'Estimated income tax, instalment 3',
    kind: 'payment',
    ...IRS,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'us-1040',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set month and day', month: 9, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6654(c): 15 September; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1040-es-4',
    name: 'Estimated income tax, instalment 4',
    kind: 'payment',
    ...IRS,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'us-1040',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set month and day', month: 1, day: 15, yearsLater: 1 }],
        whenClosed: 'next working day',
        source: 'I.R.C. s. 6654(c): 15 January after the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1120-estimated-1',
    name: 'Estimated corporation tax, instalment 1',
    kind: 'payment',
    ...IRS,
    appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'us-1120',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [
          { do: 'add months', months: -8 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        source:
          'I.R.C. s. 6655(c): the 15th day of the fourth month of the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1120-estimated-2',
    name: 'Estimated corporation tax, instalment 2',
    kind: 'payment',
    ...IRS,
    appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'us-1120',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [
          { do: 'add months', months: -6 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        source:
          'I.R.C. s. 6655(c): the 15th day of the sixth month of the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1120-estimated-3',
    name: 'Estimated corporation tax, instalment 3',
    kind: 'payment',
    ...IRS,
    appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'us-1120',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [
          { do: 'add months', months: -3 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        source:
          'I.R.C. s. 6655(c): the 15th day of the ninth month of the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
  {
    id: 'us-1120-estimated-4',
    name: 'Estimated corporation tax, instalment 4',
    kind: 'payment',
    ...IRS,
    appliesTo: { all: [{ fact: 'legalForm', oneOf: ['company', 'co-operative'] }, { not: { fact: 'sCorporation', is: true } }] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'us-1120',
    versions: [
      {
        effectiveFrom: '2015-12-31',
        steps: [{ do: 'set day', day: 15 }],
        whenClosed: 'next working day',
        source:
          'I.R.C. s. 6655(c): the 15th day of the twelfth month of the year; I.R.C. s. 7503 moves a date on a Saturday, Sunday or legal holiday in the District of Columbia',
      },
    ],
  },
];
