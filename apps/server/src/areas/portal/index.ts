export { OpenedThings } from './opened.service';
export { PortalService } from './portal.service';
