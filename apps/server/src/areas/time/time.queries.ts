import { Injectable } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import { type CivilDate, workingDaysIn } from '@steady/core/calendar';
import type { ExpenseView, TimeEntryView, TimeSheet, TimerView } from '@steady/contract/time';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { may } from '../../platform/identity';
import { type Work, staffId } from '../../platform/work';
import { TeamService, personName } from '../team';
import { clientName } from '../clients';
import { clientOfJob, jobName, taskName } from '../jobs';
import { mayCorrect } from './corrections.service';
import { timeEntries } from './time.tables';

@Injectable()
export class TimeQueries {
  constructor(private readonly team: TeamService) {}

  /** The timer that runs for whoever acts; null when none does. */
  async timer(work: Work): Promise<TimerView | null> {
    const [timer] = await rows<TimerView>(
      work.tx,
      sql`select t.started_at as "startedAt", t.job_id as "jobId", t.task_id as "taskId", ${jobName(sql`t.job_id`)} as job, ${clientOfJob(sql`t.job_id`)} as client, ${taskName(sql`t.task_id`)} as task
          from timers t where t.member_id = ${staffId(work)}`,
    );
    return timer ?? null;
  }

  /** What the person who asks recorded over some days, against their working time. */
  async sheet(work: Work, from: CivilDate, until: CivilDate): Promise<TimeSheet> {
    const memberId = staffId(work);
    const entries = await this.entries(work, sql`e.member_id = ${memberId} and e.on_day between ${from.toString()} and ${until.toString()}`);
    const pattern = (await this.team.patterns(work)).find((one) => one.personId === memberId);
    const expected = workingDaysIn(from, until, work.firm.calendar).reduce((sum, day) => sum + (pattern?.weekdays[day.dayOfWeek - 1] ?? 0), 0);
    return { from: from.toString(), until: until.toString(), entries, expected, total: entries.reduce((sum, entry) => sum + entry.minutes, 0) };
  }

  /** Minutes recorded on a job. */
  async minutesOf(work: Work, jobId: string): Promise<number> {
    const [found] = await work.tx
      .select({ minutes: sql<number>`coalesce(sum(${timeEntries.minutes}), 0)::int` })
      .from(timeEntries)
      .where(eq(timeEntries.jobId, jobId));
    return found!.minutes;
  }

  /** Time recorded on a job, the newest first; values only for whoever sees fees. Minutes. */
  ofJob(work: Work, jobId: string): Promise<TimeEntryView[]> {
    return this.entries(work, sql`e.job_id = ${jobId}`);
  }

  /** Expenses of a job, the newest first; amounts only for whoever sees fees. */
  async expensesOf(work: Work, jobId: string): Promise<ExpenseView[]> {
    const found = await rows<AsFigures<Omit<ExpenseView, 'mayCorrect'>> & { memberId: string }>(
      work.tx,
      sql`select e.id, e.on_day as on, ${personName(sql`e.member_id`)} as who, e.member_id as "memberId", e.what, e.amount::float8 as amount
          from expenses e where e.firm_id = ${work.firm.id} and e.job_id = ${jobId} order by e.on_day desc, e.id desc`,
    );
    const seesFees = may(work.actor, 'see fees');
    return found.map(({ memberId, ...expense }) => ({
      ...inCurrency(work.firm.currency, seesFees ? expense : { ...expense, amount: null }, 'amount'),
      mayCorrect: mayCorrect(work, memberId),
    }));
  }

  private async entries(work: Work, where: ReturnType<typeof sql>): Promise<TimeEntryView[]> {
    const seesFees = may(work.actor, 'see fees');
    const found = await rows<AsFigures<Omit<TimeEntryView, 'mayCorrect'>> & { memberId: string }>(
      work.tx,
      sql`select e.id, e.on_day as on, ${personName(sql`e.member_id`)} as who, e.job_id as "jobId", ${jobName(sql`e.job_id`)} as job, ${clientName(sql`e.client_id`)} as client, ${taskName(sql`e.task_id`)} as task, e.task_id as "taskId", e.member_id as "memberId", e.minutes, e.rate, e.value::float8 as value, e.note
          from time_entries e
          where e.firm_id = ${work.firm.id} and ${where} order by e.on_day desc, e.id desc`,
    );
    return found.map(({ memberId, ...entry }) => ({
      ...inCurrency(work.firm.currency, seesFees ? entry : { ...entry, rate: null, value: null }, 'rate', 'value'),
      mayCorrect: mayCorrect(work, memberId),
    }));
  }
}
