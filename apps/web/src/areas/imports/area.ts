import { type Area, page } from '../../app/area';

export const importsArea: Area = {
  pages: [page('clients/import', () => import('./imports-page'), 'ImportsPage'), page('clients/import/:id', () => import('./import-page'), 'ImportPage')],
};
