import type { FilingRule } from '../rule';

/** To whom most of them are answered for, and by whose holidays. */
const REVENUE = { authority: 'Revenue', country: 'IE' } as const;

/** Ireland. A date on a weekend or holiday stays where it is. */
export const IRELAND: readonly FilingRule[] = [
  {
    id: 'ie-vat-return',
    name: 'VAT return',
    kind: 'return',
    ...REVENUE,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['two-monthly', 'monthly', 'half-yearly', 'yearly'],
    anchor: 'vat group',
    versions: [
      {
        effectiveFrom: '2009-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 23 },
        ],
        paperSteps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 19 },
        ],
        source: 'Value-Added Tax Consolidation Act 2010, s. 76 (the 19th), and the longer date for returns made and paid online (the 23rd)',
      },
    ],
  },
  {
    id: 'ie-corporation-tax',
    name: 'Corporation tax return',
    kind: 'return',
    ...REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2013-01-01',
        steps: [
          {
            do: 'earlier of',
            ways: [
              [
                { do: 'add months', months: 9 },
                { do: 'set day', day: 23 },
              ],
              [{ do: 'add months', months: 9, keepMonthEnd: true }],
            ],
          },
        ],
        source: 'Taxes Consolidation Act 1997, s. 959A: nine months after the period, not later than the 23rd of that month',
      },
    ],
  },
  {
    id: 'ie-annual-return',
    name: 'Company annual return',
    kind: 'return',
    authority: 'Companies office',
    country: 'IE',
    appliesTo: { not: { fact: 'annualReturnDate', is: null } },
    rhythms: ['yearly'],
    anchor: 'annual return date',
    versions: [
      {
        effectiveFrom: '2019-06-01',
        steps: [{ do: 'add days', days: 56 }],
        source: 'Companies Act 2014, s. 343: within 56 days after the annual return date',
      },
    ],
  },
  {
    id: 'ie-payroll-return',
    name: 'Payroll return',
    kind: 'return',
    ...REVENUE,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['monthly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2019-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 23 },
        ],
        paperSteps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 14 },
        ],
        source: 'Income Tax (Employments) Regulations 2018: the 14th, or the 23rd when made and paid online',
      },
    ],
  },
  {
    id: 'ie-income-tax',
    name: 'Income tax return',
    kind: 'return',
    ...REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person', 'partnership'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2001-12-31',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 1 }],
        source: 'Taxes Consolidation Act 1997, s. 959A: 31 October in the year after the year of assessment',
      },
    ],
  },
  {
    id: 'ie-income-tax-payment',
    name: 'Preliminary income tax and balance',
    kind: 'payment',
    ...REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'ie-income-tax',
    versions: [
      {
        effectiveFrom: '2001-12-31',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 1 }],
        source: 'Taxes Consolidation Act 1997, s. 959AN and s. 959AO: the balance of the year with its return, and preliminary tax for the year that runs',
      },
    ],
  },
  {
    id: 'ie-partnership-return',
    name: 'Partnership return',
    kind: 'return',
    ...REVENUE,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2001-12-31',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 1 }],
        source: 'Taxes Consolidation Act 1997, s. 880 and s. 959M: the precedent partner, by 31 October in the following year',
      },
    ],
  },
  {
    id: 'ie-corporation-tax-preliminary',
    name: 'Preliminary corporation tax, small company',
    kind: 'payment',
    ...REVENUE,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'ie-corporation-tax',
    versions: [
      {
        effectiveFrom: '2013-01-01',
        steps: [
          { do: 'add days', days: -31 },
          { do: 'earlier of', ways: [[{ do: 'set day', day: 23 }], []] },
        ],
        source: 'Taxes Consolidation Act 1997, s. 959AR: 31 days before the period ends, not later than the 23rd of that month',
      },
    ],
  },
  {
    id: 'ie-vat-payment',
    name: 'VAT payment',
    kind: 'payment',
    ...REVENUE,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['two-monthly', 'monthly', 'half-yearly', 'yearly'],
    anchor: 'vat group',
    belongsTo: 'ie-vat-return',
    versions: [
      {
        effectiveFrom: '2009-01-01',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 23 },
        ],
        paperSteps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 19 },
        ],
        source: 'Value-Added Tax Consolidation Act 2010, s. 76: with the return',
      },
    ],
  },
];
