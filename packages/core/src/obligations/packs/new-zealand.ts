import type { FilingRule } from '../rule';

/** To whom most of them are answered for, and by whose holidays. */
const INLAND_REVENUE = { authority: 'Inland Revenue', country: 'NZ' } as const;

/** New Zealand. */
export const NEW_ZEALAND: readonly FilingRule[] = [
  {
    id: 'nz-gst',
    name: 'GST return',
    kind: 'return',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['two-monthly', 'monthly', 'half-yearly'],
    anchor: 'vat group',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [3] },
            then: [{ do: 'set month and day', month: 5, day: 7, yearsLater: 0 }],
            otherwise: [
              {
                do: 'where',
                when: { fact: 'periodEndMonth', oneOf: [11] },
                then: [{ do: 'set month and day', month: 1, day: 15, yearsLater: 1 }],
                otherwise: [
                  { do: 'add months', months: 1 },
                  { do: 'set day', day: 28 },
                ],
              },
            ],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Goods and Services Tax Act 1985, s. 16: the 28th of the following month, 7 May for periods to March, 15 January for those to November; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-gst-payment',
    name: 'GST payment',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['two-monthly', 'monthly', 'half-yearly'],
    anchor: 'vat group',
    belongsTo: 'nz-gst',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [3] },
            then: [{ do: 'set month and day', month: 5, day: 7, yearsLater: 0 }],
            otherwise: [
              {
                do: 'where',
                when: { fact: 'periodEndMonth', oneOf: [11] },
                then: [{ do: 'set month and day', month: 1, day: 15, yearsLater: 1 }],
                otherwise: [
                  { do: 'add months', months: 1 },
                  { do: 'set day', day: 28 },
                ],
              },
            ],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Goods and Services Tax Act 1985, s. 23: with the return; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-company-return',
    name: 'Company income tax return',
    kind: 'return',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [10, 11, 12] },
            then: [{ do: 'set month and day', month: 7, day: 7, yearsLater: 1 }],
            otherwise: [
              {
                do: 'where',
                when: { fact: 'periodEndMonth', oneOf: [1, 2, 3] },
                then: [{ do: 'set month and day', month: 7, day: 7, yearsLater: 0 }],
                otherwise: [
                  { do: 'add months', months: 4 },
                  { do: 'set day', day: 7 },
                ],
              },
            ],
          },
        ],
        whenClosed: 'next working day',
        extension: {
          name: 'for clients on a tax agent’s list',
          automatic: true,
          steps: [{ do: 'set month and day', month: 3, day: 31, yearsLater: 1 }],
          source: 'Tax Administration Act 1994, s. 37(4): 31 March of the following year',
        },
        source:
          'Tax Administration Act 1994, s. 37(1): 7 July for balance dates to 31 March and the months before it back to October, otherwise the seventh of the fourth month after the balance date; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-individual-return',
    name: 'Individual income tax return',
    kind: 'return',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 7, day: 7, yearsLater: 0 }],
        whenClosed: 'next working day',
        extension: {
          name: 'for clients on a tax agent’s list',
          automatic: true,
          steps: [{ do: 'set month and day', month: 3, day: 31, yearsLater: 1 }],
          source: 'Tax Administration Act 1994, s. 37(4): 31 March of the following year',
        },
        source:
          'Tax Administration Act 1994, s. 37(1): 7 July after the year; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-partnership-return',
    name: 'Partnership income tax return',
    kind: 'return',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 7, day: 7, yearsLater: 0 }],
        whenClosed: 'next working day',
        extension: {
          name: 'for clients on a tax agent’s list',
          automatic: true,
          steps: [{ do: 'set month and day', month: 3, day: 31, yearsLater: 1 }],
          source: 'Tax Administration Act 1994, s. 37(4): 31 March of the following year',
        },
        source:
          'Tax Administration Act 1994, s. 37(1) and s. 42: 7 July after the year; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-terminal-tax',
    name: 'Terminal tax',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: {
      any: [
        { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
        { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
      ],
    },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'nz-individual-return',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 2, day: 7, yearsLater: 1 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RB 1: 7 February after the year, balance date 31 March; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-provisional-tax-1',
    name: 'Provisional tax, instalment 1',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: {
      any: [
        { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
        { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
      ],
    },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 8, day: 28, yearsLater: -1 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RC 9 and Sch. 3 part A: 28 August, balance date 31 March, three instalments; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-provisional-tax-2',
    name: 'Provisional tax, instalment 2',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: {
      any: [
        { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
        { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
      ],
    },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 1, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RC 9 and Sch. 3 part A: 15 January, balance date 31 March, three instalments; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-provisional-tax-3',
    name: 'Provisional tax, instalment 3',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: {
      any: [
        { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
        { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
      ],
    },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 5, day: 7, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RC 9 and Sch. 3 part A: 7 May, balance date 31 March, three instalments; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-payday-payment',
    name: 'Employer deductions',
    kind: 'payment',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['monthly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 20 },
        ],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RD 4: the 20th of the following month, small employers; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-fringe-benefit-tax',
    name: 'Fringe benefit tax return',
    kind: 'return',
    ...INLAND_REVENUE,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['quarterly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [3] },
            then: [{ do: 'set month and day', month: 5, day: 31, yearsLater: 0 }],
            otherwise: [
              { do: 'add months', months: 1 },
              { do: 'set day', day: 20 },
            ],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Income Tax Act 2007, s. RD 59 and RD 60: the 20th of the month after the quarter, 31 May for the last one; a date on a weekend or holiday moves to the next working day, as Inland Revenue publishes its due dates',
      },
    ],
  },
  {
    id: 'nz-annual-return',
    name: 'Company annual return',
    kind: 'return',
    authority: 'Companies Office',
    country: 'NZ',
    appliesTo: { not: { fact: 'annualReturnDate', is: null } },
    rhythms: ['yearly'],
    anchor: 'annual return date',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'last day of month' }],
        whenClosed: 'next working day',
        source: 'Companies Act 1993, s. 214: in the filing month',
      },
    ],
  },
];
