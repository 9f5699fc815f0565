import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query } from '@nestjs/common';
import { ChangeTask, type HistoryLine, HoldJob, type JobRow, type JobView, TickTask } from '@steady/contract/jobs';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { JobQueries } from './jobs.queries';
import { JobsService } from './jobs.service';

const id = (value?: string) => (value ? new IdPipe().transform(value) : undefined);

@Controller('api')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly queries: JobQueries,
  ) {}

  @Get('jobs')
  @Needs('see clients')
  list(
    @InWork() work: Work,
    @Query('status') status?: string,
    @Query('find') find?: string,
    @Query('client') clientId?: string,
    @Query('related') relatedId?: string,
    @Query('after') after?: string,
  ): Promise<{ rows: JobRow[]; more: boolean }> {
    return this.queries.list(work, {
      status: status === 'finished' ? 'finished' : 'open',
      find: find?.slice(0, 100),
      clientId: id(clientId),
      relatedId: id(relatedId),
      after: id(after),
    });
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
    return this.jobs.hold(work, jobId, input.reason);
  }

  @Post('jobs/:id/resume')
  @HttpCode(204)
  @Needs('do work')
  resume(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<void> {
    return this.jobs.hold(work, jobId, null);
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
