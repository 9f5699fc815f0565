import { Controller, Header, type StreamableFile } from '@nestjs/common';
import { BringSeal, type CheckSealDoor, ReplaceSeal, type SealView } from '@steady/contract/seals';
import * as routes from '@steady/contract/seals.routes';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import { LogoService } from '../team';
import { SealsService } from './seals.service';

@Controller()
export class SealsController {
  constructor(
    private readonly seals: SealsService,
    private readonly logos: LogoService,
  ) {}

  @Does(routes.view)
  view({ work }: Asked<typeof routes.view>): Promise<SealView> {
    return this.seals.view(work);
  }

  @Does(routes.replace, { input: ReplaceSeal })
  replace({ work, input }: Asked<typeof routes.replace>): Promise<void> {
    return this.seals.replace(work, input.fingerprint);
  }

  @Does(routes.bring, { input: BringSeal })
  bring({ work, input }: Asked<typeof routes.bring>): Promise<void> {
    return this.seals.bring(work, input);
  }

  @DoesOutside(routes.door)
  door({ at: { address } }: AskedOutside<typeof routes.door>): Promise<CheckSealDoor> {
    return this.seals.door(address);
  }

  @Header('X-Content-Type-Options', 'nosniff')
  @DoesOutside(routes.logo)
  async logo({ at: { address } }: AskedOutside<typeof routes.logo>): Promise<StreamableFile> {
    return this.seals.look(await this.seals.firmAt(address), (work) => this.logos.content(work));
  }
}
