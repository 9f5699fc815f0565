import { counted } from '../../words';
import type { ActionKind } from './kind';
import { isCount, isText } from './shape';

export const signature: ActionKind<'signature'> = {
  words: 'give a letter for signature',
  wrong: ({ kindId, days }) => (!isText(kindId, 60) ? 'choose the kind of document' : isCount(days, 365) ? null : 'say within how many days, 0 to 365'),
  sentence: ({ kindId, days }, { signingKind }) => `Gives "${signingKind(kindId)}" for signature, wanted within ${counted(days, 'working day')}`,
  leavesTheHouse: true,
  onPaper: () => ({ requests: 1 }),
  fresh: ({ signingKinds }) => ({ kindId: signingKinds, days: 8 }),
  fields: [
    { is: 'chosen', of: 'signingKinds', at: 'kindId', label: 'Which letter', none: 'keep one under Firm, Signing first' },
    'wanted within',
    { is: 'figure', at: 'days', label: 'Working days' },
    'working days',
  ],
};
