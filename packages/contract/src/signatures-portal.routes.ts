import type { FieldsToSign, GiveSignature, RefuseSignature } from './signatures';
import { FILE, a, get, post } from './route';

export const document = get('/api/portal/signatures/:id/document', 'portal', { answer: FILE });
/** What they may keep once all have signed: the document with its signing record, sealed. */
export const copy = get('/api/portal/signatures/:id/signed', 'portal', { answer: FILE });
/** Where they sign, and what others filled in before them. */
export const fields = get('/api/portal/signatures/:id/fields', 'portal', { answer: a<FieldsToSign>('FieldsToSign') });
export const sign = post('/api/portal/signatures/:id/sign', 'portal', { input: a<GiveSignature>('GiveSignature') });
export const refuse = post('/api/portal/signatures/:id/refuse', 'portal', { input: a<RefuseSignature>('RefuseSignature') });
