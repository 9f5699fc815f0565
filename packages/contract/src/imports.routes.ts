import type { BringIn, ImportLine, ImportOutcome, ImportView, MendCell, SetMapping } from './imports';
import type { AfterRow } from './queries';
import { type Added, FILE, a, get, patch, post, put, remove } from './route';

export const list = get('/api/imports', 'change clients', { query: a<AfterRow>('AfterRow'), answer: a<ImportLine[]>('ImportLine[]') });
/** Reads a file of clients; nothing of it is brought in yet. */
export const begin = post('/api/imports', 'change clients', { input: FILE, answer: a<Added>('Added') });
export const view = get('/api/imports/:id', 'change clients', { answer: a<ImportView>('ImportView') });
export const setMapping = put('/api/imports/:id/mapping', 'change clients', { input: a<SetMapping>('SetMapping') });
/** Puts another text into one cell of the file as it was read. */
export const mend = patch('/api/imports/:id/cell', 'change clients', { input: a<MendCell>('MendCell') });
/** Takes a file off the list of which nothing was brought in. */
export const drop = remove('/api/imports/:id', 'change clients');
export const bringIn = post('/api/imports/:id/bring-in', 'change clients', {
  input: a<BringIn>('BringIn'),
  answer: a<ImportOutcome>('ImportOutcome'),
  once: true,
});
