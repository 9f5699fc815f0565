import type { ClientRequest, ClientWords, SendBack, SendPreview, SendRequest } from './requests';
import { type Added, a, get, post } from './route';

export const ofClient = get('/api/clients/:id/requests', 'see clients', { answer: a<ClientRequest[]>('ClientRequest[]') });
export const preview = post('/api/jobs/:id/requests/preview', 'do work', { input: a<SendRequest>('SendRequest'), answer: a<SendPreview>('SendPreview') });
export const send = post('/api/jobs/:id/requests', 'do work', { input: a<SendRequest>('SendRequest'), answer: a<Added>('Added'), once: true });
export const accept = post('/api/request-items/:id/accept', 'do work');
export const sendBack = post('/api/request-items/:id/send-back', 'do work', { input: a<SendBack>('SendBack'), once: true });
export const reply = post('/api/request-items/:id/reply', 'do work', { input: a<ClientWords>('ClientWords'), once: true });
