import { part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { requestInPortal } from './in-portal';

/** Requests of things, in the portal. */
export const requestsPortal: PortalArea = {
  askKind: { ...requestInPortal, Page: part(() => import('./portal-request'), 'PortalRequest') },
};
