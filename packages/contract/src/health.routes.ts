import type { Health } from './health';
import { a, get } from './route';

export const health = get('/api/health', 'open', { answer: a<Health>('Health') });
export const ready = get('/api/ready', 'open', { answer: a<Health>('Health') });
