import { counted } from '@steady/core/words';
import { type Area, page, part } from '../../app/area';

export const arrivalsArea: Area = {
  pages: [
    page('post/arrivals', () => import('./arrivals-page'), 'ArrivalsPage'),
    page('post/arrivals/:id', () => import('./arrival-page'), 'ArrivalPage'),
    page('firm/drop-off', () => import('./drop-off-settings-page'), 'DropOffSettingsPage'),
  ],
  firmPages: [{ to: '/firm/drop-off', words: 'Drop-off page', at: 32, needs: 'run firm' }],
  today: {
    groups: [
      {
        at: 16,
        id: 'arrivals',
        title: 'Left on the drop-off page',
        count: (today) => today.arrivals.count,
        says: ({ arrivals: { count } }) => ({
          words: count === 0 ? 'nothing waits from the drop-off page' : `${counted(count, 'arrival waits', 'arrivals wait')} for somebody`,
        }),
        Rows: part(() => import('./today'), 'ArrivalLines'),
      },
    ],
    notes: [
      {
        at: 5,
        title: () => 'The drop-off page',
        isShown: (today) => today.dropOffShutUntil !== null,
        Body: part(() => import('./today'), 'DropOffShut'),
      },
    ],
  },
};
