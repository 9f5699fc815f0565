import { type Area, page } from '../../app/area';

export const portalArea: Area = {
  alone: [page('/portal/door/:token', () => import('./door-page'), 'DoorPage'), page('/portal', () => import('./portal-page'), 'PortalPage')],
};
