import { page } from '../../app/area';
import type { PortalArea } from '../../app/portal-area';
import { HomePage } from './home-page';

/** The way in, the first page, what is over, and what is known of whoever is in. */
export const portalPortal: PortalArea = {
  pages: [
    page('/portal/door/:token', () => import('./door-page'), 'DoorPage'),
    { path: '/portal', Component: HomePage },
    page('/portal/over', () => import('./over-page'), 'OverPage'),
    page('/portal/you', () => import('./you-page'), 'YouPage'),
    { path: '/portal/*', Component: HomePage },
  ],
  ways: [
    { at: 10, to: '/portal', words: 'To do' },
    { at: 90, to: '/portal/you', words: 'You' },
  ],
};
