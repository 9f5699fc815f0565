import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query, Res } from '@nestjs/common';
import { IsIn, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';
import type { Response } from 'express';
import {
  AddJob,
  ChangeJob,
  ChangeTask,
  type FlowView,
  type HistoryLine,
  HoldJob,
  JOB_STATES,
  type JobRow,
  type JobState,
  type JobTotals,
  type JobView,
  PRIORITIES,
  StopJob,
  TickCheck,
  TickTask,
} from '@steady/contract/jobs';
import { sendList } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { JobQueries, type JobsAsked } from './jobs.queries';
import { JobStandingService } from './job-standing.service';
import { JobsService } from './jobs.service';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

/** What a list of jobs can be narrowed by. */
class JobsFilter {
  @IsOptional()
  @IsIn(['open', 'finished'])
  status?: 'open' | 'finished';

  @IsOptional()
  @IsString()
  @MaxLength(100)
  find?: string;

  @IsOptional()
  @IsUUID()
  client?: string;

  @IsOptional()
  @IsUUID()
  related?: string;

  @IsOptional()
  @IsUUID()
  service?: string;

  @IsOptional()
  @IsUUID()
  person?: string;

  @IsOptional()
  @IsUUID()
  procedure?: string;

  @IsOptional()
  @IsString()
  @MaxLength(60)
  phase?: string;

  @IsOptional()
  @IsIn(JOB_STATES)
  state?: JobState;

  @IsOptional()
  @IsIn(PRIORITIES)
  priority?: string;

  @IsOptional()
  @IsIn(['due', 'person', 'client'])
  by?: 'due' | 'person' | 'client';

  @IsOptional()
  @IsUUID()
  after?: string;
}

const asked = ({ status = 'open', client, related, service, person, procedure, ...rest }: JobsFilter): JobsAsked => ({
  ...rest,
  ...{ status, clientId: client, relatedId: related, serviceId: service, personId: person, procedureId: procedure },
});

const COLUMNS = [
  { name: 'Number', kind: 'number' },
  { name: 'Job', kind: 'text' },
  { name: 'Client', kind: 'text' },
  { name: 'Service', kind: 'text' },
  { name: 'Stands in', kind: 'text' },
  { name: 'Status', kind: 'text' },
  { name: 'Priority', kind: 'text' },
  { name: 'Start', kind: 'date' },
  { name: 'Our target', kind: 'date' },
  { name: 'Deadline', kind: 'date' },
  { name: 'Tasks done', kind: 'number' },
  { name: 'Tasks', kind: 'number' },
  { name: 'Estimate, minutes', kind: 'number' },
  { name: 'Recorded, minutes', kind: 'number' },
  { name: 'Preparer', kind: 'text' },
  { name: 'Manager', kind: 'text' },
  { name: 'Partner', kind: 'text' },
] as const;

@Controller('api')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly standing: JobStandingService,
    private readonly queries: JobQueries,
  ) {}

  @Get('jobs')
  @Needs('see clients')
  list(@InWork() work: Work, @Query() filter: JobsFilter): Promise<{ rows: JobRow[]; more: boolean }> {
    return this.queries.list(work, asked(filter));
  }

  @Get('jobs/totals')
  @Needs('see clients')
  totals(@InWork() work: Work, @Query() filter: JobsFilter): Promise<JobTotals> {
    return this.queries.totals(work, asked(filter));
  }

  @Get('jobs/flow')
  @Needs('see clients')
  flow(@InWork() work: Work, @Query('procedure') procedureId?: string): Promise<FlowView> {
    return this.queries.flow(work, id(procedureId) ?? null);
  }

  @Get('jobs/list.:kind')
  @Needs('see clients')
  async file(@InWork() work: Work, @Param('kind') kind: string, @Query() filter: JobsFilter, @Res() response: Response): Promise<void> {
    if (kind !== 'csv' && kind !== 'xlsx') throw Problem.notFound('page');
    const { rows: found } = await this.queries.list(work, asked(filter), 100_000);
    const values = found.map((row) => [
      ...[row.number, row.name, row.client, row.service, row.phase, row.ownStatus ?? row.status, row.priority],
      ...[row.startOn, row.targetOn, row.dueOn, row.tasksDone, row.tasks, row.estimate, row.recorded, row.preparer, row.manager, row.partner],
    ]);
    await sendList(response, kind, 'Jobs', work.today.toString(), COLUMNS, values);
  }

  @Post('jobs')
  @Needs('do work')
  async add(@InWork() work: Work, @Body() input: AddJob): Promise<{ id: string }> {
    return { id: await this.jobs.addByHand(work, input) };
  }

  @Patch('jobs/:id')
  @HttpCode(204)
  @Needs('do work')
  changeJob(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: ChangeJob): Promise<void> {
    return this.standing.change(work, jobId, input);
  }

  @Get('jobs/:id')
  @Needs('see clients')
  view(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<JobView> {
    return this.queries.view(work, jobId);
  }

  @Post('jobs/:id/hold')
  @HttpCode(204)
  @Needs('do work')
  hold(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: HoldJob): Promise<void> {
    return this.standing.hold(work, jobId, input.reason, input.until);
  }

  @Post('jobs/:id/resume')
  @HttpCode(204)
  @Needs('do work')
  resume(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<void> {
    return this.standing.hold(work, jobId, null);
  }

  @Post('jobs/:id/stop')
  @HttpCode(204)
  @Needs('do work')
  stop(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: StopJob): Promise<void> {
    return this.standing.stop(work, jobId, input);
  }

  @Post('jobs/:id/go-on')
  @HttpCode(204)
  @Needs('do work')
  goOn(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<void> {
    return this.standing.stop(work, jobId, null);
  }

  @Post('tasks/:id/check')
  @HttpCode(204)
  @Needs('do work')
  check(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() input: TickCheck): Promise<void> {
    return this.jobs.check(work, taskId, input);
  }

  @Post('tasks/:id/tick')
  @HttpCode(204)
  @Needs('do work')
  tick(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() input: TickTask): Promise<void> {
    return this.jobs.tick(work, taskId, input);
  }

  @Patch('tasks/:id')
  @HttpCode(204)
  @Needs('do work')
  change(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() input: ChangeTask): Promise<void> {
    return this.jobs.changeTask(work, taskId, input);
  }

  @Get('history')
  @Needs('see clients')
  history(@InWork() work: Work, @Query('job') jobId?: string, @Query('client') clientId?: string, @Query('before') before?: string): Promise<HistoryLine[]> {
    return this.queries.history(work, { jobId: id(jobId), clientId: id(clientId), before: id(before) });
  }
}
