import { type Area, page } from '../../app/area';

export const timeArea: Area = {
  pages: [page('time', () => import('./time-page'), 'TimePage')],
  contents: { to: '/time', words: 'Time', at: 70 },
};
