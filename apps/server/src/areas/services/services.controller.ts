import { Controller } from '@nestjs/common';
import {
  AddServiceLine,
  ChangeServiceLine,
  type FeeProposal,
  KeepPermission,
  PauseLine,
  ResumeLine,
  type ServiceLineView,
  StopLine,
} from '@steady/contract/lines';
import { KeepService, OrderServices, type ServiceView, type SuppliedView, TakeSupplied } from '@steady/contract/services';
import { FeeAsked } from '@steady/contract/queries';
import * as routes from '@steady/contract/services.routes';
import { type Asked, Does } from '../../platform/http/routes';
import { LinesService } from './lines.service';
import { ServiceQueries } from './services.queries';
import { ServicesService } from './services.service';

@Controller()
export class ServicesController {
  constructor(
    private readonly services: ServicesService,
    private readonly lines: LinesService,
    private readonly queries: ServiceQueries,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<ServiceView[]> {
    return this.queries.list(work);
  }

  @Does(routes.supplied)
  supplied({ work }: Asked<typeof routes.supplied>): Promise<SuppliedView[]> {
    return this.queries.supplied(work);
  }

  @Does(routes.take, { input: TakeSupplied })
  async take({ work, input: { key } }: Asked<typeof routes.take>): Promise<{ id: string }> {
    return { id: await this.services.takeSupplied(work, key) };
  }

  @Does(routes.add, { input: KeepService })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.services.keep(work, null, input) };
  }

  @Does(routes.order, { input: OrderServices })
  order({ work, input }: Asked<typeof routes.order>): Promise<void> {
    return this.services.order(work, input);
  }

  @Does(routes.change, { input: KeepService })
  async change({ work, at: { id }, input }: Asked<typeof routes.change>): Promise<void> {
    await this.services.keep(work, id, input);
  }

  @Does(routes.copy)
  async copy({ work, at: { id } }: Asked<typeof routes.copy>): Promise<{ id: string }> {
    return { id: await this.services.copy(work, id) };
  }

  @Does(routes.fee, { query: FeeAsked })
  fee({ work, at: { id, clientId }, query: { rhythm } }: Asked<typeof routes.fee>): Promise<FeeProposal> {
    return this.services.proposedFee(work, id, clientId, rhythm);
  }

  @Does(routes.linesOf)
  linesOf({ work, at: { id: clientId } }: Asked<typeof routes.linesOf>): Promise<ServiceLineView[]> {
    return this.queries.linesOf(work, clientId);
  }

  @Does(routes.addLine, { input: AddServiceLine })
  async addLine({ work, at: { id: clientId }, input }: Asked<typeof routes.addLine>): Promise<{ id: string }> {
    return { id: await this.lines.add(work, clientId, input) };
  }

  @Does(routes.changeLine, { input: ChangeServiceLine })
  changeLine({ work, at: { id }, input }: Asked<typeof routes.changeLine>): Promise<void> {
    return this.lines.change(work, id, input);
  }

  /** The procedure of this line alone; copied from the usual one when it is asked for first. */
  @Does(routes.ownProcedure)
  async ownProcedure({ work, at: { id } }: Asked<typeof routes.ownProcedure>): Promise<{ id: string }> {
    return { id: await this.lines.ownProcedure(work, id) };
  }

  @Does(routes.pause, { input: PauseLine })
  pause({ work, at: { id }, input }: Asked<typeof routes.pause>): Promise<void> {
    return this.lines.pause(work, id, input);
  }

  @Does(routes.resume, { input: ResumeLine })
  resume({ work, at: { id }, input }: Asked<typeof routes.resume>): Promise<void> {
    return this.lines.resume(work, id, input);
  }

  @Does(routes.stop, { input: StopLine })
  stop({ work, at: { id }, input }: Asked<typeof routes.stop>): Promise<void> {
    return this.lines.stop(work, id, input);
  }

  @Does(routes.permission, { input: KeepPermission })
  permission({ work, at: { id: clientId }, input }: Asked<typeof routes.permission>): Promise<void> {
    return this.lines.keepPermission(work, clientId, input);
  }
}
