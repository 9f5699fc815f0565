import { type Area, part } from '../../app/area';
import { requestShown } from './shown';

export const requestsArea: Area = {
  askKind: requestShown,
  jobsTogether: [{ at: 10, words: 'Ask the clients', needs: 'do work', Opens: part(() => import('./ask-many-leaf'), 'AskManyLeaf') }],
  clientActs: [{ at: 5, words: 'Ask', needs: 'do work', Opens: part(() => import('./ask-leaf'), 'AskLeaf') }],
};
