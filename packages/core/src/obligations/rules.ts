import type { FilingRule } from './rule';

/**
 * Rules that ship with the application, as public law has them. They are a help, not advice: every set of workings
 * says "check before relying on it".
 */
export const RULES: readonly FilingRule[] = [
  {
    id: 'ie-vat-return',
    name: 'VAT return',
    authority: 'Revenue',
    country: 'IE',
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
    authority: 'Revenue',
    country: 'IE',
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
    authority: 'Revenue',
    country: 'IE',
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
    authority: 'Revenue',
    country: 'IE',
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person', 'partnership'] },
    rhythms: ['yearly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2001-12-31',
        steps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 1 }],
        source: 'Taxes Consolidation Act 1997, s. 959A: 31 October in the year after the year of assessment',
      },
    ],
  },
  {
    id: 'own-books',
    name: 'Books closed',
    authority: 'Our own date',
    country: null,
    appliesTo: { all: [] },
    rhythms: ['monthly', 'quarterly'],
    anchor: 'calendar',
    versions: [
      {
        effectiveFrom: '2000-01-01',
        steps: [{ do: 'add working days', days: 12 }],
        source: 'The firm\u2019s own promise to clients: books closed within twelve working days',
      },
    ],
  },
];

/** @throws RangeError when no rule has this id. */
export function ruleById(id: string): FilingRule {
  const rule = RULES.find((candidate) => candidate.id === id);
  if (!rule) throw new RangeError(`There is no filing rule "${id}"`);
  return rule;
}
