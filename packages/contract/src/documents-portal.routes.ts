import type { PortalPapers } from './documents';
import { FILE, a, get, post } from './route';

/** What lies in folders that they may read, client by client. */
export const list = get('/api/portal/documents', 'portal', { answer: a<PortalPapers[]>('PortalPapers[]') });
export const content = get('/api/portal/documents/:id/content', 'portal', { answer: FILE });
/** Adds a file to a folder of a client to which they may add. */
export const add = post('/api/portal/clients/:id/folders/:folder/files', 'portal', { input: FILE });
