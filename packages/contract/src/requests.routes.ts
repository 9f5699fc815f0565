import type {
  AddItems,
  AskMany,
  ChangeKeptRequest,
  ElsewhereView,
  KeepRequest,
  KeptRequest,
  ManyAsked,
  NoteElsewhere,
  Reply,
  RequestAsLastTime,
  RequestEachTime,
  SendBack,
  SendPreview,
  SendRequest,
  TakeIn,
} from './requests';
import { type Added, a, get, post, put, remove } from './route';

export const preview = post('/api/jobs/:id/requests/preview', 'do work', { input: a<SendRequest>('SendRequest'), answer: a<SendPreview>('SendPreview') });
/** The requests of the job of the same line before this one, with their dates and periods moved on. */
export const lastTime = get('/api/jobs/:id/requests/last-time', 'do work', {
  answer: a<RequestAsLastTime[]>('RequestAsLastTime[]'),
  shows: ['asks', 'requests', 'jobs'],
});
/** What a client is asked with each job of its service lines. */
export const eachTime = get('/api/clients/:id/requests-each-time', 'see clients', {
  answer: a<RequestEachTime[]>('RequestEachTime[]'),
  shows: ['requests', 'services', 'clients'],
});
/** A client is asked it with later jobs no more. */
export const endEachTime = post('/api/requests-each-time/:id/end', 'do work');
/** Requests whose words are kept, by service; those for all services last. */
export const kept = get('/api/kept-requests', 'see clients', { answer: a<KeptRequest[]>('KeptRequest[]'), shows: ['requests', 'services'] });
export const keep = post('/api/kept-requests', 'do work', { input: a<KeepRequest>('KeepRequest'), answer: a<Added>('Added'), once: true });
export const changeKept = put('/api/kept-requests/:id', 'do work', { input: a<ChangeKeptRequest>('ChangeKeptRequest') });
export const removeKept = remove('/api/kept-requests/:id', 'do work');
/** Who would be asked for what, job by job. */
export const previewMany = post('/api/requests/many/preview', 'do work', { input: a<AskMany>('AskMany'), answer: a<ManyAsked>('ManyAsked'), status: 200 });
/** Asks each client of these jobs for the same things. */
export const sendMany = post('/api/requests/many', 'do work', { input: a<AskMany>('AskMany'), answer: a<ManyAsked>('ManyAsked'), status: 200, once: true });
export const send = post('/api/jobs/:id/requests', 'do work', { input: a<SendRequest>('SendRequest'), answer: a<Added>('Added'), once: true });
/** Asks for more in a request that is out already; the client is told. */
export const addItems = post('/api/asks/:id/items', 'do work', { input: a<AddItems>('AddItems'), once: true });
export const accept = post('/api/request-items/:id/accept', 'do work');
/** Takes back that an item was accepted; nobody is told. */
export const reopen = post('/api/request-items/:id/reopen', 'do work');
/** What came is not what was wanted; the client is told. One that was accepted is asked for once more. */
export const sendBack = post('/api/request-items/:id/send-back', 'do work', { input: a<SendBack>('SendBack'), once: true });
/** It is wanted no more; what came for it stays. */
export const takeOut = post('/api/request-items/:id/take-out', 'do work');
/** It came in another way than through the portal: how, and where the papers lie. */
export const takeIn = post('/api/request-items/:id/take-in', 'do work', { input: a<TakeIn>('TakeIn'), once: true });
/** What somebody of the firm noted as come did not come after all. */
export const takeBack = post('/api/request-answers/:id/take-back', 'do work');
/** It comes from elsewhere for good: the client is asked for it no more. */
export const noteElsewhere = post('/api/request-items/:id/from-elsewhere', 'do work', { input: a<NoteElsewhere>('NoteElsewhere') });
export const fromElsewhere = get('/api/clients/:id/from-elsewhere', 'see clients', {
  answer: a<ElsewhereView[]>('ElsewhereView[]'),
  shows: ['requests', 'clients'],
});
/** The client is asked for it again. */
export const endElsewhere = post('/api/from-elsewhere/:id/end', 'do work');
export const reply = post('/api/request-items/:id/reply', 'do work', { input: a<Reply>('Reply'), once: true });
