import type { ChangeDocuments, DocumentAdded, DocumentPage, DocumentPreview, DocumentRow, DocumentsDone, FilesKept, TheseDocuments } from './documents';
import type { ListFieldsView, ListTotals, Listed, PlaceFound } from './lists';
import type { DocumentsFilter } from './queries';
import { FILE, a, get, post } from './route';

const filtered = { query: a<DocumentsFilter>('DocumentsFilter'), shows: ['documents', 'requests', 'fees', 'clients', 'jobs', 'signatures'] };

export const list = get('/api/documents', 'see clients', { ...filtered, answer: a<Listed<DocumentRow>>('Listed<DocumentRow>') });
/** The ids of everything the list finds, to choose all of it. */
export const ids = get('/api/documents/ids', 'see clients', { ...filtered, answer: a<string[]>('string[]') });
/** Where in the list a document of that name stands; nothing when none is called that. */
export const place = get('/api/documents/place', 'see clients', { ...filtered, answer: a<PlaceFound>('PlaceFound') });
/** The list added up by one of its fields. */
export const sums = get('/api/documents/sums', 'see clients', { ...filtered, answer: a<ListTotals>('ListTotals') });
export const fields = get('/api/documents/fields', 'see clients', { answer: a<ListFieldsView>('ListFieldsView') });
/** The list as it is shown, or added up, as a file: CSV, or a workbook. */
export const file = get('/api/documents/list.:kind', 'see clients', {
  ...filtered,
  answer: FILE,
  text: ['kind'],
  takesAlong: 'the list of documents',
});
/** Changes what is known of documents: where they lie, what they are, whether somebody has looked at them. */
export const change = post('/api/documents/change', 'do work', {
  input: a<ChangeDocuments>('ChangeDocuments'),
  answer: a<DocumentsDone>('DocumentsDone'),
  status: 200,
});
/** Takes documents out; they can be brought back for a time. */
export const takeOut = post('/api/documents/take-out', 'do work', {
  input: a<TheseDocuments>('TheseDocuments'),
  answer: a<DocumentsDone>('DocumentsDone'),
  status: 200,
});
export const bringBack = post('/api/documents/bring-back', 'do work', {
  input: a<TheseDocuments>('TheseDocuments'),
  answer: a<DocumentsDone>('DocumentsDone'),
  status: 200,
});
/** Documents as a ZIP, in folders by client and folder. */
export const zip = post('/api/documents/zip', 'see clients', {
  input: a<TheseDocuments>('TheseDocuments'),
  answer: FILE,
  status: 200,
  takesAlong: 'documents',
});
export const view = get('/api/documents/:id', 'see clients', { answer: a<DocumentPage>('DocumentPage'), shows: filtered.shows });
export const content = get('/api/documents/:id/content', 'see clients', { answer: FILE });
/** A version that came before what is there now. */
export const earlier = get('/api/documents/:id/earlier/:number', 'see clients', { answer: FILE, text: ['number'] });
/** What is inside, laid out to be read beside the list. */
export const preview = get('/api/documents/:id/preview', 'see clients', { answer: a<DocumentPreview>('DocumentPreview') });
/** Puts a newer version in the place of what is there, which is kept. */
export const replace = post('/api/documents/:id/versions', 'do work', { input: FILE, answer: a<DocumentAdded>('DocumentAdded'), status: 201 });
/** What is kept of files, and which of them are missing or damaged. */
export const kept = get('/api/firm/files', 'run firm', { answer: a<FilesKept>('FilesKept'), shows: ['documents', 'requests', 'fees', 'clients', 'jobs'] });
/** Files a document with a client, in no job. */
export const addToClient = post('/api/clients/:id/documents', 'do work', { input: FILE, answer: a<DocumentAdded>('DocumentAdded'), status: 201 });
/** Files a document in a job, by a person of the firm. */
export const add = post('/api/jobs/:id/documents', 'do work', { input: FILE, answer: a<DocumentAdded>('DocumentAdded'), status: 201 });
