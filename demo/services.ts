import type { RhythmName } from '@steady/core/calendar';
import type { PhasePlan, TaskPlan, TaskRole } from '@steady/core/procedures';

interface DemoService {
  key: string;
  name: string;
  shortName: string;
  scope: string;
  ruleId: string;
  rhythm: RhythmName;
  fee: number;
  leadDays: number;
  targetDays: number;
  procedure: string;
  phases: PhasePlan[];
}

const task = (key: string, name: string, role: TaskRole, estimate: number, more: Partial<TaskPlan> = {}): TaskPlan => ({ key, name, role, estimate, ...more });
const ask = (...tasks: TaskPlan[]): TaskPlan[] => [task('ask', 'Send the request for records', 'preparer', 10, { doneBy: 'request sent' }), ...tasks];
const file = (...before: TaskPlan[]): PhasePlan => ({
  key: 'file',
  name: 'Client agrees and file',
  tasks: [...before, task('file', 'File and note the receipt', 'preparer', 10, { doneBy: 'filed', waitsFor: before.map((one) => one.key) })],
});

export const SERVICES: DemoService[] = [
  {
    key: 'vat',
    name: 'VAT return',
    shortName: 'VAT',
    scope: 'We prepare the VAT return of each period from the records you send, tell you what is to be paid and file it after you agree.',
    ruleId: 'ie-vat-return',
    rhythm: 'two-monthly',
    fee: 18_000,
    leadDays: 27,
    targetDays: 1,
    procedure: 'VAT return',
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
  {
    key: 'payroll',
    name: 'Payroll return',
    shortName: 'Payroll',
    scope: 'We compute the wages of each month from the hours you send, give you the payslips and file the return.',
    ruleId: 'ie-payroll-return',
    rhythm: 'monthly',
    fee: 8_500,
    leadDays: 30,
    targetDays: 2,
    procedure: 'Monthly payroll',
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
        tasks: [task('enter', 'Enter hours and changes', 'preparer', 30), task('slips', 'Payslips and payment list', 'preparer', 25, { waitsFor: ['enter'] })],
      },
      file(),
    ],
  },
  {
    key: 'books',
    name: 'Books, monthly',
    shortName: 'Books',
    scope: 'We keep your books each month: sales, purchases, bank, and a short report with what stands out.',
    ruleId: 'own-books',
    rhythm: 'monthly',
    fee: 42_000,
    leadDays: 16,
    targetDays: 2,
    procedure: 'Monthly bookkeeping to the closing of the period',
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
          task('closed', 'Close the period', 'preparer', 10, { doneBy: 'filed' }),
        ],
      },
    ],
  },
  {
    key: 'tax',
    name: 'Accounts and corporation tax',
    shortName: 'Corporation tax',
    scope: 'We draw up the yearly accounts and the corporation tax return, go through them with you and file both.',
    ruleId: 'ie-corporation-tax',
    rhythm: 'yearly',
    fee: 320_000,
    leadDays: 112,
    targetDays: 5,
    procedure: 'Annual accounts and corporation tax',
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
  {
    key: 'annual',
    name: 'Annual return',
    shortName: 'Annual return',
    scope: 'We prepare the company\u2019s annual return, have it signed and file it with the companies office.',
    ruleId: 'ie-annual-return',
    rhythm: 'yearly',
    fee: 25_000,
    leadDays: 45,
    targetDays: 5,
    procedure: 'Company annual return',
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
  {
    key: 'income',
    name: 'Income tax return',
    shortName: 'Income tax',
    scope: 'We prepare your yearly income tax return, tell you what is to be paid and when, and file it after you agree.',
    ruleId: 'ie-income-tax',
    rhythm: 'yearly',
    fee: 48_000,
    leadDays: 120,
    targetDays: 10,
    procedure: 'Personal return',
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
];
