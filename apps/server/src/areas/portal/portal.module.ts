import { Area } from '../../platform/area';
import { PortalSessions } from '../../platform/identity';
import { PersonParts } from '../keeping';
import { DevicesKept } from './devices-kept.queries';
import { LookController } from './look.controller';
import { OpenedThings } from './opened.service';
import { PortalController } from './portal.controller';
import { PortalService } from './portal.service';

@Area({
  controllers: [PortalController, LookController],
  services: [{ provide: PortalSessions, useExisting: PortalService }, PortalService, OpenedThings, DevicesKept],
})
export class PortalModule {
  constructor(people: PersonParts, devices: DevicesKept) {
    people.bring(60, devices);
  }
}
