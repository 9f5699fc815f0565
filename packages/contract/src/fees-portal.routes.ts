import type { PortalInvoice } from './requests';
import { FILE, a, get, post } from './route';

export const list = get('/api/portal/invoices', 'portal', { answer: a<PortalInvoice[]>('PortalInvoice[]') });
export const pdf = get('/api/portal/invoices/:id/pdf', 'portal', { answer: FILE });
/** Answers when the collector has: paid, or refused and why. */
export const pay = post('/api/portal/invoices/:id/pay', 'portal', { answer: a<PortalInvoice>('PortalInvoice') });
