import type { ClientWords } from './requests';
import { FILE, a, post } from './route';

export const upload = post('/api/portal/items/:id/files', 'portal', { input: FILE });
export const ask = post('/api/portal/items/:id/question', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
export const doesNotApply = post('/api/portal/items/:id/does-not-apply', 'portal', { input: a<ClientWords>('ClientWords'), once: true });
