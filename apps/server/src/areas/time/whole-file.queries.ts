import { Injectable } from '@nestjs/common';
import { asc, eq } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { JobsService } from '../jobs';
import { tasks } from '../jobs/jobs.tables';
import { TeamService } from '../team';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { expenses, timeEntries } from './time.tables';
import { money } from '@steady/core/money';

/** What time brings to a client's whole file: time entries, and for who may see fees what was spent. */
@Injectable()
export class TimeWholeFile {
  constructor(
    private readonly jobs: JobsService,
    private readonly team: TeamService,
  ) {}

  /** What time brings to a client's whole file: entries and expenses, their values for whoever sees fees. */
  async parts(work: Work, { id, fees }: FileOf): Promise<ZipEntry[]> {
    const names = await this.team.names(work);
    const numbers = await this.jobs.numbersOf(work, id);
    const entries = await work.tx
      .select({ entry: timeEntries, task: tasks.name })
      .from(timeEntries)
      .leftJoin(tasks, eq(tasks.id, timeEntries.taskId))
      .where(eq(timeEntries.clientId, id))
      .orderBy(asc(timeEntries.on), asc(timeEntries.id));
    const spent = fees ? await work.tx.select().from(expenses).where(eq(expenses.clientId, id)).orderBy(asc(expenses.on), asc(expenses.id)) : [];
    return [
      ...table(
        'time',
        entries.map(({ entry, task }) => ({
          day: entry.on,
          who: names.get(entry.memberId),
          job: numbers.get(entry.jobId),
          task,
          minutes: entry.minutes,
          note: entry.note,
          ...(fees ? { rate: money(entry.rate, entry.currency), value: money(entry.value, entry.currency) } : {}),
        })),
      ),
      ...table(
        'expenses',
        spent.map((one) => ({
          day: one.on,
          who: names.get(one.memberId),
          job: numbers.get(one.jobId),
          what: one.what,
          amount: money(one.amount, one.currency),
        })),
      ),
    ];
  }
}
