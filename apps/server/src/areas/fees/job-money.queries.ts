import { Injectable } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import { jobMoney } from '@steady/core/wip';
import type { JobView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import { type Money, opposite, sumOf, times } from '@steady/core/money';
import { inCurrency, rows } from '../../platform/database';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { type Job, agreedFee } from '../jobs';
import { TeamService } from '../team';
import { TimeQueries } from '../time';
import { wipPostings } from './fees.tables';

/** What fees know of a job: how its money stands, and bills that stand elsewhere. */
@Injectable()
export class MoneyOfJobs {
  constructor(
    private readonly time: TimeQueries,
    private readonly team: TeamService,
  ) {}

  /** How a job's money stands, for whoever sees fees, and bills that stand on another job while time is recorded here. */
  async part(work: Work, job: Job, tasks: TaskView[]): Promise<Pick<JobView, 'money' | 'wip' | 'billsElsewhere'>> {
    const timeMinutes = await this.time.minutesOf(work, job.id);
    const billsElsewhere = timeMinutes > 0 ? await this.billsElsewhere(work, job) : [];
    if (!may(work.actor, 'see fees')) return { money: null, wip: null, billsElsewhere };
    const { time, expenses, bills, wip } = await this.posted(work, job.id);
    const open = tasks.filter((task) => task.doneAt === null);
    const people = [...new Set(open.flatMap((task) => task.assigneeId ?? []))];
    const rates = await this.team.chargeRates(work, people, work.today.toString());
    const money = jobMoney({
      agreedFee: agreedFee(job),
      timeValue: time,
      timeMinutes,
      expenses,
      billed: opposite(bills),
      minutesLeft: open.reduce((sum, task) => sum + Math.max(task.estimate - task.recorded, 0), 0),
      ratePerHour: times(sumOf(work.firm.currency, rates), 1 / Math.max(rates.length, 1)),
    });
    return { money, wip, billsElsewhere };
  }

  /** What was posted to the job, by kind. */
  private async posted(work: Work, jobId: string): Promise<Record<'time' | 'expenses' | 'bills' | 'wip', Money>> {
    const sum = (kind: string) => sql<number>`coalesce(sum(${wipPostings.amount}) filter (where ${wipPostings.kind} = ${kind}), 0)::float8`;
    const [found] = await work.tx
      .select({ time: sum('time'), expenses: sum('expense'), bills: sum('bill'), wip: sql<number>`coalesce(sum(${wipPostings.amount}), 0)::float8` })
      .from(wipPostings)
      .where(eq(wipPostings.jobId, jobId));
    return inCurrency(work.firm.currency, found!, 'time', 'expenses', 'bills', 'wip');
  }

  /** Bills that stand on another job of the client for the same service and period, while none stands on this one. */
  private async billsElsewhere(work: Work, { id, clientId, serviceId, periodEnd }: Job): Promise<string[]> {
    if (serviceId === null || periodEnd === null) return [];
    const found = await rows<{ words: string }>(
      work.tx,
      sql`
        select o.name || coalesce(' (bill ' || i.number || ')', ' (draft bill)') as words
        from invoices i join jobs o on o.id = i.job_id
        where i.client_id = ${clientId} and o.service_id = ${serviceId} and o.period_end = ${periodEnd} and o.id <> ${id} and i.status in ('draft', 'issued')
          and not exists (select from invoices own where own.job_id = ${id})
        order by i.id`,
    );
    return found.map((one) => one.words);
  }
}
