import { type Area, page, part } from '../../app/area';

export const todayArea: Area = {
  pages: [page('today', () => import('./today-page'), 'TodayPage')],
  today: {
    groups: [{ at: 110, title: 'Automatic action failed', count: (today) => today.failed.count, Rows: part(() => import('./lines'), 'Failed') }],
  },
  contents: { to: '/today', words: 'Today', at: 10 },
};
