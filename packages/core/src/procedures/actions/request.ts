import { counted } from '../../words';
import type { ActionKind } from './kind';
import { isCount, isText } from './shape';

export const request: ActionKind<'request'> = {
  words: 'send a request of this phase',
  wrong: ({ requestKey, days }) => (!isText(requestKey, 60) ? 'choose the request' : isCount(days, 365) ? null : 'say within how many days, 0 to 365'),
  sentence: ({ days }, _names, title) => `Sends the client the request "${title}", wanted within ${counted(days, 'working day')}`,
  leavesTheHouse: true,
  onPaper: () => ({ requests: 1 }),
  fresh: ({ requests }) => ({ requestKey: requests, days: 8 }),
  fields: [
    { is: 'chosen', of: 'requests', at: 'requestKey', label: 'Which request', none: 'write one down above first' },
    'wanted within',
    { is: 'figure', at: 'days', label: 'Working days' },
    'working days',
  ],
};
