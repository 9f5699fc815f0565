import { type Area, page, part } from '../../app/area';

export const accessArea: Area = {
  pages: [page('firm/audit', () => import('./audit-page'), 'AuditPage')],
  firmPages: [{ to: '/firm/audit', words: 'Audit trail', at: 110, needs: 'run firm' }],
  clientSections: [{ path: 'access', words: 'Who sees it', at: 90, Body: part(() => import('./viewer-list'), 'ViewerList') }],
};
