import { Controller } from '@nestjs/common';
import type { PortalServices } from '@steady/contract/lines';
import * as portal from '@steady/contract/services-portal.routes';
import * as routes from '@steady/contract/services.routes';
import { ShownFees } from '@steady/contract/services';
import { type Asked, Does } from '../../platform/http/routes';
import { PortalServicesService } from './portal-services.service';

/** Our services as the client’s people read them. */
@Controller()
export class ServicesPortalController {
  constructor(private readonly services: PortalServicesService) {}

  @Does(portal.list)
  list({ work }: Asked<typeof portal.list>): Promise<PortalServices[]> {
    return this.services.list(work);
  }

  @Does(routes.shownFees)
  shownFees({ work }: Asked<typeof routes.shownFees>): ShownFees {
    return this.services.shown(work);
  }

  @Does(routes.showFees, { input: ShownFees })
  showFees({ work, input }: Asked<typeof routes.showFees>): Promise<void> {
    return this.services.show(work, input);
  }
}
