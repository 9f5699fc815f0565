import type { RequestPart } from '@steady/contract/requests';
import { part } from '../../app/area';
import type { AskKindShown } from '../../app/ask-kind';

/** Information requests among the asks. */
export const requestShown: AskKindShown<RequestPart> = {
  kind: 'request',
  before: '',
  begin: { words: 'Ask the client', Leaf: part(() => import('./request-leaf'), 'RequestLeaf') },
  progress: ({ part: { items } }) => ({
    done: items.filter((item) => item.state === 'accepted').length,
    of: items.filter((item) => item.state !== 'from elsewhere').length,
    word: 'in',
  }),
  Body: part(() => import('./request-body'), 'RequestBody'),
  Acts: part(() => import('./request-body'), 'RequestActs'),
  ThingActs: part(() => import('./thing-acts'), 'ThingActs'),
  OfClient: part(() => import('./of-client'), 'RequestsOfClient'),
};
