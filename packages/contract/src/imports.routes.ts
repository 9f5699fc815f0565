import type { BringIn, ImportLine, ImportOutcome, ImportView, SetMapping } from './imports';
import type { AfterRow } from './queries';
import { type Added, FILE, a, get, post, put } from './route';

export const list = get('/api/imports', 'change clients', { query: a<AfterRow>('AfterRow'), answer: a<ImportLine[]>('ImportLine[]') });
/** Reads a file of clients; nothing of it is brought in yet. */
export const begin = post('/api/imports', 'change clients', { input: FILE, answer: a<Added>('Added') });
export const view = get('/api/imports/:id', 'change clients', { answer: a<ImportView>('ImportView') });
export const setMapping = put('/api/imports/:id/mapping', 'change clients', { input: a<SetMapping>('SetMapping') });
export const bringIn = post('/api/imports/:id/bring-in', 'change clients', {
  input: a<BringIn>('BringIn'),
  answer: a<ImportOutcome>('ImportOutcome'),
  once: true,
});
