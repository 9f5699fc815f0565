import { counted } from '@steady/core/words';
import { type Area, page, part } from '../../app/area';

export const almanacArea: Area = {
  pages: [
    page('almanac', () => import('./almanac-page'), 'AlmanacPage'),
    page('almanac/rehearsal', () => import('./rehearsal-page'), 'RehearsalPage'),
    page('jobs/import', () => import('./jobs-file-page'), 'JobsFilePage'),
    page('almanac/season', () => import('./season-page'), 'SeasonPage'),
  ],
  contents: { to: '/almanac', words: 'Almanac', at: 30 },
  today: {
    groups: [
      {
        at: 10,
        id: 'overdue',
        title: 'Overdue',
        count: (today) => today.overdue.count,
        says: ({ overdue: { count } }) => ({
          words: count === 0 ? 'no deadline is overdue' : `${counted(count, 'deadline')} ${count === 1 ? 'is' : 'are'} overdue`,
          late: count > 0,
        }),
        Rows: part(() => import('./today'), 'OverdueLines'),
      },
      {
        at: 15,
        id: 'in-doubt',
        title: 'Not begun by itself',
        count: (today) => today.inDoubt.count,
        Rows: part(() => import('./today'), 'InDoubtLines'),
      },
      {
        at: 30,
        id: 'week',
        title: 'Due until Sunday',
        count: (today) => today.dueThisWeek.count,
        says: ({ dueThisWeek: { count } }) => ({ words: `${count === 0 ? 'no deadline' : counted(count, 'deadline')} until Sunday` }),
        Rows: part(() => import('./today'), 'WeekLines'),
      },
    ],
    notes: [{ at: 10, title: () => 'Room this week', isShown: () => true, Body: part(() => import('./today'), 'RoomThisWeek') }],
  },
  clientSections: [{ path: '', words: 'Ahead', at: 10, Body: part(() => import('./ahead'), 'Ahead') }],
};
