import type { IdentityView, NoteIdentity } from './identities';
import { type Added, a, get, post, remove } from './route';

export const list = get('/api/contacts/:id/identities', 'see clients', { answer: a<IdentityView[]>('IdentityView[]'), shows: ['identities', 'clients'] });
export const note = post('/api/contacts/:id/identities', 'change clients', { input: a<NoteIdentity>('NoteIdentity'), answer: a<Added>('Added') });
/** It was noted in error. */
export const takeBack = remove('/api/identities/:id', 'change clients');
