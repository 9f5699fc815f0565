import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** The public page on which anybody leaves something for the firm. */
export const arrivalsPortal: PortalArea = { pages: [page('/drop-off/:address', () => import('./drop-off-page'), 'DropOffPage')] };
