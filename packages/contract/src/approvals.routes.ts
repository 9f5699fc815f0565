import type { AskApproval } from './approvals';
import type { SendPreview } from './requests';
import { type Added, a, post } from './route';

export const preview = post('/api/jobs/:id/approvals/preview', 'do work', { input: a<AskApproval>('AskApproval'), answer: a<SendPreview>('SendPreview') });
export const ask = post('/api/jobs/:id/approvals', 'do work', { input: a<AskApproval>('AskApproval'), answer: a<Added>('Added'), once: true });
