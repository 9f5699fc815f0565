import type { ActionKind } from './kind';
import { isCount } from './shape';

export const bill: ActionKind<'bill'> = {
  words: 'draft a bill',
  wrong: ({ share }) => (isCount(share, 100) && share !== 0 ? null : 'say how much of the agreed fee, 1 to 100 %'),
  sentence: ({ share }) => (share === 100 ? 'Drafts a bill of the agreed fee' : `Drafts a bill of ${share} % of the agreed fee`),
  leavesTheHouse: false,
  onPaper: () => ({ bills: 1 }),
  fresh: () => ({ share: 100 }),
  fields: ['of', { is: 'figure', at: 'share', label: 'Hundredths' }, '% of the agreed fee'],
};
