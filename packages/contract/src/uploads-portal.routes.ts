import { FILE, get, patch, post, remove } from './route';

// Uploads of clients that go on after the line was lost, as those of the firm do. "to" is an item that was asked for, a conversation, a question of a
// questionnaire ("of" its ask, "part" the key of the question) or a folder ("of" the client).

export const begin = post('/api/portal/uploads', 'portal', { input: FILE, answer: FILE });
export const goOn = patch('/api/portal/uploads/:upload', 'portal', { input: FILE, answer: FILE, text: ['upload'] });
export const howFar = get('/api/portal/uploads/:upload', 'portal', { answer: FILE, text: ['upload'] });
export const giveUp = remove('/api/portal/uploads/:upload', 'portal', { answer: FILE, text: ['upload'] });
