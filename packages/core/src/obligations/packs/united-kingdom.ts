import type { FilingRule } from '../rule';

/** To whom most of them are answered for, and by whose holidays. */
const HMRC = { authority: 'HM Revenue and Customs', country: 'GB' } as const;

/** The United Kingdom. A date on a weekend or holiday stays where it is; money has to be there on the working day before. */
export const UNITED_KINGDOM: readonly FilingRule[] = [
  {
    id: 'gb-vat-return',
    name: 'VAT return',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['quarterly', 'monthly', 'yearly'],
    anchor: 'vat group',
    versions: [
      {
        effectiveFrom: '2010-04-01',
        steps: [
          {
            do: 'where',
            when: { fact: 'periodMonths', atLeast: 12 },
            then: [{ do: 'add months', months: 2, keepMonthEnd: true }],
            otherwise: [
              { do: 'add months', months: 1, keepMonthEnd: true },
              { do: 'add days', days: 7 },
            ],
          },
        ],
        source: 'VAT Regulations 1995 (SI 1995/2518), reg. 25 and the extra seven days for returns made online; a year under annual accounting: two months',
      },
    ],
  },
  {
    id: 'gb-vat-payment',
    name: 'VAT payment',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'vatRegistered', is: true },
    rhythms: ['quarterly', 'monthly'],
    anchor: 'vat group',
    belongsTo: 'gb-vat-return',
    versions: [
      {
        effectiveFrom: '2010-04-01',
        steps: [
          { do: 'add months', months: 1, keepMonthEnd: true },
          { do: 'add days', days: 7 },
        ],
        source: 'VAT Regulations 1995 (SI 1995/2518), reg. 40: with the return, seven days longer when paid by electronic means',
      },
    ],
  },
  {
    id: 'gb-company-accounts',
    name: 'Company accounts',
    kind: 'accounts',
    authority: 'Companies House',
    country: 'GB',
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2008-04-06',
        steps: [
          {
            do: 'where',
            when: { fact: 'publicCompany', is: true },
            then: [{ do: 'add months', months: 6, keepMonthEnd: true }],
            otherwise: [{ do: 'add months', months: 9, keepMonthEnd: true }],
          },
        ],
        source:
          'Companies Act 2006, s. 442: nine months after the accounting reference period for a private company, six for a public one; s. 443: the end of a month stays the end of a month',
      },
    ],
  },
  {
    id: 'gb-corporation-tax-return',
    name: 'Company tax return',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '1999-07-01',
        steps: [{ do: 'add months', months: 12, keepMonthEnd: true }],
        source: 'Finance Act 1998, Sch. 18 para. 14: twelve months from the end of the accounting period',
      },
    ],
  },
  {
    id: 'gb-corporation-tax-payment',
    name: 'Corporation tax payment',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['company', 'co-operative'] },
    rhythms: ['yearly'],
    anchor: 'year-end',
    belongsTo: 'gb-corporation-tax-return',
    versions: [
      {
        effectiveFrom: '1999-07-01',
        steps: [
          { do: 'add months', months: 9, keepMonthEnd: true },
          { do: 'add days', days: 1 },
        ],
        source: 'Taxes Management Act 1970, s. 59D: nine months and one day after the accounting period, companies that do not pay by instalments',
      },
    ],
  },
  {
    id: 'gb-confirmation-statement',
    name: 'Confirmation statement',
    kind: 'return',
    authority: 'Companies House',
    country: 'GB',
    appliesTo: { not: { fact: 'annualReturnDate', is: null } },
    rhythms: ['yearly'],
    anchor: 'annual return date',
    versions: [
      { effectiveFrom: '2016-06-30', steps: [{ do: 'add days', days: 14 }], source: 'Companies Act 2006, s. 853A: within 14 days after the review period' },
    ],
  },
  {
    id: 'gb-self-assessment',
    name: 'Income tax return',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2008-04-05',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        paperSteps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 0 }],
        source: 'Taxes Management Act 1970, s. 8: 31 January after the tax year online, 31 October on paper',
      },
    ],
  },
  {
    id: 'gb-self-assessment-payment',
    name: 'Income tax balance',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'gb-self-assessment',
    versions: [
      {
        effectiveFrom: '1997-04-05',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        source: 'Taxes Management Act 1970, s. 59B: 31 January after the tax year',
      },
    ],
  },
  {
    id: 'gb-payment-on-account-1',
    name: 'First payment on account',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'gb-self-assessment',
    versions: [
      {
        effectiveFrom: '1997-04-05',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 0 }],
        source: 'Taxes Management Act 1970, s. 59A: 31 January in the tax year',
      },
    ],
  },
  {
    id: 'gb-payment-on-account-2',
    name: 'Second payment on account',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['yearly'],
    anchor: 'tax year',
    belongsTo: 'gb-self-assessment',
    versions: [
      {
        effectiveFrom: '1997-04-05',
        steps: [{ do: 'set month and day', month: 7, day: 31, yearsLater: 0 }],
        source: 'Taxes Management Act 1970, s. 59A: 31 July after the tax year',
      },
    ],
  },
  {
    id: 'gb-income-tax-quarterly-update',
    name: 'Quarterly update of income',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'legalForm', oneOf: ['sole trader', 'person'] },
    rhythms: ['quarterly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2026-07-05',
        steps: [
          { do: 'add months', months: 1 },
          { do: 'set day', day: 7 },
        ],
        source:
          'Income Tax (Digital Requirements) Regulations 2021 (SI 2021/1076), as amended, for tax years from 6 April 2026: the seventh of the month after the month in which the quarter ends',
      },
    ],
  },
  {
    id: 'gb-partnership-return',
    name: 'Partnership return',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'legalForm', is: 'partnership' },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2008-04-05',
        steps: [{ do: 'set month and day', month: 1, day: 31, yearsLater: 1 }],
        paperSteps: [{ do: 'set month and day', month: 10, day: 31, yearsLater: 0 }],
        source: 'Taxes Management Act 1970, s. 12AA: 31 January after the tax year online, 31 October on paper',
      },
    ],
  },
  {
    id: 'gb-payroll-payment',
    name: 'PAYE payment',
    kind: 'payment',
    ...HMRC,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['monthly', 'quarterly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2004-04-05',
        steps: [{ do: 'add days', days: 17 }],
        paperSteps: [{ do: 'add days', days: 14 }],
        source:
          'Income Tax (Pay As You Earn) Regulations 2003 (SI 2003/2682), reg. 69: 17 days after the tax month when paid by electronic means (the 22nd), otherwise 14 (the 19th)',
      },
    ],
  },
  {
    id: 'gb-benefits-return',
    name: 'Expenses and benefits return',
    kind: 'return',
    ...HMRC,
    appliesTo: { fact: 'employer', is: true },
    rhythms: ['yearly'],
    anchor: 'tax year',
    versions: [
      {
        effectiveFrom: '2004-04-05',
        steps: [{ do: 'set month and day', month: 7, day: 6, yearsLater: 0 }],
        source: 'Income Tax (Pay As You Earn) Regulations 2003 (SI 2003/2682), reg. 85: 6 July after the tax year',
      },
    ],
  },
  {
    id: 'gb-charity-accounts',
    name: 'Charity accounts and annual return',
    kind: 'accounts',
    authority: 'Charity Commission',
    country: 'GB',
    appliesTo: { fact: 'legalForm', is: 'charity' },
    rhythms: ['yearly'],
    anchor: 'year-end',
    versions: [
      {
        effectiveFrom: '2012-03-14',
        steps: [{ do: 'add months', months: 10, keepMonthEnd: true }],
        source: 'Charities Act 2011, s. 163 and s. 169: ten months after the financial year (England and Wales)',
      },
    ],
  },
];
