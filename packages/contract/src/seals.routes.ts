import type { BringSeal, CheckSealDoor, ReplaceSeal, SealView } from './seals';
import { FILE, a, get, post } from './route';

export const view = get('/api/seal', 'see clients', { answer: a<SealView>('SealView') });
export const replace = post('/api/seal/replace', 'run firm', { input: a<ReplaceSeal>('ReplaceSeal') });
/** A certificate of the firm's own takes the place of the one that seals now. */
export const bring = post('/api/seal/bring', 'run firm', { input: a<BringSeal>('BringSeal'), again: true });
/** The public page on which anybody checks what the firm sealed: a file is looked at in the browser, and not sent. */
export const door = get('/api/check-seal/:address', 'open', { answer: a<CheckSealDoor>('CheckSealDoor'), text: ['address'] });
export const logo = get('/api/check-seal/:address/logo', 'open', { answer: FILE, text: ['address'] });
