import { Controller } from '@nestjs/common';
import { type CollectorPage, RefuseNextCard } from '@steady/contract/fees';
import * as routes from '@steady/contract/fees.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { CollectorPageService } from './collector-page.service';

@Controller()
export class CollectorPageController {
  constructor(private readonly of: CollectorPageService) {}

  @Does(routes.collector)
  page({ work }: Asked<typeof routes.collector>): Promise<CollectorPage> {
    return this.of.page(work);
  }

  @Does(routes.refuseNextCard, { input: RefuseNextCard })
  refuseNext({ work, input: { refuse } }: Asked<typeof routes.refuseNextCard>): Promise<void> {
    return this.of.refuseNext(work, refuse);
  }
}
