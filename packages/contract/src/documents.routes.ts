import type { DocumentView } from './jobs';
import type { FilesKept } from './documents';
import type { OfRecord } from './queries';
import { type Added, FILE, a, get, post } from './route';

export const list = get('/api/documents', 'see clients', {
  query: a<OfRecord>('OfRecord'),
  answer: a<DocumentView[]>('DocumentView[]'),
  shows: ['documents', 'requests', 'fees', 'clients', 'jobs'],
});
export const content = get('/api/documents/:id/content', 'see clients', { answer: FILE });
/** What is kept of files, and which of them are missing or damaged. */
export const kept = get('/api/firm/files', 'run firm', { answer: a<FilesKept>('FilesKept'), shows: ['documents', 'requests', 'fees', 'clients', 'jobs'] });
/** Files a document with a client, in no job. */
export const addToClient = post('/api/clients/:id/documents', 'do work', { input: FILE, answer: a<Added>('Added') });
/** Files a document in a job, by a person of the firm. */
export const add = post('/api/jobs/:id/documents', 'do work', { input: FILE, answer: a<Added>('Added') });
