import type { DocumentView } from './jobs';
import type { OfRecord } from './queries';
import { type Added, FILE, a, get, post } from './route';

export const list = get('/api/documents', 'see clients', { query: a<OfRecord>('OfRecord'), answer: a<DocumentView[]>('DocumentView[]') });
export const content = get('/api/documents/:id/content', 'see clients', { answer: FILE });
/** Files a document in a job, by a person of the firm. */
export const add = post('/api/jobs/:id/documents', 'do work', { input: FILE, answer: a<Added>('Added') });
