import { counted } from '@steady/core/words';
import { type Area, page, part } from '../../app/area';

export const asksArea: Area = {
  today: {
    notes: [{ at: 25, title: () => 'What is missing', isShown: (today) => today.missing.things > 0, Body: part(() => import('./today-note'), 'MissingNote') }],
    groups: [
      {
        at: 20,
        id: 'answered',
        title: 'Answered by clients',
        count: (today) => today.answered.count,
        says: ({ answered: { count } }) => ({ words: `${count === 0 ? 'no answer' : counted(count, 'answer')} from clients` }),
        Rows: part(() => import('./today'), 'AnsweredLines'),
      },
      {
        at: 60,
        id: 'wanted',
        title: 'Wanted from clients this week',
        count: (today) => today.wanted.count,
        Rows: part(() => import('./today'), 'WantedLines'),
      },
    ],
  },
  pages: [page('missing', () => import('./missing-page'), 'MissingPage')],
  clientSections: [{ path: 'requests', words: 'Requests', at: 30, Body: part(() => import('./asks-of-client'), 'AsksOfClient') }],
  jobSections: [
    {
      path: 'requests',
      words: 'Requests',
      at: 20,
      Words: part(() => import('./asks-section'), 'AsksInWords', 'Requests'),
      Body: part(() => import('./asks-section'), 'AsksSection'),
    },
  ],
};
