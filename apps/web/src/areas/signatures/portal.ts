import { page, part } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { signatureInPortal } from './in-portal';

/** Documents to sign, in the portal, and those that were. */
export const signaturesPortal: PortalArea = {
  pages: [page('/portal/signed', () => import('./signed-page'), 'SignedPage')],
  askKind: { ...signatureInPortal, Page: part(() => import('./portal-signature'), 'PortalSignature') },
};
