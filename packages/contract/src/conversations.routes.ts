import type {
  ConversationChoice,
  ConversationLine,
  ConversationPeople,
  ConversationView,
  ConversationsAsked,
  FileInto,
  HandOverConversation,
  OpenConversation,
  SayWords,
} from './conversations';
import { type Added, FILE, a, get, post, put } from './route';

const shows = ['conversations', 'clients', 'team', 'jobs'];

export const list = get('/api/conversations', 'see clients', {
  query: a<ConversationsAsked>('ConversationsAsked'),
  answer: a<ConversationLine[]>('ConversationLine[]'),
  shows,
});
/** Who can be named in a conversation with a client. */
export const choice = get('/api/clients/:id/conversation-people', 'do work', { answer: a<ConversationChoice>('ConversationChoice') });
export const view = get('/api/conversations/:id', 'see clients', { answer: a<ConversationView>('ConversationView'), shows });
export const open = post('/api/conversations', 'do work', { input: a<OpenConversation>('OpenConversation'), answer: a<Added>('Added'), once: true });
export const say = post('/api/conversations/:id/words', 'do work', { input: a<SayWords>('SayWords'), once: true });
export const addFile = post('/api/conversations/:id/files', 'do work', { input: FILE });
/** Whoever looks has seen what was written so far. */
export const seen = post('/api/conversations/:id/seen', 'see clients');
export const setPeople = put('/api/conversations/:id/people', 'do work', { input: a<ConversationPeople>('ConversationPeople') });
export const handOver = post('/api/conversations/:id/hand-over', 'do work', { input: a<HandOverConversation>('HandOverConversation') });
/** Nobody waits for an answer any more. */
export const end = post('/api/conversations/:id/end', 'do work');
export const openAgain = post('/api/conversations/:id/open-again', 'do work');
export const file = get('/api/conversation-words/:id/file', 'see clients', { answer: FILE });
/** Puts a file of a private conversation into a folder of the client. */
export const fileIn = post('/api/conversation-words/:id/file-in', 'do work', { input: a<FileInto>('FileInto'), answer: a<Added>('Added') });
