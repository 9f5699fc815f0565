import { Controller } from '@nestjs/common';
import { DecideDetails, type OwnDetails, ProposeForClient, ProposePerson, type ProposedView } from '@steady/contract/own-details';
import * as routes from '@steady/contract/own-details.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { OwnDetailsService } from './own-details.service';

@Controller()
export class OwnDetailsController {
  constructor(private readonly details: OwnDetailsService) {}

  @Does(routes.mine)
  mine({ work }: Asked<typeof routes.mine>): Promise<OwnDetails> {
    return this.details.mine(work);
  }

  @Does(routes.proposePerson, { input: ProposePerson })
  proposePerson({ work, input }: Asked<typeof routes.proposePerson>): Promise<void> {
    return this.details.proposePerson(work, input);
  }

  @Does(routes.proposeForClient, { input: ProposeForClient })
  proposeForClient({ work, input }: Asked<typeof routes.proposeForClient>): Promise<void> {
    return this.details.proposeForClient(work, input);
  }

  @Does(routes.view)
  view({ work, at: { id } }: Asked<typeof routes.view>): Promise<ProposedView> {
    return this.details.view(work, id);
  }

  @Does(routes.decide, { input: DecideDetails })
  decide({ work, at: { id }, input }: Asked<typeof routes.decide>): Promise<void> {
    return this.details.decide(work, id, input);
  }
}
