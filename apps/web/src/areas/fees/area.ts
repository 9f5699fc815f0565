import * as feesRoutes from '@steady/contract/fees.routes';
import { send } from '../../app/api';
import { type Area, page, part } from '../../app/area';

export const feesArea: Area = {
  pages: [
    page('fees', () => import('./fees-page'), 'FeesPage'),
    page('fees/bills', () => import('./fees-page'), 'BillsPage'),
    page('fees/collector', () => import('./collector-page'), 'CollectorPage'),
    page('fees/bills/:id', () => import('./bill-page'), 'BillPage'),
    page('jobs/:id/settle', () => import('./settle-page'), 'SettlePage'),
  ],
  contents: { to: '/fees', words: 'Fees', at: 80, needs: 'see fees' },
  today: {
    groups: [
      {
        at: 65,
        title: 'Bills that reminders did not bring in',
        count: (today) => today.notPaid.count,
        Rows: part(() => import('./today'), 'NotPaidLines'),
      },
    ],
    notes: [
      {
        at: 30,
        title: ({ currency }) => `WIP, ${currency}`,
        isShown: (today) => today.unbilled !== null,
        Body: part(() => import('./today'), 'Unbilled'),
      },
    ],
  },
  tryAgain: { bill: (id) => send(feesRoutes.printAgain, { id }) },
  found: { bill: { words: 'bill', to: ({ id }) => `/fees/bills/${id}` } },
  clientSections: [{ path: 'money', words: 'Money', at: 50, needs: 'see fees', Body: part(() => import('./bill-list'), 'BillList') }],
  jobSections: [{ path: 'money', words: 'Time and money', at: 50, Body: part(() => import('./job-money-section'), 'JobMoneySection') }],
};
