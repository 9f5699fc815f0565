import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { billMatters } from './in-portal';

/** Bills, in the portal. */
export const feesPortal: PortalArea = {
  pages: [
    page('/portal/bills', () => import('./portal-bills-page'), 'PortalBillsPage'),
    page('/portal/bills/:id', () => import('./portal-bills-page'), 'PortalBillPage'),
  ],
  ways: [{ at: 40, to: '/portal/bills', words: 'Bills' }],
  matters: billMatters,
};
