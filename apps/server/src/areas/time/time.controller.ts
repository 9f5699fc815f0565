import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { weekStart } from '@steady/core/calendar';
import { AddExpense, AddTimeEntry, StartTimer, type TimeEntryView, type TimeSheet, type TimerView } from '@steady/contract/time';
import { dayFrom } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, Once, type Work } from '../../platform/work';
import { TimeQueries } from './time.queries';
import { TimeService } from './time.service';

@Controller('api')
@Needs('record time')
export class TimeController {
  constructor(
    private readonly time: TimeService,
    private readonly queries: TimeQueries,
  ) {}

  @Get('time')
  sheet(@InWork() work: Work, @Query('from') from?: string): Promise<TimeSheet> {
    const first = weekStart(dayFrom(from, work.today));
    return this.queries.sheet(work, first, first.add({ days: 6 }));
  }

  @Get('jobs/:id/time')
  ofJob(@InWork() work: Work, @Param('id', IdPipe) jobId: string): Promise<TimeEntryView[]> {
    return this.queries.ofJob(work, jobId);
  }

  @Post('time-entries')
  @Once()
  async record(@InWork() work: Work, @Body() input: AddTimeEntry): Promise<{ id: string }> {
    return { id: await this.time.record(work, input) };
  }

  @Post('expenses')
  @Once()
  async spend(@InWork() work: Work, @Body() input: AddExpense): Promise<{ id: string }> {
    return { id: await this.time.spend(work, input) };
  }

  @Get('timer')
  async timer(@InWork() work: Work): Promise<{ timer: TimerView | null; now: string }> {
    return { timer: await this.queries.timer(work), now: work.now.toString() };
  }

  @Post('timer/start')
  @HttpCode(204)
  start(@InWork() work: Work, @Body() input: StartTimer): Promise<void> {
    return this.time.start(work, input);
  }

  @Post('timer/stop')
  @HttpCode(200)
  async stop(@InWork() work: Work): Promise<{ minutes: number | null }> {
    return { minutes: await this.time.stop(work) };
  }
}
