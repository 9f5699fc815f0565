import { Controller } from '@nestjs/common';
import { weekStart } from '@steady/core/calendar';
import { WeekAsked } from '@steady/contract/queries';
import {
  AddExpense,
  AddTimeEntry,
  CorrectExpense,
  CorrectTimeEntry,
  type ExpenseView,
  StartTimer,
  type TimeEntryView,
  type TimeSheet,
  type TimerView,
} from '@steady/contract/time';
import * as routes from '@steady/contract/time.routes';
import * as timerRoutes from '@steady/contract/timer.routes';
import { dayFrom } from '../../platform/http/problem';
import { type Asked, Does } from '../../platform/http/routes';
import { CorrectionsService } from './corrections.service';
import { TimeQueries } from './time.queries';
import { TimeService } from './time.service';

@Controller()
export class TimeController {
  constructor(
    private readonly time: TimeService,
    private readonly queries: TimeQueries,
    private readonly corrections: CorrectionsService,
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

  @Does(routes.correct, { input: CorrectTimeEntry })
  correct({ work, at: { id }, input }: Asked<typeof routes.correct>): Promise<void> {
    return this.corrections.correctTime(work, id, input);
  }

  @Does(routes.takeBack)
  takeBack({ work, at: { id } }: Asked<typeof routes.takeBack>): Promise<void> {
    return this.corrections.takeBackTime(work, id);
  }

  @Does(routes.expensesOfJob)
  expensesOfJob({ work, at: { id } }: Asked<typeof routes.expensesOfJob>): Promise<ExpenseView[]> {
    return this.queries.expensesOf(work, id);
  }

  @Does(routes.correctExpense, { input: CorrectExpense })
  correctExpense({ work, at: { id }, input }: Asked<typeof routes.correctExpense>): Promise<void> {
    return this.corrections.correctExpense(work, id, input);
  }

  @Does(routes.takeBackExpense)
  takeBackExpense({ work, at: { id } }: Asked<typeof routes.takeBackExpense>): Promise<void> {
    return this.corrections.takeBackExpense(work, id);
  }
}
