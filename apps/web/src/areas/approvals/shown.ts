import type { ApprovalPart } from '@steady/contract/approvals';
import { part } from '../../app/area';
import type { AskKindShown } from '../../app/ask-kind';

/** What is to be approved among the asks. */
export const approvalShown: AskKindShown<ApprovalPart> = {
  kind: 'approval',
  before: 'For approval: ',
  begin: { words: 'Ask to approve', Leaf: part(() => import('./approval-leaf'), 'ApprovalLeaf') },
  progress: ({ parties }) => ({ done: parties.filter((party) => party.state === 'done').length, of: parties.length, word: 'approved' }),
  Body: part(() => import('./approval-body'), 'ApprovalBody'),
};
