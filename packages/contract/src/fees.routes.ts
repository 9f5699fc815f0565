import type { ApproveSettlement, BillPreview, CancelBill, DraftBill, InvoicePage, SettlementPreview, Versioned, WipRow } from './fees';
import type { InvoicesAsked } from './queries';
import { type Added, a, get, post, remove } from './route';

export const wip = get('/api/wip', 'see fees', { answer: a<WipRow[]>('WipRow[]'), shows: ['fees', 'time', 'jobs', 'clients'] });
export const invoices = get('/api/invoices', 'see fees', { query: a<InvoicesAsked>('InvoicesAsked'), answer: a<InvoicePage>('InvoicePage'), shows: ['fees'] });
export const invoice = get('/api/invoices/:id', 'see fees', { answer: a<BillPreview>('BillPreview'), shows: ['fees', 'time', 'documents'] });
export const draft = post('/api/jobs/:id/bills', 'bill', { input: a<DraftBill>('DraftBill'), answer: a<Added>('Added'), once: true });
export const discard = remove('/api/invoices/:id', 'bill');
export const approve = post('/api/invoices/:id/approve', 'approve bills', { input: a<Versioned>('Versioned'), once: true });
/** Makes the PDF of a bill again that could not be made, and writes to the client. */
export const printAgain = post('/api/invoices/:id/print', 'bill', { once: true });
export const cancel = post('/api/invoices/:id/cancel', 'bill', { input: a<CancelBill>('CancelBill'), once: true });
export const settlement = get('/api/jobs/:id/settlement', 'see fees', { answer: a<SettlementPreview>('SettlementPreview'), shows: ['fees', 'time'] });
export const settle = post('/api/jobs/:id/settlements', 'bill', { input: a<ApproveSettlement>('ApproveSettlement'), answer: a<Added>('Added'), once: true });
export const reverse = post('/api/settlements/:id/reverse', 'bill', { once: true });
