import * as postRoutes from '@steady/contract/post.routes';
import { send } from '../../app/api';
import { type Area, page, part } from '../../app/area';

export const postArea: Area = {
  pages: [
    page('post', () => import('./post-page'), 'PostPage'),
    page('post/going-out', () => import('./going-out-page'), 'GoingOutPage'),
    page('post/room', () => import('./post-room-page'), 'PostRoomPage'),
    page('firm/messages', () => import('./templates-page'), 'TemplatesPage'),
    page('firm/sending', () => import('./sending-page'), 'SendingPage'),
  ],
  contents: { to: '/post', words: 'Post', at: 60 },
  firmPages: [
    { to: '/firm/messages', words: 'Messages', at: 30 },
    { to: '/firm/sending', words: 'Sending', at: 31 },
  ],
  today: {
    notes: [{ at: 20, title: () => 'Going out next', isShown: (today) => today.goingOut.length > 0, Body: part(() => import('./today'), 'GoingOutNext') }],
  },
  tryAgain: { message: (id) => send(postRoutes.again, { id }) },
  clientActs: [{ at: 20, words: 'Write', needs: 'do work', Opens: part(() => import('./write-leaf'), 'WriteLeaf') }],
  clientSections: [{ path: 'correspondence', words: 'Correspondence', at: 60, Body: part(() => import('./correspondence'), 'Correspondence') }],
  jobSections: [{ path: 'correspondence', words: 'Correspondence', at: 40, Body: part(() => import('./correspondence'), 'CorrespondenceOfJob') }],
};
