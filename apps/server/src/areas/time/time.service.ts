import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { Temporal, civil } from '@steady/core/calendar';
import { formatHours, moneyInWords, valueOfTime } from '@steady/core/money';
import { fullDate } from '@steady/core/words';
import type { AddExpense, AddTimeEntry, CorrectTimeEntry, StartTimer } from '@steady/contract/time';
import { dayIn } from '../../platform/clock';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, staffId } from '../../platform/work';
import { ClientRecords } from '../clients';
import { type JobOfTask, JobRecords, JobsService, type Task, TasksService } from '../jobs';
import { TeamService } from '../team';
import { toColumns } from '../../platform/database';
import { expenses, timeEntries, timers } from './time.tables';

export type TimeEntry = typeof timeEntries.$inferSelect;
export type Expense = typeof expenses.$inferSelect;

export const TimeRecorded = eventKind<{ entry: TimeEntry; task: string | null }>('time recorded', 'time');
export const ExpenseRecorded = eventKind<{ expense: Expense }>('expense recorded', 'time');
/** `after` is null for what was taken back. */
export const TimeCorrected = eventKind<{ before: TimeEntry; after: TimeEntry | null }>('time corrected', 'time');
export const ExpenseCorrected = eventKind<{ before: Expense; after: Expense | null }>('expense corrected', 'time');
export const TimerChanged = eventKind<{ memberId: string }>('timer changed', 'timer');

/** A timer forgotten overnight records a working day at the most; the rest is typed by hand. */
const LONGEST = 12 * 60;

const DAY = 24 * 60;
/** A day longer than this is asked about: as a rule it is a slip of the hand. */
const LONG_DAY = 16 * 60;
/** Older than this is a slip of the hand, or belongs to books that are closed. */
const YEARS_BACK = 2;

export function mustBeRecent(work: Work, on: string): void {
  if (on < work.today.subtract({ years: YEARS_BACK }).toString())
    throw Problem.invalid([{ field: 'on', message: `This day is more than ${YEARS_BACK} years back. Look at the year.` }]);
}

