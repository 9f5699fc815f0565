import { TOLD, get } from './route';

/** Server-sent events: a page that is open learns that something was confirmed, and reads again what it shows. */
export const live = get('/api/live', 'see clients', { answer: TOLD, early: true });
