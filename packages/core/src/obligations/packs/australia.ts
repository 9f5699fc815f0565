import type { FilingRule } from '../rule';

/** To whom most of them are answered for, and by whose holidays. */
const ATO = { authority: 'Australian Taxation Office', country: 'AU' } as const;

/** Australia, federal. */
export const AUSTRALIA: readonly FilingRule[] = [
  {
    id: 'au-activity-statement-quarterly',
    name: 'Activity statement, quarter',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [12] },
            then: [
              { do: 'add months', months: 2 },
              { do: 'set day', day: 28 },
            ],
            otherwise: [
              { do: 'add months', months: 1 },
              { do: 'set day', day: 28 },
            ],
          },
        ],
        whenClosed: 'next working day',
        source:
          'A New Tax System (Goods and Services Tax) Act 1999, s. 31-8: the 28th of the month after the quarter, 28 February for the one to December; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-activity-statement-monthly',
    name: 'Activity statement, month',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['monthly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 21 },
        ],
        whenClosed: 'next working day',
        source:
          'A New Tax System (Goods and Services Tax) Act 1999, s. 31-10: the 21st of the following month; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-instalment-quarterly',
    name: 'Income tax instalment',
    kind: 'payment',
    ...ATO,
    appliesTo: { all: [] },
    rhythms: ['quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodEndMonth', oneOf: [12] },
            then: [
              { do: 'add months', months: 2 },
              { do: 'set day', day: 28 },
            ],
            otherwise: [
              { do: 'add months', months: 1 },
              { do: 'set day', day: 28 },
            ],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Taxation Administration Act 1953, Sch. 1 s. 45-61: with the quarterly activity statement; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-company-return',
    name: 'Company tax return',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 2, day: 28, yearsLater: 1 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Assessment Act 1936, s. 161 and the yearly lodgment instrument: 28 February after the year for a company that lodges by itself; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-company-payment',
    name: 'Company tax payment',
    kind: 'payment',
    ...ATO,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'au-company-return',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 12, day: 1, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Assessment Act 1997, s. 5-5(7): the first day of the sixth month after the year; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-individual-return',
    name: 'Individual tax return',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Assessment Act 1936, s. 161 and the yearly lodgment instrument: 31 October after the year; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-individual-payment',
    name: 'Individual tax payment',
    kind: 'payment',
    ...ATO,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'au-individual-return',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 11, day: 21, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Assessment Act 1997, s. 5-5: 21 November after the year; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-partnership-return',
    name: 'Partnership tax return',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Assessment Act 1936, s. 161 and the yearly lodgment instrument: 31 October after the year; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-payroll-finalisation',
    name: 'Payroll finalisation',
    kind: 'return',
    ...ATO,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2019-06-30',
        steps: [{ do: 'set month and day', month: 7, day: 14, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Taxation Administration Act 1953, Sch. 1 div. 389: 14 July after the year; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-superannuation',
    name: 'Superannuation guarantee, quarter',
    kind: 'payment',
    ...ATO,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        effectiveUntil: '2026-06-30',
        steps: [{ do: 'add days', days: 28 }],
        whenClosed: 'next working day',
        source:
          'Superannuation Guarantee (Administration) Act 1992, s. 23: 28 days after the quarter, for quarters to June 2026; Taxation Administration Act 1953, Sch. 1 s. 388-52 moves a date that is not a business day',
      },
    ],
  },
  {
    id: 'au-annual-review',
    name: 'Company annual review fee',
    kind: 'payment',
    authority: 'Securities and Investments Commission',
    country: 'AU',
    appliesTo: { not: { fact: 'annualReturnDate', is: null } },
    rhythms: ['yearly'],
    anchor: 'annual return date',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'add months', months: 2 }],
        whenClosed: 'next working day',
        source: 'Corporations Act 2001, s. 1351: two months after the review date',
      },
    ],
  },
];
