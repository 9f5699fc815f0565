import type { ClientWords } from './requests';
import { FILE, a, get, post } from './route';

export const upload = post('/api/portal/items/:id/files', 'portal', { input: FILE });
export const ask = post('/api/portal/items/:id/question', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
/** An answer in words, in place of a file. */
export const words = post('/api/portal/items/:id/words', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
/** Where it is to be found: an address on the web, or words. */
export const elsewhere = post('/api/portal/items/:id/elsewhere', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
/** Takes back what was given, until somebody has looked at it. */
export const takeBack = post('/api/portal/answers/:id/take-back', 'portal');
/** A file that shows what is meant. */
export const example = get('/api/portal/items/:id/example', 'portal', { answer: FILE });
export const doesNotApply = post('/api/portal/items/:id/does-not-apply', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
