import type { BulkOutcome, BulkPreview, ChangeMany, ClientList, MergeClients, MergePreview } from './client-lists';
import type {
  AddClient,
  AddInPassing,
  AddNote,
  ChangeDetailField,
  AlikeClient,
  ChangeClient,
  ChangeClientStatus,
  ChangeNote,
  ClientView,
  DetailFieldInput,
  DetailFieldView,
  NotesPage,
  NoteForYou,
} from './clients';
import type { ListFieldsView, ListTotals, PlaceFound } from './lists';
import type { AfterRow, AlikeAsked, ListQuery } from './queries';
import { type Added, FILE, a, get, post, patch, remove } from './route';

export const list = get('/api/clients', 'see clients', { query: a<ListQuery>('ListQuery'), answer: a<ClientList>('ClientList') });
/** The ids of everything a list finds, to choose all of it. */
export const ids = get('/api/clients/ids', 'see clients', { query: a<ListQuery>('ListQuery'), answer: a<string[]>('string[]') });
/** Where in the list a name stands; nothing when none is called that. */
export const place = get('/api/clients/place', 'see clients', { query: a<ListQuery>('ListQuery'), answer: a<PlaceFound>('PlaceFound') });
/** The list added up by one of its fields. */
export const sums = get('/api/clients/sums', 'see clients', { query: a<ListQuery>('ListQuery'), answer: a<ListTotals>('ListTotals') });
/** The list as it is shown, or added up, as a file: CSV, or a workbook. */
export const file = get('/api/clients/list.:kind', 'see clients', {
  query: a<ListQuery>('ListQuery'),
  answer: FILE,
  text: ['kind'],
  takesAlong: 'the list of clients',
});
export const fields = get('/api/clients/fields', 'see clients', { answer: a<ListFieldsView>('ListFieldsView') });
/** The labels in use. */
export const labels = get('/api/labels', 'see clients', { answer: a<string[]>('string[]'), shows: ['clients', 'imports', 'moves', 'jobs'] });
export const details = get('/api/details', 'see clients', { answer: a<DetailFieldView[]>('DetailFieldView[]'), shows: ['clients'] });
export const keepDetail = post('/api/details', 'run firm', { input: a<DetailFieldInput>('DetailFieldInput'), answer: a<Added>('Added'), once: true });
/** Calls a detail otherwise, or changes the values to choose from. */
export const changeDetail = patch('/api/details/:id', 'run firm', { input: a<ChangeDetailField>('ChangeDetailField') });
export const dropDetail = remove('/api/details/:id', 'run firm');
/** Clients that may be the same as one that is being written down. */
export const alike = get('/api/clients/alike', 'see clients', {
  query: a<AlikeAsked>('AlikeAsked'),
  answer: a<AlikeClient[]>('AlikeClient[]'),
});
export const previewMany = post('/api/clients/bulk/preview', 'change clients', { input: a<ChangeMany>('ChangeMany'), answer: a<BulkPreview>('BulkPreview') });
export const changeMany = post('/api/clients/bulk', 'change clients', {
  input: a<ChangeMany>('ChangeMany'),
  answer: a<BulkOutcome>('BulkOutcome'),
  once: true,
});
export const undoMany = post('/api/clients/bulk/:id/undo', 'change clients', { answer: a<BulkOutcome>('BulkOutcome') });
export const add = post('/api/clients', 'change clients', { input: a<AddClient>('AddClient'), answer: a<Added>('Added'), once: true });
/** A name and an address, in the middle of something else. */
export const addInPassing = post('/api/clients/in-passing', 'change clients', {
  input: a<AddInPassing>('AddInPassing'),
  answer: a<Added>('Added'),
  once: true,
});
/** What would become of two records if they were made one; the first stays. */
export const mergePreview = get('/api/clients/:id/merge/:other', 'change clients', { answer: a<MergePreview>('MergePreview') });
export const merge = post('/api/clients/:id/merge', 'change clients', { input: a<MergeClients>('MergeClients') });
/** Takes back a client that was added by mistake; refused where anything was done with it. */
export const removeUnused = remove('/api/clients/:id', 'change clients');
export const view = get('/api/clients/:id', 'see clients', { answer: a<ClientView>('ClientView') });
export const change = patch('/api/clients/:id', 'change clients', { input: a<ChangeClient>('ChangeClient') });
export const setStanding = post('/api/clients/:id/standing', 'change clients', { input: a<ChangeClientStatus>('ChangeClientStatus') });
export const addNote = post('/api/clients/:id/notes', 'do work', { input: a<AddNote>('AddNote'), answer: a<Added>('Added'), once: true });
/** Takes a note out; what it said stays in the history. */
export const removeNote = remove('/api/notes/:id', 'do work');
export const changeNote = patch('/api/notes/:id', 'do work', { input: a<ChangeNote>('ChangeNote') });
/** Phone notes that wait for whoever asks. */
export const notesForYou = get('/api/notes-for-you', 'see clients', { answer: a<NoteForYou[]>('NoteForYou[]'), shows: ['clients', 'jobs', 'moves'] });
/** A page of the notes of a client, after the one named. */
export const notes = get('/api/clients/:id/notes', 'see clients', {
  query: a<AfterRow>('AfterRow'),
  answer: a<NotesPage>('NotesPage'),
  shows: ['clients', 'jobs', 'moves'],
});
