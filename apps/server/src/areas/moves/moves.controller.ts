import { Controller, type OnModuleInit } from '@nestjs/common';
import { SeenVersion, TheseJobs } from '@steady/contract/jobs';
import {
  ChangeJobs,
  type CommonPhase,
  type JobBatchView,
  type JobsChanged,
  LookAtMove,
  type ManyLookedAt,
  MoveJob,
  type MovePreview,
} from '@steady/contract/moves';
import * as routes from '@steady/contract/moves.routes';
import { type JobToVersion, LookAtProcedure } from '@steady/contract/procedures';
import { MoveAsked } from '@steady/contract/queries';
import { Ticks } from '../../platform/background/ticks';
import { type Asked, Does } from '../../platform/http/routes';
import { JobMovesService, JobVersionsService } from '../jobs';
import { ManyJobsService } from './many-jobs.service';
import { MovesService } from './moves.service';

/** How jobs are moved by hand, one or many, and what that brings about. */
@Controller()
export class MovesController implements OnModuleInit {
  constructor(
    private readonly moves: MovesService,
    private readonly many: ManyJobsService,
    private readonly jobMoves: JobMovesService,
    private readonly versions: JobVersionsService,
    private readonly ticks: Ticks,
  ) {}

  onModuleInit(): void {
    this.ticks.register('jobs held until today', (work) => this.moves.goOn(work));
  }

  /** `to` names the phase; without it the job would be finished. */
  @Does(routes.preview, { query: MoveAsked })
  preview({ work, at: { id: jobId }, query: { to } }: Asked<typeof routes.preview>): Promise<MovePreview> {
    return this.moves.preview(work, jobId, to ?? null);
  }

  @Does(routes.move, { input: MoveJob })
  move({ work, at: { id: jobId }, input }: Asked<typeof routes.move>): Promise<void> {
    return this.jobMoves.move(work, jobId, input);
  }

  @Does(routes.approve, { input: SeenVersion })
  approve({ work, at: { id: jobId }, input: { version } }: Asked<typeof routes.approve>): Promise<void> {
    return this.jobMoves.approve(work, jobId, version);
  }

  @Does(routes.again)
  again({ work, at: { id: actionId } }: Asked<typeof routes.again>): Promise<void> {
    return this.moves.again(work, actionId);
  }

  @Does(routes.look, { input: LookAtMove })
  look({ work, input: { ids, to } }: Asked<typeof routes.look>): Promise<ManyLookedAt> {
    return this.many.preview(work, ids, to);
  }

  /** The phases that some of these jobs have, in their order. */
  @Does(routes.phases, { input: TheseJobs })
  phases({ work, input: { ids } }: Asked<typeof routes.phases>): Promise<CommonPhase[]> {
    return this.many.phasesOf(work, ids);
  }

  @Does(routes.change, { input: ChangeJobs })
  change({ work, input }: Asked<typeof routes.change>): Promise<JobsChanged> {
    return this.many.change(work, input);
  }

  @Does(routes.undo)
  undo({ work, at: { id: batchId } }: Asked<typeof routes.undo>): Promise<JobBatchView> {
    return this.many.undo(work, batchId);
  }

  /** What would become of the jobs in flight of a procedure that is changed. */
  @Does(routes.inFlight, { input: LookAtProcedure })
  inFlight({ work, at: { id: procedureId }, input: { definition } }: Asked<typeof routes.inFlight>): Promise<JobToVersion[]> {
    return this.versions.preview(work, procedureId, definition);
  }
}
