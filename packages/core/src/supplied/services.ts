import type { Rhythm } from '../calendar';
import type { LineAnchor, OwnDue } from '../obligations';
import type { PhasePlan, TaskPlan, TaskRole } from '../procedures';

export interface SuppliedProcedure {
  name: string;
  phases: PhasePlan[];
}

/** A service that comes with the application: a beginning, to be taken and changed. */
export interface SuppliedService {
  key: string;
  name: string;
  shortName: string;
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
  procedure: SuppliedProcedure;
  /** Procedures for rhythms that go another way than the usual one. */
  others?: { rhythm: Rhythm; procedure: SuppliedProcedure }[];
}

const task = (key: string, name: string, role: TaskRole, estimate: number, more: Partial<TaskPlan> = {}): TaskPlan => ({ key, name, role, estimate, ...more });
const ask = (...tasks: TaskPlan[]): TaskPlan[] => [task('ask', 'Send the request for records', 'preparer', 10, { doneBy: 'request sent' }), ...tasks];
const file = (...before: TaskPlan[]): PhasePlan => ({
  key: 'file',
  name: 'Client agrees and file',
  tasks: [...before, task('file', 'File and note the receipt', 'preparer', 10, { doneBy: 'filed', waitsFor: before.map((one) => one.key) })],
});

