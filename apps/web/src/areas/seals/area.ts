import { type Area, page } from '../../app/area';

export const sealsArea: Area = {
  pages: [page('firm/seal', () => import('./seal-page'), 'SealPage')],
  firmPages: [{ to: '/firm/seal', words: 'Seal', at: 34, needs: 'run firm' }],
};
