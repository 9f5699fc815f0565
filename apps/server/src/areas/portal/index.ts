export { PortalService } from './portal.service';
