import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** The public page on which anybody checks what the firm sealed. */
export const sealsPortal: PortalArea = { pages: [page('/check-seal/:address', () => import('./check-seal-page'), 'CheckSealPage')] };
