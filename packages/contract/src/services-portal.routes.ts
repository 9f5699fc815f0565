import type { PortalServices } from './lines';
import { a, get } from './route';

/** What the firm does for those whom they act for. */
export const list = get('/api/portal/services', 'portal', { answer: a<PortalServices[]>('PortalServices[]') });
