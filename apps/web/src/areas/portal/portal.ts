import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';

/** The way in, the first page, what is over, and what is known of whoever is in. */
export const portalPortal: PortalArea = {
  pages: [
    page('/portal/door/:token', () => import('./door-page'), 'DoorPage'),
    page('/portal', () => import('./home-page'), 'HomePage'),
    page('/portal/over', () => import('./over-page'), 'OverPage'),
    page('/portal/you', () => import('./you-page'), 'YouPage'),
    page('/portal/*', () => import('./home-page'), 'HomePage'),
  ],
  ways: [
    { at: 10, to: '/portal', words: 'To do' },
    { at: 90, to: '/portal/you', words: 'You' },
  ],
};
