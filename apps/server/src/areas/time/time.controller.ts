import { Controller } from '@nestjs/common';
import { weekStart } from '@steady/core/calendar';
import { WeekAsked } from '@steady/contract/queries';
import { AddExpense, AddTimeEntry, StartTimer, type TimeEntryView, type TimeSheet, type TimerView } from '@steady/contract/time';
import * as routes from '@steady/contract/time.routes';
import * as timerRoutes from '@steady/contract/timer.routes';
import { dayFrom } from '../../platform/http/problem';
import { type Asked, Does } from '../../platform/http/routes';
import { TimeQueries } from './time.queries';
import { TimeService } from './time.service';

@Controller()
export class TimeController {
  constructor(
    private readonly time: TimeService,
    private readonly queries: TimeQueries,
  ) {}

  @Does(routes.sheet, { query: WeekAsked })
  sheet({ work, query: { from } }: Asked<typeof routes.sheet>): Promise<TimeSheet> {
    const first = weekStart(dayFrom(from, work.today));
    return this.queries.sheet(work, first, first.add({ days: 6 }));
  }

  @Does(routes.ofJob)
  ofJob({ work, at: { id: jobId } }: Asked<typeof routes.ofJob>): Promise<TimeEntryView[]> {
    return this.queries.ofJob(work, jobId);
  }

  @Does(routes.record, { input: AddTimeEntry })
  async record({ work, input }: Asked<typeof routes.record>): Promise<{ id: string }> {
    return { id: await this.time.record(work, input) };
  }

  @Does(routes.spend, { input: AddExpense })
  async spend({ work, input }: Asked<typeof routes.spend>): Promise<{ id: string }> {
    return { id: await this.time.spend(work, input) };
  }

  @Does(timerRoutes.timer)
  async timer({ work }: Asked<typeof timerRoutes.timer>): Promise<{ timer: TimerView | null; now: string }> {
    return { timer: await this.queries.timer(work), now: work.now.toString() };
  }

  @Does(timerRoutes.start, { input: StartTimer })
  start({ work, input }: Asked<typeof timerRoutes.start>): Promise<void> {
    return this.time.start(work, input);
  }

  @Does(timerRoutes.stop)
  async stop({ work }: Asked<typeof timerRoutes.stop>): Promise<{ minutes: number | null }> {
    return { minutes: await this.time.stop(work) };
  }
}
