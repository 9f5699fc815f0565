import { type Area, page } from '../../app/area';

export const todayArea: Area = {
  pages: [page('today', () => import('./today-page'), 'TodayPage')],
  contents: { to: '/today', words: 'Today', at: 10 },
};