/** Time and expenses, recorded on jobs and tasks. The fees area listens and posts them to the WIP ledger. */
@Injectable()
export class TimeService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly held: JobRecords,
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(timeEntries, { what: 'time entries' });
    this.records.follow(expenses, { what: 'expenses' });
    this.held.hold(timeEntries);
  }

  /** Records time on a job at the rate that holds on its day. Minutes. @returns its id */
  async record(work: Work, input: AddTimeEntry): Promise<string> {
    await this.mustFit(work, input, staffId(work));
    return this.write(work, input);
  }

  private async write(work: Work, input: AddTimeEntry): Promise<string> {
    const memberId = staffId(work);
    const { job, task } = await this.place(work, input);
    const rate = await this.team.rateOn(work, memberId, input.on);
    const { on, minutes, note = null } = input;
    const [entry] = await work.tx
      .insert(timeEntries)
      .values(
        toColumns(work.firm.currency, {
          firmId: work.firm.id,
          memberId,
          clientId: job.clientId,
          jobId: job.id,
          taskId: task?.id ?? null,
          on,
          minutes,
          rate,
          value: valueOfTime(minutes, rate),
          note,
          recordedAt: work.now.toString(),
        }),
      )
      .returning();
    if (task) await this.tasks.timed(work, task.id, minutes);
    await this.events.record(work, TimeRecorded, {
      what: `recorded ${formatHours(minutes)}${task ? ` on "${task.name}"` : ''}`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { entry: entry!, task: task?.name ?? null },
    });
    return entry!.id;
  }

  /**
   * Time lies on a day that has come and is not long past. A day has 24 hours, whatever is written down for it, and one
   * of more than sixteen is asked about.
   *
   * @param instead the entry in whose place it stands
   * @throws Problem at its field; at "longDay" where a long day wants a word
   */
  async mustFit(work: Work, { on, minutes, longDay }: CorrectTimeEntry, memberId: string, instead?: TimeEntry): Promise<void> {
    if (on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day has not come yet. Record time on the day it was worked.' }]);
    mustBeRecent(work, on);
    const there = DAY - (await this.leftOf(work, on, memberId)) - (on === instead?.on ? instead.minutes : 0);
    const all = there + minutes;
    if (all > DAY)
      throw Problem.invalid([{ field: 'minutes', message: `${formatHours(there)} are recorded for this day already; with this it would have more than 24.` }]);
    if (all > LONG_DAY && !longDay)
      throw Problem.invalid([
        { field: 'longDay', message: `With this ${fullDate(civil(on))} has ${formatHours(all)}. Say that it was so long, or put it right.` },
      ]);
  }

  /** The minutes that are left of a day. */
  async leftOf(work: Work, on: string, memberId = staffId(work)): Promise<number> {
    const [there] = await work.tx
      .select({ minutes: sql<number>`coalesce(sum(${timeEntries.minutes}), 0)::int` })
      .from(timeEntries)
      .where(and(eq(timeEntries.memberId, memberId), eq(timeEntries.on, on)));
    return DAY - there!.minutes;
  }

  /** The job, and the task of it if one is named. */
  async place(work: Work, { jobId, taskId }: { jobId: string; taskId?: string }): Promise<{ job: JobOfTask; task: Task | null }> {
    if (taskId === undefined) return { job: await this.jobs.get(work, jobId), task: null };
    const found = await this.tasks.task(work, taskId);
    if (found.job.id !== jobId) throw Problem.invalid([{ field: 'taskId', message: 'This task belongs to another job. Choose a task of the job.' }]);
    return found;
  }

  /** Records an expense on a job. @returns its id */
  async spend(work: Work, input: AddExpense): Promise<string> {
    const job = await this.jobs.get(work, input.jobId);
    if (input.on > work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day has not come yet.' }]);
    mustBeRecent(work, input.on);
    const { on, amount, what } = input;
    const [expense] = await work.tx
      .insert(expenses)
      .values(toColumns(work.firm.currency, { firmId: work.firm.id, memberId: staffId(work), clientId: job.clientId, jobId: job.id, on, amount, what }))
      .returning();
    await this.events.record(work, ExpenseRecorded, {
      what: `recorded an expense of ${moneyInWords(amount)}: ${what}`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { expense: expense! },
    });
    return expense!.id;
  }

  /** Starts the timer of whoever acts; one that runs is stopped and recorded first. */
  async start(work: Work, input: StartTimer): Promise<void> {
    const memberId = staffId(work);
    await this.stop(work);
    const { job, task } = await this.place(work, input);
    await work.tx.insert(timers).values({ firmId: work.firm.id, memberId, jobId: job.id, taskId: task?.id ?? null, startedAt: work.now.toString() });
    await this.events.record(work, TimerChanged, {
      what: `started the timer${task ? ` on "${task.name}"` : ''}`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { memberId },
    });
  }

  /** Stops the timer and records what it counted, in whole minutes, at least one. @returns the minutes, null when none ran. */
  async stop(work: Work): Promise<number | null> {
    const memberId = staffId(work);
    const [timer] = await work.tx.delete(timers).where(eq(timers.memberId, memberId)).returning();
    if (!timer) return null;
    const started = Temporal.Instant.from(timer.startedAt);
    const on = dayIn(work.firm.zone, started).toString();
    const counted = Math.min(LONGEST, Math.max(1, Math.round(started.until(work.now).total('minutes'))));
    const minutes = Math.min(counted, await this.leftOf(work, on));
    if (minutes > 0) await this.write(work, { jobId: timer.jobId, ...(timer.taskId ? { taskId: timer.taskId } : {}), on, minutes });
    return minutes;
  }

  /** Entries of a job by their ids, in the order they were worked. */
  async entries(work: Work, ids: string[]): Promise<TimeEntry[]> {
    if (ids.length === 0) return [];
    return work.tx
      .select()
      .from(timeEntries)
      .where(and(eq(timeEntries.firmId, work.firm.id), inArray(timeEntries.id, ids)))
      .orderBy(asc(timeEntries.on), asc(timeEntries.id));
  }
}
