import { type Area, page } from '../../app/area';

export const backupsArea: Area = {
  pages: [page('firm/backups', () => import('./backups-page'), 'BackupsPage')],
  firmPages: [{ to: '/firm/backups', words: 'Backups', at: 100, needs: 'run firm' }],
};
