import { Controller, type OnModuleInit, Req } from '@nestjs/common';
import type { Request } from 'express';
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
  type Moved,
} from '@steady/contract/moves';
import * as routes from '@steady/contract/moves.routes';
import { type JobToVersion, LookAtProcedure } from '@steady/contract/procedures';
import { MoveAsked } from '@steady/contract/queries';
import { Ticks } from '../../platform/background/ticks';
import { type Asked, type AskedOutside, Does, DoesOutside } from '../../platform/http/routes';
import type { Known } from '../../platform/identity';
import { type Work, Works } from '../../platform/work';
import { JobMovesService, JobVersionsService } from '../jobs';
import { BulkJobsService } from './bulk-jobs.service';
import { MovesService } from './moves.service';

const LOOKED_AT_TOGETHER = 50;

/** How jobs are moved by hand, one or many, and what that brings about. */
@Controller()
export class MovesController implements OnModuleInit {
  constructor(
    private readonly moves: MovesService,
    private readonly many: BulkJobsService,
    private readonly jobMoves: JobMovesService,
    private readonly versions: JobVersionsService,
    private readonly ticks: Ticks,
    private readonly works: Works,
  ) {}

  onModuleInit(): void {
    this.ticks.registerEach(
      'jobs held until today',
      (work) => this.moves.heldUntilToday(work),
      (work, ids) => this.moves.goOn(work, ids),
    );
  }

  /** `to` names the phase; without it the job would be finished. */
  @Does(routes.preview, { query: MoveAsked })
  preview({ work, at: { id: jobId }, query: { to } }: Asked<typeof routes.preview>): Promise<MovePreview> {
    return this.moves.preview(work, jobId, to ?? null);
  }

  @Does(routes.move, { input: MoveJob })
  move({ work, at: { id: jobId }, input }: Asked<typeof routes.move>): Promise<Moved> {
    return this.moves.move(work, jobId, input);
  }

  @Does(routes.approve, { input: SeenVersion })
  approve({ work, at: { id: jobId }, input: { version } }: Asked<typeof routes.approve>): Promise<void> {
    return this.jobMoves.approve(work, jobId, version);
  }

  @Does(routes.leaveOut)
  leaveOut({ work, at: { id } }: Asked<typeof routes.leaveOut>): Promise<void> {
    return this.moves.leaveOut(work, id);
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
  @DoesOutside(routes.inFlight, { input: LookAtProcedure })
  async inFlight(
    { at: { id: procedureId }, input: { definition } }: AskedOutside<typeof routes.inFlight>,
    @Req() request: Request & Known,
  ): Promise<JobToVersion[]> {
    // Part by part, each looked at by itself: others are answered in between, however many jobs there are.
    const look = <Given>(act: (work: Work) => Promise<Given>) => this.works.run(request.identity!, act, { readOnly: true });
    const ids = await look((work) => this.versions.idsInFlight(work, procedureId));
    const found: JobToVersion[] = [];
    for (let from = 0; from < ids.length; from += LOOKED_AT_TOGETHER)
      found.push(...(await look((work) => this.versions.preview(work, procedureId, definition, ids.slice(from, from + LOOKED_AT_TOGETHER)))));
    return found;
  }
}
