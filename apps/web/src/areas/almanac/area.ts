import { type Area, page, part } from '../../app/area';

export const almanacArea: Area = {
  pages: [
    page('almanac', () => import('./almanac-page'), 'AlmanacPage'),
    page('almanac/rehearsal', () => import('./rehearsal-page'), 'RehearsalPage'),
    page('almanac/season', () => import('./season-page'), 'SeasonPage'),
  ],
  contents: { to: '/almanac', words: 'Almanac', at: 30 },
  clientSections: [{ path: '', words: 'Ahead', at: 10, Body: part(() => import('./ahead'), 'Ahead') }],
};
