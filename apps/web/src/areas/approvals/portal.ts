import { part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { approvalInPortal } from './in-portal';

/** What is to be approved by a tick, in the portal. */
export const approvalsPortal: PortalArea = {
  askKind: { ...approvalInPortal, Page: part(() => import('./portal-approval'), 'PortalApproval') },
};
