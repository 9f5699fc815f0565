import { Body, Controller, Get, HttpCode, type OnModuleInit, Param, Post, Query } from '@nestjs/common';
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
import { type JobToVersion, LookAtProcedure } from '@steady/contract/procedures';
import { Ticks } from '../../platform/background/ticks';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { JobMovesService, JobVersionsService } from '../jobs';
import { ManyJobsService } from './many-jobs.service';
import { MovesService } from './moves.service';

/** How jobs are moved by hand, one or many, and what that brings about. */
@Controller('api')
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
  @Get('jobs/:id/move')
  @Needs('do work')
  preview(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Query('to') to?: string): Promise<MovePreview> {
    return this.moves.preview(work, jobId, to ?? null);
  }

  @Post('jobs/:id/move')
  @HttpCode(204)
  @Needs('do work')
  move(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: MoveJob): Promise<void> {
    return this.jobMoves.move(work, jobId, input);
  }

  @Post('jobs/:id/approve')
  @HttpCode(204)
  @Needs('do work')
  approve(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() { version }: SeenVersion): Promise<void> {
    return this.jobMoves.approve(work, jobId, version);
  }

  @Post('job-actions/:id/again')
  @HttpCode(204)
  @Needs('do work')
  again(@InWork() work: Work, @Param('id', IdPipe) actionId: string): Promise<void> {
    return this.moves.again(work, actionId);
  }

  @Post('jobs/together/look')
  @HttpCode(200)
  @Needs('do work')
  look(@InWork() work: Work, @Body() { ids, to }: LookAtMove): Promise<ManyLookedAt> {
    return this.many.preview(work, ids, to);
  }

  /** The phases that some of these jobs have, in their order. */
  @Post('jobs/together/phases')
  @HttpCode(200)
  @Needs('do work')
  phases(@InWork() work: Work, @Body() { ids }: TheseJobs): Promise<CommonPhase[]> {
    return this.many.phasesOf(work, ids);
  }

  @Post('jobs/together')
  @HttpCode(200)
  @Once()
  @Needs('do work')
  change(@InWork() work: Work, @Body() input: ChangeJobs): Promise<JobsChanged> {
    return this.many.change(work, input);
  }

  @Post('jobs/together/:id/undo')
  @HttpCode(200)
  @Needs('do work')
  undo(@InWork() work: Work, @Param('id', IdPipe) batchId: string): Promise<JobBatchView> {
    return this.many.undo(work, batchId);
  }

  /** What would become of the jobs in flight of a procedure that is changed. */
  @Post('procedures/:id/in-flight')
  @HttpCode(200)
  @Needs('change services')
  inFlight(@InWork() work: Work, @Param('id', IdPipe) procedureId: string, @Body() { definition }: LookAtProcedure): Promise<JobToVersion[]> {
    return this.versions.preview(work, procedureId, definition);
  }
}
