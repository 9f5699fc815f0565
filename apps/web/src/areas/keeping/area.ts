import { type Area, page, part } from '../../app/area';

export const keepingArea: Area = {
  pages: [page('firm/keeping', () => import('./keeping-page'), 'KeepingPage')],
  firmPages: [{ to: '/firm/keeping', words: 'Keeping', at: 29 }],
  clientActs: [{ at: 40, words: 'Hold what we keep', needs: 'change clients', Opens: part(() => import('./hold-leaf'), 'HoldLeaf') }],
  today: {
    notes: [{ at: 40, title: () => 'May be destroyed', isShown: (today) => today.toDecide > 0, Body: part(() => import('./today-note'), 'ToDecideNote') }],
  },
};
