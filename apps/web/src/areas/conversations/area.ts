import { counted } from '@steady/core/words';
import { type Area, page, part } from '../../app/area';

export const conversationsArea: Area = {
  pages: [
    page('post/conversations', () => import('./conversations-page'), 'ConversationsPage'),
    page('post/conversations/:id', () => import('./conversation-page'), 'ConversationPage'),
  ],
  today: {
    groups: [
      {
        at: 15,
        id: 'unanswered',
        title: 'Clients who wait for an answer',
        count: (today) => today.unanswered.count,
        says: ({ unanswered: { count } }) => ({
          words: count === 0 ? 'no client waits for an answer' : `${counted(count, 'client waits', 'clients wait')} for an answer`,
        }),
        Rows: part(() => import('./today'), 'UnansweredLines'),
      },
    ],
  },
  found: { conversation: { words: 'conversation', to: ({ id }) => `/post/conversations/${id}` } },
  clientActs: [{ at: 21, words: 'Open a conversation', needs: 'do work', Opens: part(() => import('./open-leaf'), 'OpenWithClient') }],
  clientSections: [{ path: 'conversations', words: 'Conversations', at: 55, Body: part(() => import('./of-client'), 'ConversationsOfClient') }],
  jobSections: [{ path: 'conversations', words: 'Conversations', at: 35, Body: part(() => import('./of-client'), 'ConversationsOfJob') }],
};
