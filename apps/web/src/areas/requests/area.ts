import { type Area, page, part } from '../../app/area';
import { requestShown } from './shown';

export const requestsArea: Area = {
  pages: [page('firm/requests', () => import('./kept-page'), 'KeptRequestsPage')],
  firmPages: [{ to: '/firm/requests', words: 'Requests', at: 31 }],
  askKind: requestShown,
  jobsTogether: [{ at: 10, words: 'Ask the clients', needs: 'do work', Opens: part(() => import('./ask-many-leaf'), 'AskJobsLeaf') }],
  clientsTogether: [{ at: 10, words: 'Ask them', needs: 'do work', Opens: part(() => import('./ask-many-leaf'), 'AskClientsLeaf') }],
  clientActs: [{ at: 5, words: 'Ask', needs: 'do work', Opens: part(() => import('./ask-leaf'), 'AskLeaf') }],
};
