import { type Area, page, part } from '../../app/area';

export const sealsArea: Area = {
  pages: [page('firm/seal', () => import('./seal-page'), 'SealPage')],
  firmPages: [{ to: '/firm/seal', words: 'Seal', at: 34, needs: 'run firm' }],
  today: {
    notes: [
      {
        at: 27,
        needs: 'run firm',
        title: () => 'Seal',
        isShown: ({ sealRunsOut }) => sealRunsOut !== null,
        Body: part(() => import('./today-note'), 'SealNote'),
      },
    ],
  },
};
