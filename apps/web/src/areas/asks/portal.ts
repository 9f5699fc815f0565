import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { askMatters } from './in-portal';

/** What clients were asked for. */
export const asksPortal: PortalArea = {
  pages: [page('/portal/asks/:id', () => import('./portal-ask-page'), 'PortalAskPage')],
  matters: askMatters,
};
