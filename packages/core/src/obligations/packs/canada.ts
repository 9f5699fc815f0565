import type { FilingRule } from '../rule';

/** To whom most of them are answered for, and by whose holidays. */
const CRA = { authority: 'Canada Revenue Agency', country: 'CA' } as const;

/** Canada, federal. Provinces have rules of their own. */
export const CANADA: readonly FilingRule[] = [
  {
    id: 'ca-t2',
    name: 'Corporation income tax return',
    kind: 'return',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'add months', months: 6, keepMonthEnd: true }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 150(1)(a): six months after the year; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t2-balance',
    name: 'Corporation tax balance',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'ca-t2',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'ccpc', is: true },
            then: [{ do: 'add months', months: 3, keepMonthEnd: true }],
            otherwise: [{ do: 'add months', months: 2, keepMonthEnd: true }],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 125 and s. 157(1)(b): two months after the year, three for a small Canadian-controlled private company; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1',
    name: 'Individual income tax return',
    kind: 'return',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: {
              any: [
                { fact: 'legalForm', is: 'sole trader' },
                { fact: 'selfEmployed', is: true },
              ],
            },
            then: [{ do: 'set month and day', month: 6, day: 15, yearsLater: 1 }],
            otherwise: [{ do: 'set month and day', month: 4, day: 30, yearsLater: 1 }],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 150(1)(d): 30 April after the year, 15 June for whoever carries on a business; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1-balance',
    name: 'Income tax balance',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ca-t1',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 4, day: 30, yearsLater: 1 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 248(1) "balance-due day": 30 April after the year; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1-instalment-1',
    name: 'Income tax instalment 1',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ca-t1',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 3, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 156(1): 15 March; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1-instalment-2',
    name: 'Income tax instalment 2',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ca-t1',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 6, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 156(1): 15 June; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1-instalment-3',
    name: 'Income tax instalment 3',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ca-t1',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 9, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 156(1): 15 September; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t1-instalment-4',
    name: 'Income tax instalment 4',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ca-t1',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 12, day: 15, yearsLater: 0 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Act, s. 156(1): 15 December; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t5013',
    name: 'Partnership information return',
    kind: 'return',
    ...CRA,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'set month and day', month: 3, day: 31, yearsLater: 1 }],
        whenClosed: 'next working day',
        source:
          'Income Tax Regulations, s. 229(5): 31 March where all partners are individuals; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-gst-return',
    name: 'GST/HST return',
    kind: 'return',
    ...CRA,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['quarterly', 'monthly', 'yearly'],
    anchor: 'vat group',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodMonths', atLeast: 12 },
            then: [
              {
                do: 'where',
                when: {
                  all: [
                    { fact: 'legalForm', is: 'sole trader' },
                    { fact: 'periodEndMonth', is: 12 },
                  ],
                },
                then: [{ do: 'set month and day', month: 6, day: 15, yearsLater: 1 }],
                otherwise: [{ do: 'add months', months: 3, keepMonthEnd: true }],
              },
            ],
            otherwise: [{ do: 'add months', months: 1, keepMonthEnd: true }],
          },
        ],
        whenClosed: 'next working day',
        source:
          'Excise Tax Act, s. 238: one month after the period; a year: three months, 15 June for a person with a business and a calendar year; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-payroll-remittance',
    name: 'Payroll remittance',
    kind: 'payment',
    ...CRA,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['monthly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 15 },
        ],
        whenClosed: 'next working day',
        source:
          'Income Tax Regulations, s. 108(1): the 15th of the following month, regular remitters; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-t4',
    name: 'Statements of remuneration',
    kind: 'return',
    ...CRA,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'add months', months: 2, keepMonthEnd: true }],
        whenClosed: 'next working day',
        source:
          'Income Tax Regulations, s. 205(1): the last day of February after the year; Interpretation Act, R.S.C. 1985, c. I-21, s. 26 moves a date on a holiday or Sunday, and the agency takes a Saturday alike',
      },
    ],
  },
  {
    id: 'ca-annual-return',
    name: 'Company annual return',
    kind: 'return',
    authority: 'Corporations Canada',
    country: 'CA',
    appliesTo: { not: { fact: 'annualReturnDate', is: null } },
    rhythms: ['yearly'],
    anchor: 'annual return date',
    versions: [
      {
        effectiveFrom: '2015-01-01',
        steps: [{ do: 'add days', days: 60 }],
        whenClosed: 'next working day',
        source: 'Canada Business Corporations Act, s. 263 and Regulations: within 60 days after the anniversary',
      },
    ],
  },
];
