import type { Approve, DoNotApprove } from './approvals';
import { FILE, a, get, post } from './route';

export const document = get('/api/portal/approvals/:id/document', 'portal', { answer: FILE });
export const approve = post('/api/portal/approvals/:id/approve', 'portal', { input: a<Approve>('Approve') });
export const refuse = post('/api/portal/approvals/:id/refuse', 'portal', { input: a<DoNotApprove>('DoNotApprove') });
