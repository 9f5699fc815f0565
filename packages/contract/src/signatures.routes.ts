import type { SendPreview } from './requests';
import type { AskSignature, NoteSignedOnPaper, SignatureView, WithdrawSignature } from './signatures';
import { type Added, a, get, post } from './route';

export const ofJob = get('/api/jobs/:id/signatures', 'see clients', { answer: a<SignatureView[]>('SignatureView[]') });
export const preview = post('/api/jobs/:id/signatures/preview', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<SendPreview>('SendPreview') });
export const ask = post('/api/jobs/:id/signatures', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<Added>('Added'), once: true });
export const remind = post('/api/signatures/:id/remind', 'do work', { once: true });
export const withdraw = post('/api/signatures/:id/withdraw', 'do work', { input: a<WithdrawSignature>('WithdrawSignature') });
export const onPaper = post('/api/signers/:id/on-paper', 'do work', { input: a<NoteSignedOnPaper>('NoteSignedOnPaper') });
