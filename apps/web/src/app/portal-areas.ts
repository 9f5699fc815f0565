import { approvalsPortal } from '../areas/approvals/portal';
import { arrivalsPortal } from '../areas/arrivals/portal';
import { asksPortal } from '../areas/asks/portal';
import { conversationsPortal } from '../areas/conversations/portal';
import { documentsPortal } from '../areas/documents/portal';
import { feesPortal } from '../areas/fees/portal';
import { ownDetailsPortal } from '../areas/own-details/portal';
import { portalPortal } from '../areas/portal/portal';
import { questionnairesPortal } from '../areas/questionnaires/portal';
import { requestsPortal } from '../areas/requests/portal';
import { sealsPortal } from '../areas/seals/portal';
import { servicesPortal } from '../areas/services/portal';
import { signaturesPortal } from '../areas/signatures/portal';
import type { PortalArea } from './portal-area';

/** The areas that show something to clients. */
export const PORTAL_AREAS: readonly PortalArea[] = [
  portalPortal,
  asksPortal,
  requestsPortal,
  questionnairesPortal,
  signaturesPortal,
  approvalsPortal,
  conversationsPortal,
  arrivalsPortal,
  sealsPortal,
  ownDetailsPortal,
  servicesPortal,
  documentsPortal,
  feesPortal,
];
