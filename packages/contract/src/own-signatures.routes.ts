import type { FieldsToSign, GiveSignature, OwnSignature, RefuseSignature } from './signatures';
import { a, get, post } from './route';

/** What a person of the firm is asked to sign, or was. */
export const view = get('/api/own-signatures/:id', 'see clients', { answer: a<OwnSignature>('OwnSignature'), shows: ['asks', 'signatures', 'documents'] });
export const fields = get('/api/own-signatures/:id/fields', 'see clients', { answer: a<FieldsToSign>('FieldsToSign'), shows: ['asks', 'signatures'] });
export const sign = post('/api/own-signatures/:id/sign', 'see clients', { input: a<GiveSignature>('GiveSignature') });
export const refuse = post('/api/own-signatures/:id/refuse', 'see clients', { input: a<RefuseSignature>('RefuseSignature') });
