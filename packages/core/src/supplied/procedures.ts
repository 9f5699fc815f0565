import type { Condition } from '../conditions';
import type { Action, PhasePlan, Prerequisite, TaskPlan, TaskRole } from '../procedures';

/** A procedure that comes with the application: a beginning, to be taken and changed. */
export interface SuppliedProcedure {
  key: string;
  name: string;
  phases: PhasePlan[];
  prerequisites?: Prerequisite[];
}

const task = (key: string, name: string, role: TaskRole, estimate: number, more: Partial<TaskPlan> = {}): TaskPlan => ({ key, name, role, estimate, ...more });
const ask = (...tasks: TaskPlan[]): TaskPlan[] => [task('ask', 'Send the request for records', 'preparer', 10, { doneBy: 'request sent' }), ...tasks];
const file = (...before: TaskPlan[]): PhasePlan => ({
  key: 'file',
  name: 'Client agrees and file',
  tasks: [...before, task('file', 'File and note the receipt', 'preparer', 10, { doneBy: 'filed', waitsFor: before.map((one) => one.key) })],
});
const tell = (role: TaskRole, words: string): Action => ({ key: `tell ${role}`, does: 'tell', role, words });

const ONLINE: Condition = { fact: 'way', is: 'online' };
const ON_PAPER: Condition = { fact: 'way', is: 'paper' };
const COMPANIES: Condition = { fact: 'legalForm', oneOf: ['company', 'co-operative', 'charity'] };

