import type { PutAnswer, QuestionnaireView } from './questionnaires';
import { FILE, a, get, post, put } from './route';

export const view = get('/api/portal/asks/:id/questionnaire', 'portal', { answer: a<QuestionnaireView>('QuestionnaireView') });
export const putAnswer = put('/api/portal/asks/:id/answers', 'portal', { input: a<PutAnswer>('PutAnswer') });
export const addFile = post('/api/portal/asks/:id/answers/:key/files', 'portal', { input: FILE, text: ['key'] });
export const sameAgain = post('/api/portal/asks/:id/same-as-last-time', 'portal');
export const sendIn = post('/api/portal/asks/:id/send-in', 'portal', { once: true });
