import { Area } from '../../platform/area';
import { PortalSessions } from '../../platform/identity';
import { LookController } from './look.controller';
import { PortalController } from './portal.controller';
import { PortalService } from './portal.service';

@Area({ controllers: [PortalController, LookController], services: [{ provide: PortalSessions, useExisting: PortalService }, PortalService] })
export class PortalModule {}
