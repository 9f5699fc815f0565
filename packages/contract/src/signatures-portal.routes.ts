import type { CodeTried, FieldsToSign, GiveSignature, RefuseSignature, ReplaceSigner, TypeCode } from './signatures';
import { FILE, a, get, post } from './route';

export const document = get('/api/portal/signatures/:id/document', 'portal', { answer: FILE });
/** What they may keep once all have signed: the document with its signing record, sealed. */
export const copy = get('/api/portal/signatures/:id/signed', 'portal', { answer: FILE });
/** Where they sign, and what others filled in before them. */
export const fields = get('/api/portal/signatures/:id/fields', 'portal', { answer: a<FieldsToSign>('FieldsToSign') });
export const sign = post('/api/portal/signatures/:id/sign', 'portal', { input: a<GiveSignature>('GiveSignature') });
export const refuse = post('/api/portal/signatures/:id/refuse', 'portal', { input: a<RefuseSignature>('RefuseSignature') });
/** Sends a code by text message; the ones before it stop working. */
export const sendCode = post('/api/portal/signatures/:id/code', 'portal');
export const typeCode = post('/api/portal/signatures/:id/code/typed', 'portal', { input: a<TypeCode>('TypeCode'), answer: a<CodeTried>('CodeTried') });
/** Somebody else of the client signs in their place, where the firm allows that. */
export const handOn = post('/api/portal/signatures/:id/hand-on', 'portal', { input: a<ReplaceSigner>('ReplaceSigner') });