export const SUPPLIED_PROCEDURES: readonly SuppliedProcedure[] = [
  {
    key: 'books-monthly',
    name: 'Monthly bookkeeping to the closing of the period',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(),
        requests: [
          {
            key: 'papers',
            title: 'Papers for this month’s books',
            items: [
              { name: 'Bank statements', description: 'Of all accounts' },
              { name: 'Bills not yet sent to us', description: 'Photographs will do' },
            ],
          },
        ],
      },
      { key: 'enter', name: 'Enter', tasks: [task('sales', 'Sales and purchases', 'preparer', 180), task('bank', 'Match the bank', 'preparer', 90)] },
      {
        key: 'close',
        name: 'Close',
        tasks: [
          task('review', 'Read the month through', 'manager', 40, {
            waitsFor: ['bank'],
            checks: ['Bank agrees with the statement', 'The suspense account is cleared', 'VAT control agrees with the return'],
          }),
          task('report', 'Write the short report', 'preparer', 45),
          task('closed', 'Close the period', 'preparer', 10, { waitsFor: ['review', 'report'] }),
        ],
      },
    ],
  },
  {
    key: 'books-weekly',
    name: 'Weekly bookkeeping',
    phases: [
      {
        key: 'week',
        name: 'Books of the week',
        tasks: [
          task('enter', 'Sales and purchases of the week', 'preparer', 60),
          task('bank', 'Match the bank', 'preparer', 25, { waitsFor: ['enter'] }),
          task('pay', 'List of bills to pay', 'preparer', 15, { waitsFor: ['enter'] }),
        ],
      },
    ],
  },
  {
    key: 'vat',
    name: 'VAT return',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(task('signs', 'Check who signs', 'preparer', 5)),
        requests: [
          {
            key: 'papers',
            title: 'What we need for your VAT return',
            items: [
              { name: 'Sales invoices', description: 'All of the period, as PDF or a list' },
              { name: 'Bank statement', description: 'All pages, PDF or CSV from your bank' },
            ],
          },
        ],
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
        onlyIf: COMPANIES,
        tasks: [task('signoff', 'Sign off the draft', 'manager', 15)],
      },
      file(task('agree', 'Client approves the figures', 'preparer', 5)),
    ],
  },
  {
    key: 'payroll-monthly',
    name: 'Monthly payroll',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(),
        requests: [{ key: 'papers', title: 'Hours and changes for this month’s wages', items: [{ name: 'Hours worked', description: 'By person and week' }] }],
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
    key: 'payroll-weekly',
    name: 'Weekly payroll',
    phases: [
      {
        key: 'prepare',
        name: 'Wages of the week',
        tasks: [task('enter', 'Enter hours and changes', 'preparer', 20), task('slips', 'Payslips and payment list', 'preparer', 15, { waitsFor: ['enter'] })],
      },
    ],
  },
  {
    key: 'accounts-and-tax',
    name: 'Annual accounts and corporation tax',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(task('plan', 'Plan the year’s accounts', 'manager', 60)),
        requests: [
          {
            key: 'papers',
            title: 'Papers for your yearly accounts',
            items: [
              { name: 'Stock at the year-end', description: 'Counted and valued' },
              { name: 'Loan statements', description: 'Showing the balance at the year-end' },
              { name: 'List of unpaid customers', description: '' },
            ],
          },
        ],
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
    key: 'accounts',
    name: 'Annual accounts',
    prerequisites: [
      { key: 'opening', name: 'Last year’s closing balances are agreed', holds: false },
      { key: 'bank', name: 'The bank is up to date to the last day of the year', holds: false },
    ],
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(),
        requests: [
          {
            key: 'papers',
            title: 'Papers for your yearly accounts',
            items: [
              { name: 'Stock at the year-end', description: 'Counted and valued' },
              { name: 'Loan statements', description: 'Showing the balance at the year-end' },
            ],
          },
        ],
      },
      {
        key: 'prepare',
        name: 'Prepare',
        tasks: [
          task('enter', 'Trial balance', 'preparer', 420),
          task('assets', 'Fixed assets', 'preparer', 180),
          task('draft', 'Draft the accounts', 'preparer', 600, { waitsFor: ['enter', 'assets'] }),
        ],
      },
      { key: 'look', name: 'Second look', completion: 'approved', tasks: [task('signoff', 'Read the accounts through', 'manager', 120)] },
      { key: 'agree', name: 'Client agrees', asks: true, tasks: [task('meeting', 'Go through them with the client', 'partner', 60)] },
    ],
  },
  {
    key: 'corporation-tax',
    name: 'Corporation tax return',
    phases: [
      {
        key: 'prepare',
        name: 'Prepare',
        tasks: [task('tax', 'Tax computation', 'preparer', 240), task('draft', 'Draft the return', 'preparer', 60, { waitsFor: ['tax'] })],
      },
      { key: 'look', name: 'Second look', completion: 'approved', tasks: [task('signoff', 'Look at computation and return', 'manager', 60)] },
      file(task('agree', 'Client agrees and knows what to pay', 'preparer', 15)),
    ],
  },
  {
    key: 'personal',
    name: 'Personal return',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        onlyIf: ONLINE,
        branch: 'How the papers come',
        tasks: ask(),
        requests: [
          {
            key: 'papers',
            title: 'Papers for your income tax return',
            items: [
              { name: 'Income of the year', description: 'Accounts, payslips, rents, interest' },
              { name: 'Pension and medical receipts', description: '' },
            ],
          },
        ],
      },
      {
        key: 'packet',
        name: 'Packet and drop-off',
        onlyIf: ON_PAPER,
        branch: 'How the papers come',
        tasks: [
          task('packet', 'Post the packet with last year’s figures', 'preparer', 15),
          task('dropoff', 'Papers are dropped off; note where they are kept', 'preparer', 10, {
            waitsFor: ['packet'],
            checks: ['Everything on the list is there', 'Place of the papers is noted at the client'],
          }),
        ],
      },
      {
        key: 'prepare',
        name: 'Prepare',
        tasks: [task('enter', 'Enter income and reliefs', 'preparer', 150), task('draft', 'Draft the return', 'preparer', 75, { waitsFor: ['enter'] })],
      },
      { key: 'look', name: 'Second look', tasks: [task('signoff', 'Sign off the draft', 'manager', 30)] },
      {
        key: 'sign',
        name: 'Signing at the office',
        onlyIf: ON_PAPER,
        branch: 'How it is agreed',
        tasks: [
          task('appointment', 'Ring and agree on a time to sign', 'preparer', 10),
          task('signed', 'Client signs at the office', 'manager', 20, { waitsFor: ['appointment'] }),
        ],
      },
      {
        key: 'agree',
        name: 'Client agrees',
        onlyIf: ONLINE,
        branch: 'How it is agreed',
        tasks: [task('agree', 'Client agrees and knows what to pay', 'preparer', 15)],
      },
      { key: 'file', name: 'File', tasks: [task('file', 'File and note the receipt', 'preparer', 10, { doneBy: 'filed' })] },
      {
        key: 'pickup',
        name: 'Pick-up of the papers',
        onlyIf: ON_PAPER,
        tasks: [task('pickup', 'Papers are picked up', 'preparer', 5)],
      },
    ],
  },
  {
    key: 'annual-return',
    name: 'Company annual return',
    phases: [
      {
        key: 'prepare',
        name: 'Prepare',
        tasks: [task('check', 'Check directors and shares', 'preparer', 40), task('draft', 'Draft the return', 'preparer', 45, { waitsFor: ['check'] })],
      },
      { key: 'look', name: 'Second look', tasks: [task('signoff', 'Sign off', 'manager', 20)] },
      {
        key: 'sign',
        name: 'Directors sign',
        completion: 'signed',
        tasks: [task('give', 'Give the return for signature', 'preparer', 10, { doneBy: 'given for signature' })],
      },
      { key: 'file', name: 'File', tasks: [task('file', 'File and note the receipt', 'preparer', 10, { doneBy: 'filed' })] },
    ],
  },
  {
    key: 'call',
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
  {
    key: 'registration',
    name: 'Registration',
    phases: [
      {
        key: 'ask',
        name: 'Ask the client',
        tasks: ask(),
        requests: [
          { key: 'papers', title: 'What we need to register you', items: [{ name: 'Proof of trade', description: 'A contract, an order or first invoices' }] },
        ],
      },
      {
        key: 'register',
        name: 'Register',
        tasks: [task('form', 'Fill in and send the registration', 'preparer', 45), task('number', 'Note the number and tell the client', 'preparer', 10)],
      },
    ],
  },
  {
    key: 'onboarding',
    name: 'Onboarding over four working days',
    phases: [
      {
        key: 'welcome',
        name: 'First day: welcome',
        tasks: [task('call', 'Ring and welcome the client', 'manager', 20, { start: { days: 0, from: 'start' }, due: { days: 0, from: 'start' } })],
        onDone: [tell('preparer', 'The client was welcomed: the list of papers can go out')],
      },
      {
        key: 'papers',
        name: 'Second day: what we need',
        opens: { days: 1, from: 'start' },
        tasks: [
          task('list', 'Ask for identity papers and last accounts', 'preparer', 15, { start: { days: 1, from: 'start' }, due: { days: 1, from: 'start' } }),
        ],
      },
      {
        key: 'former',
        name: 'Third day: previous accountant',
        opens: { days: 2, from: 'start' },
        onlyIf: COMPANIES,
        tasks: [task('clearance', 'Write to the previous accountant', 'preparer', 20, { start: { days: 2, from: 'start' }, due: { days: 2, from: 'start' } })],
      },
      {
        key: 'authorities',
        name: 'Fourth day: authorisations',
        opens: { days: 3, from: 'start' },
        tasks: [
          task('agent', 'Ask for authorisation as agent', 'preparer', 20, { start: { days: 3, from: 'start' }, due: { days: 3, from: 'start' } }),
          task('risk', 'Assess the risk and note it', 'partner', 20, { start: { days: 3, from: 'start' }, due: { days: 3, from: 'start' } }),
        ],
        onDone: [{ key: 'label', does: 'label', label: 'onboarded', put: true }],
      },
    ],
  },
];

/** @throws Error when none of that key is supplied */
export function suppliedProcedure(key: string): SuppliedProcedure {
  const found = SUPPLIED_PROCEDURES.find((one) => one.key === key);
  if (!found) throw new Error(`No procedure "${key}" is supplied`);
  return found;
}
