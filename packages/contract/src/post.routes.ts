import type { AnswerLetter } from './conversations';
import type { PostRoomMessage, SentMessage, WriteMessage, Written } from './post';
import type { KeepTemplate, TemplateView, TriedTemplate, TryTemplate } from './procedures';
import type { SendPreview } from './requests';
import type { OfRecord } from './queries';
import type { SendingRules } from './sending';
import { type Added, a, get, post, patch, put } from './route';

export const sent = get('/api/messages', 'see clients', { query: a<OfRecord>('OfRecord'), answer: a<SentMessage[]>('SentMessage[]') });
/** The stand-in shows codes and links meant for clients: for people who may change clients only. */
export const postRoom = get('/api/post-room', 'grant clients', { query: a<OfRecord>('OfRecord'), answer: a<PostRoomMessage[]>('PostRoomMessage[]') });
/** Answers a letter as its reader would, by mail. */
export const answer = post('/api/post-room/:id/answer', 'grant clients', { input: a<AnswerLetter>('AnswerLetter') });
/** What waits to go out, the next first, and what could not be delivered. */
export const goingOut = get('/api/messages/going-out', 'see clients', { answer: a<SentMessage[]>('SentMessage[]') });
/** What a message in a person's own words would be, and to whom it would go. */
export const preview = post('/api/messages/preview', 'do work', { input: a<WriteMessage>('WriteMessage'), answer: a<SendPreview>('SendPreview') });
/** Writes to a person with a link into the portal, at once. */
export const invite = post('/api/contacts/:id/invite', 'do work', { once: true });
export const write = post('/api/messages', 'do work', { input: a<WriteMessage>('WriteMessage'), answer: a<Written>('Written'), status: 201, once: true });
export const withdraw = post('/api/messages/:id/withdraw', 'do work');
/** Has go out now what waits for its day, or could not be delivered. */
/** How messages go to clients. */
export const rules = get('/api/firm/sending', 'see clients', { answer: a<SendingRules>('SendingRules'), shows: ['post', 'firm'] });
export const keepRules = put('/api/firm/sending', 'run firm', { input: a<SendingRules>('SendingRules') });
export const again = post('/api/messages/:id/again', 'do work', { once: true });
export const kept = get('/api/message-templates', 'see clients', { answer: a<TemplateView[]>('TemplateView[]'), shows: ['post', 'procedures'] });
export const add = post('/api/message-templates', 'change services', { input: a<KeepTemplate>('KeepTemplate'), answer: a<Added>('Added'), once: true });
export const change = patch('/api/message-templates/:id', 'change services', { input: a<KeepTemplate>('KeepTemplate') });
export const tryOut = post('/api/message-templates/try', 'do work', { input: a<TryTemplate>('TryTemplate'), answer: a<TriedTemplate>('TriedTemplate') });
