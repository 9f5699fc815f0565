import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** Documents in the portal, by the rights of folders. */
export const documentsPortal: PortalArea = {
  pages: [page('/portal/documents', () => import('./portal-papers-page'), 'PortalPapersPage')],
  ways: [{ at: 30, to: '/portal/documents', words: 'Papers' }],
};
