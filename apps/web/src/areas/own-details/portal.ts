import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** Their own details and those of whom they act for, in the portal. */
export const ownDetailsPortal: PortalArea = { pages: [page('/portal/details', () => import('./portal-details-page'), 'PortalDetailsPage')] };
