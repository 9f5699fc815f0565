import type { SendPreview } from './requests';
import type { AskSignature } from './ask-signature';
import type { KeptPlaces, NoteSignedOnPaper } from './signatures';
import { type Added, a, get, post, remove } from './route';

export const preview = post('/api/jobs/:id/signatures/preview', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<SendPreview>('SendPreview') });
export const ask = post('/api/jobs/:id/signatures', 'do work', { input: a<AskSignature>('AskSignature'), answer: a<Added>('Added'), once: true });
export const onPaper = post('/api/signers/:id/on-paper', 'do work', { input: a<NoteSignedOnPaper>('NoteSignedOnPaper') });
/** The signed copy could not be made: it is tried again. */
export const copyAgain = post('/api/asks/:id/signed-copy', 'do work');
/** Places of fields, kept for a kind of document. */
export const places = get('/api/signature-places', 'do work', { answer: a<KeptPlaces[]>('KeptPlaces[]') });
export const forgetPlaces = remove('/api/signature-places/:id', 'do work');
