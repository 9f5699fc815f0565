import type { BeginConversation, PortalConversation, PortalConversationView, SayWords } from './conversations';
import { type Added, FILE, a, get, post } from './route';

export const list = get('/api/portal/conversations', 'portal', { answer: a<PortalConversation[]>('PortalConversation[]') });
export const view = get('/api/portal/conversations/:id', 'portal', { answer: a<PortalConversationView>('PortalConversationView') });
export const begin = post('/api/portal/conversations', 'portal', { input: a<BeginConversation>('BeginConversation'), answer: a<Added>('Added'), once: true });
export const say = post('/api/portal/conversations/:id/words', 'portal', { input: a<SayWords>('SayWords'), once: true });
export const addFile = post('/api/portal/conversations/:id/files', 'portal', { input: FILE });
export const seen = post('/api/portal/conversations/:id/seen', 'portal');
export const file = get('/api/portal/conversation-words/:id/file', 'portal', { answer: FILE });
