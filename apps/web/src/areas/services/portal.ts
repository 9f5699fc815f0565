import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** Our services, in the portal. */
export const servicesPortal: PortalArea = { pages: [page('/portal/services', () => import('./portal-services-page'), 'PortalServicesPage')] };
