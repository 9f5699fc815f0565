import type {
  ApproveSettlement,
  BillPreview,
  CancelBill,
  CollectorPage,
  DraftBill,
  InvoicePage,
  NotePayment,
  RefuseNextCard,
  SettlementPreview,
  WipPage,
} from './fees';
import type { SetFollowUps, SetPromise } from './asks';
import type { Versioned } from './versioned';
import type { InvoicesAsked } from './queries';
import { type Added, a, get, post, remove } from './route';

export const wip = get('/api/wip', 'see fees', { answer: a<WipPage>('WipPage'), shows: ['fees', 'time', 'jobs', 'clients'] });
export const invoices = get('/api/invoices', 'see fees', { query: a<InvoicesAsked>('InvoicesAsked'), answer: a<InvoicePage>('InvoicePage'), shows: ['fees'] });
export const invoice = get('/api/invoices/:id', 'see fees', { answer: a<BillPreview>('BillPreview'), shows: ['fees', 'time', 'documents'] });
export const draft = post('/api/jobs/:id/bills', 'bill', { input: a<DraftBill>('DraftBill'), answer: a<Added>('Added'), once: true });
export const discard = remove('/api/invoices/:id', 'bill');
export const approve = post('/api/invoices/:id/approve', 'approve bills', { input: a<Versioned>('Versioned'), once: true });
/** Makes the PDF of a bill again that could not be made, and writes to the client. */
export const printAgain = post('/api/invoices/:id/print', 'bill', { once: true });
export const cancel = post('/api/invoices/:id/cancel', 'bill', { input: a<CancelBill>('CancelBill'), once: true });
/** Writes a reminder of a bill now. */
export const remind = post('/api/invoices/:id/remind', 'bill', { once: true });
/** Stops the reminders of a bill, or has them go on. */
export const reminders = post('/api/invoices/:id/reminders', 'bill', { input: a<SetFollowUps>('SetFollowUps') });
/** Sets for which day its payment is promised, or that it is not. */
export const promise = post('/api/invoices/:id/promise', 'bill', { input: a<SetPromise>('SetPromise') });
/** Notes money that came in by the bank. */
export const notePayment = post('/api/invoices/:id/payments', 'bill', { input: a<NotePayment>('NotePayment'), once: true });
/** Takes back a payment that was noted by hand. */
export const takeBackPayment = post('/api/payments/:id/take-back', 'bill', { once: true });
export const settlement = get('/api/jobs/:id/settlement', 'see fees', { answer: a<SettlementPreview>('SettlementPreview'), shows: ['fees', 'time'] });
export const settle = post('/api/jobs/:id/settlements', 'bill', { input: a<ApproveSettlement>('ApproveSettlement'), answer: a<Added>('Added'), once: true });
/** The collector's stand-in, a part of the demo: what it took, and whether it refuses the next card. */
export const collector = get('/api/collector', 'bill', { answer: a<CollectorPage>('CollectorPage'), shows: ['fees'] });
export const refuseNextCard = post('/api/collector/refuse-next', 'bill', { input: a<RefuseNextCard>('RefuseNextCard') });
export const reverse = post('/api/settlements/:id/reverse', 'bill', { once: true });
