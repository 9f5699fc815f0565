import { type Area, part } from '../../app/area';

export const asksArea: Area = {
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
