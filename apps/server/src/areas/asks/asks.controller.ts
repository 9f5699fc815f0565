import { Controller } from '@nestjs/common';
import { type AskView, ChangeAsk, type MissingView, type PortalAsk, SetFollowUps, WithdrawAsk } from '@steady/contract/asks';
import * as routes from '@steady/contract/asks.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { AskQueries } from './asks.queries';
import { AsksService } from './asks.service';
import { FollowUps } from './follow-ups.service';
import { MissingQueries } from './missing.queries';

@Controller()
export class AsksController {
  constructor(
    private readonly asks: AsksService,
    private readonly queries: AskQueries,
    private readonly follow: FollowUps,
    private readonly whatIsMissing: MissingQueries,
  ) {}

  @Does(routes.ofJob)
  ofJob({ work, at: { id } }: Asked<typeof routes.ofJob>): Promise<AskView[]> {
    return this.queries.ofJob(work, id);
  }

  @Does(routes.ofClient)
  ofClient({ work, at: { id } }: Asked<typeof routes.ofClient>): Promise<AskView[]> {
    return this.queries.ofClient(work, id);
  }

  @Does(routes.missing)
  missing({ work }: Asked<typeof routes.missing>): Promise<MissingView> {
    return this.whatIsMissing.view(work);
  }

  @Does(routes.remind)
  remind({ work, at: { id } }: Asked<typeof routes.remind>): Promise<void> {
    return this.asks.remind(work, id);
  }

  @Does(routes.change, { input: ChangeAsk })
  change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    return this.asks.change(work, id, input);
  }

  @Does(routes.withdraw, { input: WithdrawAsk })
  withdraw({ work, at: { id }, input }: Asked<typeof routes.withdraw>): Promise<void> {
    return this.asks.withdraw(work, id, input.reason);
  }

  @Does(routes.restore)
  restore({ work, at: { id } }: Asked<typeof routes.restore>): Promise<void> {
    return this.asks.restore(work, id);
  }

  @Does(routes.followUps, { input: SetFollowUps })
  followUps({ work, at: { id }, input }: Asked<typeof routes.followUps>): Promise<void> {
    return this.follow.set(work, id, input.on);
  }

  @Does(routes.inPortal)
  inPortal({ work }: Asked<typeof routes.inPortal>): Promise<PortalAsk[]> {
    return this.queries.ofContact(work);
  }
}
