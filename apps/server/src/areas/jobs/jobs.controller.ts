import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query, Res } from '@nestjs/common';
import { IsIn, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';
import type { Response } from 'express';
import {
  AddJob,
  AddJobs,
  ChangeJob,
  type HistoryLine,
  HoldJob,
  JOB_STATES,
  type JobRow,
  type JobState,
  type JobTotals,
  type JobView,
  type JobsBegun,
  PRIORITIES,
  SeenVersion,
  StopJob,
  TheseJobs,
  USUAL_JOB_COLUMNS,
} from '@steady/contract/jobs';
import { AddTask, ChangeTask, TickCheck, TickTask } from '@steady/contract/tasks';
import type { FlowView } from '@steady/contract/moves';
import type { ListFields, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { ListQuery, SavedLists, askedFrom, idsOf, placeOf, sendListing, totalsOf } from '../../platform/lists';
import { InWork, Once, type Work } from '../../platform/work';
import { JobQueries, type JobsAsked } from './jobs.queries';
import { JobStandingService } from './job-standing.service';
import { JobsService } from './jobs.service';
import { TaskChangesService } from './task-changes.service';
import { TasksService } from './tasks.service';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

/** What a list of jobs can be narrowed by. */
class JobsFilter extends ListQuery {
  @IsOptional()
  @IsIn(['open', 'finished'])
  status?: 'open' | 'finished';

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
  view?: 'due' | 'person' | 'client';
}

const narrowed = ({ status = 'open', client, related, service, person, procedure, find, phase, state, priority, view }: JobsFilter): JobsAsked => ({
  ...{ find, phase, state, priority, view },
  ...{ status, clientId: client, relatedId: related, serviceId: service, personId: person, procedureId: procedure },
});

@Controller('api')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly changes: TaskChangesService,
    private readonly standing: JobStandingService,
    private readonly queries: JobQueries,
    private readonly saved: SavedLists,
  ) {}

  @Get('jobs')
  @Needs('see clients')
  list(@InWork() work: Work, @Query() filter: JobsFilter): Promise<Listed<JobRow>> {
    return this.queries.list(work, narrowed(filter), askedFrom(filter, []));
  }

  /** The ids of everything a list finds, to choose all of it. */
  @Get('jobs/ids')
  @Needs('see clients')
  async ids(@InWork() work: Work, @Query() filter: JobsFilter): Promise<string[]> {
    return idsOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []));
  }

  /** Where in the list a client or job of that name stands; nothing when none is called that. */
  @Get('jobs/place')
  @Needs('see clients')
  async place(@InWork() work: Work, @Query() filter: JobsFilter): Promise<ListPlace | Record<string, never>> {
    if (!filter.name?.trim()) return {};
    return (await placeOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []), filter.name.trim())) ?? {};
  }

  @Get('jobs/totals')
  @Needs('see clients')
  totals(@InWork() work: Work, @Query() filter: JobsFilter): Promise<JobTotals> {
    return this.queries.totals(work, narrowed(filter));
  }

  /** The list added up by one of its fields. */
  @Get('jobs/sums')
  @Needs('see clients')
  async sums(@InWork() work: Work, @Query() filter: JobsFilter): Promise<ListTotals> {
    return totalsOf(work, await this.queries.listing(work, narrowed(filter)), askedFrom(filter, []), filter.by ?? '');
  }

  @Get('jobs/fields')
  @Needs('see clients')
  fields(@InWork() work: Work): Promise<ListFields> {
    return this.saved.fieldsOf(work, 'jobs');
  }

  @Get('jobs/flow')
  @Needs('see clients')
  flow(@InWork() work: Work, @Query('procedure') procedureId?: string): Promise<FlowView> {
    return this.queries.flow(work, id(procedureId) ?? null);
  }

  /** The list as it is shown, or added up, as a file: CSV, or a workbook. */
  @Get('jobs/list.:kind')
  @Needs('see clients')
  async file(@InWork() work: Work, @Param('kind') kind: string, @Query() filter: JobsFilter, @Res() response: Response): Promise<void> {
    await sendListing(response, kind, 'Jobs', work, await this.queries.listing(work, narrowed(filter)), filter, ['job', 'client', ...USUAL_JOB_COLUMNS]);
  }

  @Post('jobs')
  @Needs('do work')
  async add(@InWork() work: Work, @Body() input: AddJob): Promise<{ id: string }> {
    return { id: await this.jobs.addByHand(work, input) };
  }

  /** The same work for many clients: begun for each who has not got it. */
  @Post('jobs/many')
  @HttpCode(200)
  @Once()
  @Needs('do work')
  addMany(@InWork() work: Work, @Body() input: AddJobs): Promise<JobsBegun> {
    return this.jobs.addMany(work, input);
  }

  /** Takes back jobs that were begun and that nobody has worked on. */
  @Post('jobs/many/take-back')
  @HttpCode(200)
  @Needs('do work')
  takeBack(@InWork() work: Work, @Body() { ids }: TheseJobs): Promise<{ takenBack: number; left: number }> {
    return this.standing.takeBackByHand(work, ids);
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
    return this.tasks.check(work, taskId, input);
  }

  @Post('tasks/:id/tick')
  @HttpCode(204)
  @Needs('do work')
  tick(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() input: TickTask): Promise<void> {
    return this.tasks.tick(work, taskId, input);
  }

  @Patch('tasks/:id')
  @HttpCode(204)
  @Needs('do work')
  change(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() input: ChangeTask): Promise<void> {
    return this.changes.change(work, taskId, input);
  }

  /** A task that the procedure does not know. */
  @Post('jobs/:id/tasks')
  @Needs('do work')
  async addTask(@InWork() work: Work, @Param('id', IdPipe) jobId: string, @Body() input: AddTask): Promise<{ id: string }> {
    return { id: await this.changes.add(work, jobId, input) };
  }

  @Post('tasks/:id/take-out')
  @HttpCode(204)
  @Needs('do work')
  removeTask(@InWork() work: Work, @Param('id', IdPipe) taskId: string, @Body() { version }: SeenVersion): Promise<void> {
    return this.changes.remove(work, taskId, version);
  }

  @Get('history')
  @Needs('see clients')
  history(@InWork() work: Work, @Query('job') jobId?: string, @Query('client') clientId?: string, @Query('before') before?: string): Promise<HistoryLine[]> {
    return this.queries.history(work, { jobId: id(jobId), clientId: id(clientId), before: id(before) });
  }
}
