import { type Area, part } from '../../app/area';
import { requestShown } from './shown';

export const requestsArea: Area = {
  askKind: requestShown,
  clientActs: [{ at: 5, words: 'Ask', needs: 'do work', Opens: part(() => import('./ask-leaf'), 'AskLeaf') }],
};
