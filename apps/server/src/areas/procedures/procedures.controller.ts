import { Controller } from '@nestjs/common';
import type { PhasePlan } from '@steady/core/procedures';
import {
  BeforeStarting,
  KeepProcedure,
  type OnPaperBefore,
  type ProcedureClients,
  type ProcedureFull,
  type ProcedureRow,
  SharePhase,
  type SuppliedProcedureView,
  TakeSuppliedProcedure,
} from '@steady/contract/procedures';
import * as routes from '@steady/contract/procedures.routes';
import { OfProcedure } from '@steady/contract/queries';
import { type Asked, Does } from '../../platform/http/routes';
import { ProcedureQueries } from './procedures.queries';
import { ProceduresService } from './procedures.service';

@Controller()
export class ProceduresController {
  constructor(
    private readonly procedures: ProceduresService,
    private readonly queries: ProcedureQueries,
  ) {}

  @Does(routes.list)
  list({ work }: Asked<typeof routes.list>): Promise<ProcedureRow[]> {
    return this.queries.list(work);
  }

  @Does(routes.supplied)
  supplied({ work }: Asked<typeof routes.supplied>): Promise<SuppliedProcedureView[]> {
    return this.queries.supplied(work);
  }

  @Does(routes.take, { input: TakeSuppliedProcedure })
  async take({ work, input }: Asked<typeof routes.take>): Promise<{ id: string }> {
    return { id: await this.procedures.takeSupplied(work, input.key) };
  }

  /** Who would go through it on paper. */
  @Does(routes.clients, { query: OfProcedure })
  clients({ work, query: { procedure: procedureId } }: Asked<typeof routes.clients>): Promise<ProcedureClients> {
    return this.queries.clients(work, procedureId ?? null);
  }

  /** What work that is about to be begun would mean, on paper. Fees decide ways, but are not told. */
  @Does(routes.before, { input: BeforeStarting })
  before({ work, input }: Asked<typeof routes.before>): Promise<OnPaperBefore[]> {
    return this.queries.before(work, input);
  }

  @Does(routes.view)
  view({ work, at: { id: procedureId } }: Asked<typeof routes.view>): Promise<ProcedureFull> {
    return this.queries.view(work, procedureId);
  }

  @Does(routes.add, { input: KeepProcedure })
  async add({ work, input }: Asked<typeof routes.add>): Promise<{ id: string }> {
    return { id: await this.procedures.keep(work, null, input) };
  }

  @Does(routes.change, { input: KeepProcedure })
  async change({ work, at: { id: procedureId }, input }: Asked<typeof routes.change>): Promise<void> {
    await this.procedures.keep(work, procedureId, input);
  }

  @Does(routes.share, { input: SharePhase })
  share({ work, at: { id: procedureId }, input: { phaseKey } }: Asked<typeof routes.share>): Promise<PhasePlan> {
    return this.procedures.share(work, procedureId, phaseKey);
  }

  @Does(routes.copy)
  async copy({ work, at: { id: procedureId } }: Asked<typeof routes.copy>): Promise<{ id: string }> {
    return { id: await this.procedures.copy(work, procedureId) };
  }
}
