import type { Rhythm } from '../calendar';
import type { LineAnchor, OwnDue } from '../obligations';

/** A service that comes with the application: a beginning, to be taken and changed. */
export interface SuppliedService {
  key: string;
  name: string;
  shortName: string;
  /** Which kind of income it is, as the firm adds it up. */
  income: string;
  scope: string;
  /** Filing rules by country, ISO 3166-1 alpha-2; of another country it is taken without any. */
  rules: Partial<Record<string, string[]>>;
  rhythm: Rhythm;
  /** A proposal, in minor units of the firm's currency. */
  fee: number;
  leadDays: number;
  targetDays: number;
  anchor?: LineAnchor;
  ownDue?: OwnDue;
  needsAgent?: boolean;
  /** Key of the supplied procedure by which it is done. */
  procedure: string;
  /** Procedures for rhythms that go another way than the usual one. */
  others?: { rhythm: Rhythm; procedure: string }[];
}

export const SUPPLIED: readonly SuppliedService[] = [
  {
    key: 'vat',
    name: 'VAT return',
    shortName: 'VAT',
    income: 'Tax',
    scope: 'We prepare the VAT return of each period from the records you send, tell you what is to be paid and file it after you agree.',
    rules: {
      IE: ['ie-vat-return'],
      GB: ['gb-vat-return', 'gb-vat-payment'],
      NZ: ['nz-gst', 'nz-gst-payment'],
      CA: ['ca-gst-return'],
      AU: ['au-activity-statement-quarterly'],
    },
    rhythm: 'two-monthly',
    fee: 18_000,
    leadDays: 27,
    targetDays: 1,
    procedure: 'vat',
  },
  {
    key: 'payroll',
    name: 'Payroll return',
    shortName: 'Payroll',
    income: 'Payroll',
    scope: 'We compute the wages of each month from the hours you send, give you the payslips and file the return.',
    rules: {
      IE: ['ie-payroll-return'],
      GB: ['gb-payroll-payment'],
      US: ['us-941'],
      CA: ['ca-payroll-remittance'],
      NZ: ['nz-payday-payment'],
      AU: ['au-superannuation'],
    },
    rhythm: 'monthly',
    fee: 8_500,
    leadDays: 30,
    targetDays: 2,
    procedure: 'payroll-monthly',
    ownDue: { count: 0, unit: 'days' },
    others: [
      {
        rhythm: 'weekly',
        procedure: 'payroll-weekly',
      },
    ],
  },
  {
    key: 'books',
    name: 'Books, monthly',
    shortName: 'Books',
    income: 'Bookkeeping',
    scope: 'We keep your books each month: sales, purchases, bank, and a short report with what stands out.',
    rules: {},
    ownDue: { count: 12, unit: 'working days' },
    rhythm: 'monthly',
    fee: 42_000,
    leadDays: 16,
    targetDays: 2,
    procedure: 'books-monthly',
  },
  {
    key: 'tax',
    name: 'Accounts and corporation tax',
    shortName: 'Corporation tax',
    income: 'Accounts and tax',
    scope: 'We draw up the yearly accounts and the corporation tax return, go through them with you and file both.',
    rules: {
      IE: ['ie-corporation-tax'],
      GB: ['gb-corporation-tax-return', 'gb-corporation-tax-payment', 'gb-company-accounts'],
      US: ['us-1120'],
      CA: ['ca-t2', 'ca-t2-balance'],
      AU: ['au-company-return', 'au-company-payment'],
      NZ: ['nz-company-return', 'nz-terminal-tax'],
    },
    rhythm: 'yearly',
    fee: 320_000,
    leadDays: 112,
    targetDays: 5,
    procedure: 'accounts-and-tax',
  },
  {
    key: 'annual',
    name: 'Annual return',
    shortName: 'Annual return',
    income: 'Company secretarial',
    scope: 'We prepare the company\u2019s annual return, have it signed and file it with the companies office.',
    rules: { IE: ['ie-annual-return'], GB: ['gb-confirmation-statement'], CA: ['ca-annual-return'], AU: ['au-annual-review'], NZ: ['nz-annual-return'] },
    rhythm: 'yearly',
    fee: 25_000,
    leadDays: 45,
    targetDays: 5,
    procedure: 'annual-return',
  },
  {
    key: 'income',
    name: 'Income tax return',
    shortName: 'Income tax',
    income: 'Tax',
    scope: 'We prepare your yearly income tax return, tell you what is to be paid and when, and file it after you agree.',
    rules: {
      IE: ['ie-income-tax'],
      GB: ['gb-self-assessment', 'gb-self-assessment-payment'],
      US: ['us-1040'],
      CA: ['ca-t1', 'ca-t1-balance'],
      AU: ['au-individual-return', 'au-individual-payment'],
      NZ: ['nz-individual-return', 'nz-terminal-tax'],
    },
    rhythm: 'yearly',
    fee: 48_000,
    leadDays: 120,
    targetDays: 10,
    procedure: 'personal',
  },
  {
    key: 'call',
    name: 'Catch-up call',
    shortName: 'Call',
    income: 'Advice',
    scope: 'We ring you every three months: how the business goes, what changes, what you would like to know.',
    rules: {},
    rhythm: 'quarterly',
    ownDue: { count: 10, unit: 'working days' },
    fee: 0,
    leadDays: 14,
    targetDays: 0,
    procedure: 'call',
  },
  {
    key: 'registration',
    name: 'Registration for VAT',
    shortName: 'VAT registration',
    income: 'Tax',
    scope: 'We register you for VAT and tell you what changes from the first day.',
    rules: {},
    rhythm: 'one-off',
    anchor: 'start',
    ownDue: { count: 15, unit: 'working days' },
    fee: 25_000,
    leadDays: 30,
    targetDays: 2,
    needsAgent: true,
    procedure: 'registration',
  },
];