export const SUPPLIED: readonly SuppliedService[] = [
  {
    key: 'vat',
    name: 'VAT return',
    shortName: 'VAT',
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
    procedure: {
      name: 'VAT return',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(task('signs', 'Check who signs', 'preparer', 5)),
          request: {
            title: 'What we need for your VAT return',
            items: [
              { name: 'Sales invoices', description: 'All of the period, as PDF or a list' },
              { name: 'Bank statement', description: 'All pages, PDF or CSV from your bank' },
            ],
          },
        },
        {
          key: 'prepare',
          name: 'Prepare',
          tasks: [
            task('enter', 'Enter sales and purchases', 'preparer', 75),
            task('bank', 'Match the bank', 'preparer', 35),
            task('compare', 'Compare with last period', 'preparer', 15, { waitsFor: ['bank'] }),
            task('draft', 'Draft the return', 'preparer', 20, { waitsFor: ['compare'] }),
          ],
        },
        {
          key: 'look',
          name: 'Second look',
          onlyIf: { fact: 'legalForm', oneOf: ['company', 'co-operative', 'charity'] },
          tasks: [task('signoff', 'Sign off the draft', 'manager', 15)],
        },
        file(task('agree', 'Client approves the figures', 'preparer', 5)),
      ],
    },
  },
  {
    key: 'payroll',
    name: 'Payroll return',
    shortName: 'Payroll',
    scope: 'We compute the wages of each month from the hours you send, give you the payslips and file the return.',
    rules: { IE: ['ie-payroll-return'], GB: ['gb-payroll-payment'], US: ['us-941'], CA: ['ca-payroll-remittance'], NZ: ['nz-payday-payment'] },
    rhythm: 'monthly',
    fee: 8_500,
    leadDays: 30,
    targetDays: 2,
    procedure: {
      name: 'Monthly payroll',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(),
          request: { title: 'Hours and changes for this month\u2019s wages', items: [{ name: 'Hours worked', description: 'By person and week' }] },
        },
        {
          key: 'prepare',
          name: 'Prepare',
          tasks: [
            task('enter', 'Enter hours and changes', 'preparer', 30),
            task('slips', 'Payslips and payment list', 'preparer', 25, { waitsFor: ['enter'] }),
          ],
        },
        file(),
      ],
    },
    ownDue: { count: 0, unit: 'days' },
    others: [
      {
        rhythm: 'weekly',
        procedure: {
          name: 'Weekly payroll',
          phases: [
            {
              key: 'prepare',
              name: 'Wages of the week',
              tasks: [
                task('enter', 'Enter hours and changes', 'preparer', 20),
                task('slips', 'Payslips and payment list', 'preparer', 15, { waitsFor: ['enter'] }),
              ],
            },
          ],
        },
      },
    ],
  },
  {
    key: 'books',
    name: 'Books, monthly',
    shortName: 'Books',
    scope: 'We keep your books each month: sales, purchases, bank, and a short report with what stands out.',
    rules: {},
    ownDue: { count: 12, unit: 'working days' },
    rhythm: 'monthly',
    fee: 42_000,
    leadDays: 16,
    targetDays: 2,
    procedure: {
      name: 'Monthly bookkeeping to the closing of the period',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(),
          request: {
            title: 'Papers for this month\u2019s books',
            items: [
              { name: 'Bank statements', description: 'Of all accounts' },
              { name: 'Bills not yet sent to us', description: 'Photographs will do' },
            ],
          },
        },
        { key: 'enter', name: 'Enter', tasks: [task('sales', 'Sales and purchases', 'preparer', 180), task('bank', 'Match the bank', 'preparer', 90)] },
        {
          key: 'close',
          name: 'Close',
          tasks: [
            task('review', 'Read the month through', 'manager', 40, { waitsFor: ['bank'] }),
            task('report', 'Write the short report', 'preparer', 45),
            task('closed', 'Close the period', 'preparer', 10, { waitsFor: ['review', 'report'] }),
          ],
        },
      ],
    },
  },
  {
    key: 'tax',
    name: 'Accounts and corporation tax',
    shortName: 'Corporation tax',
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
    procedure: {
      name: 'Annual accounts and corporation tax',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(task('plan', 'Plan the year\u2019s accounts', 'manager', 60)),
          request: {
            title: 'Papers for your yearly accounts',
            items: [
              { name: 'Stock at the year-end', description: 'Counted and valued' },
              { name: 'Loan statements', description: 'Showing the balance at the year-end' },
              { name: 'List of unpaid customers', description: '' },
            ],
          },
        },
        {
          key: 'prepare',
          name: 'Prepare',
          tasks: [
            task('enter', 'Trial balance', 'preparer', 480),
            task('assets', 'Fixed assets', 'preparer', 240),
            task('draft', 'Draft the accounts', 'preparer', 720, { waitsFor: ['enter', 'assets'] }),
            task('tax', 'Tax computation', 'preparer', 300, { waitsFor: ['draft'] }),
          ],
        },
        {
          key: 'look',
          name: 'Second look',
          tasks: [
            task('signoff', 'Second look at accounts and tax', 'manager', 180),
            task('partner', 'Partner signs off', 'partner', 90, { waitsFor: ['signoff'] }),
          ],
        },
        file(task('meeting', 'Meeting with directors', 'partner', 90)),
      ],
    },
  },
  {
    key: 'annual',
    name: 'Annual return',
    shortName: 'Annual return',
    scope: 'We prepare the company\u2019s annual return, have it signed and file it with the companies office.',
    rules: { IE: ['ie-annual-return'], GB: ['gb-confirmation-statement'], CA: ['ca-annual-return'], AU: ['au-annual-review'], NZ: ['nz-annual-return'] },
    rhythm: 'yearly',
    fee: 25_000,
    leadDays: 45,
    targetDays: 5,
    procedure: {
      name: 'Company annual return',
      phases: [
        {
          key: 'prepare',
          name: 'Prepare',
          tasks: [task('check', 'Check directors and shares', 'preparer', 40), task('draft', 'Draft the return', 'preparer', 45, { waitsFor: ['check'] })],
        },
        { key: 'look', name: 'Second look', tasks: [task('signoff', 'Sign off', 'manager', 20)] },
        file(task('signed', 'Signature page is back', 'preparer', 10)),
      ],
    },
  },
  {
    key: 'income',
    name: 'Income tax return',
    shortName: 'Income tax',
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
    procedure: {
      name: 'Personal return',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(),
          request: {
            title: 'Papers for your income tax return',
            items: [
              { name: 'Income of the year', description: 'Accounts, payslips, rents, interest' },
              { name: 'Pension and medical receipts', description: '' },
            ],
          },
        },
        {
          key: 'prepare',
          name: 'Prepare',
          tasks: [task('enter', 'Enter income and reliefs', 'preparer', 150), task('draft', 'Draft the return', 'preparer', 75, { waitsFor: ['enter'] })],
        },
        { key: 'look', name: 'Second look', tasks: [task('signoff', 'Sign off the draft', 'manager', 30)] },
        file(task('agree', 'Client agrees and knows what to pay', 'preparer', 15)),
      ],
    },
  },
  {
    key: 'call',
    name: 'Catch-up call',
    shortName: 'Call',
    scope: 'We ring you every three months: how the business goes, what changes, what you would like to know.',
    rules: {},
    rhythm: 'quarterly',
    ownDue: { count: 10, unit: 'working days' },
    fee: 0,
    leadDays: 14,
    targetDays: 0,
    procedure: {
      name: 'Catch-up call every three months',
      phases: [
        {
          key: 'call',
          name: 'Ring',
          tasks: [
            task('read', 'Read the last months through', 'manager', 15),
            task('call', 'Ring the client', 'manager', 25, { waitsFor: ['read'] }),
            task('note', 'Write down what changes', 'manager', 10, { waitsFor: ['call'] }),
          ],
        },
      ],
    },
  },
  {
    key: 'registration',
    name: 'Registration for VAT',
    shortName: 'VAT registration',
    scope: 'We register you for VAT and tell you what changes from the first day.',
    rules: {},
    rhythm: 'one-off',
    anchor: 'start',
    ownDue: { count: 15, unit: 'working days' },
    fee: 25_000,
    leadDays: 30,
    targetDays: 2,
    needsAgent: true,
    procedure: {
      name: 'Registration',
      phases: [
        {
          key: 'ask',
          name: 'Ask the client',
          tasks: ask(),
          request: { title: 'What we need to register you', items: [{ name: 'Proof of trade', description: 'A contract, an order or first invoices' }] },
        },
        {
          key: 'register',
          name: 'Register',
          tasks: [task('form', 'Fill in and send the registration', 'preparer', 45), task('number', 'Note the number and tell the client', 'preparer', 10)],
        },
      ],
    },
  },
];
