import { Injectable } from '@nestjs/common';
import { asc, eq } from 'drizzle-orm';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { jobs, tasks } from './jobs.tables';
import { agreedFee } from '.';

/** What jobs bring to a client's whole file: jobs and their tasks. */
@Injectable()
export class JobsWholeFile {
  constructor(private readonly team: TeamService) {}

  /** What jobs bring to a client's whole file: jobs, their tasks and phases. */
  async parts(work: Work, { id, fees }: FileOf): Promise<ZipEntry[]> {
    const names = await this.team.names(work);
    const found = await work.tx.select().from(jobs).where(eq(jobs.clientId, id)).orderBy(asc(jobs.number));
    const pieces = await work.tx
      .select({ task: tasks, number: jobs.number })
      .from(tasks)
      .innerJoin(jobs, eq(jobs.id, tasks.jobId))
      .where(eq(tasks.clientId, id))
      .orderBy(asc(jobs.number), asc(tasks.position));
    return [
      ...table(
        'jobs',
        found.map((job) => ({
          number: job.number,
          name: job.name,
          status: job.status,
          'starts on': job.startOn,
          target: job.targetOn,
          'due on': job.dueOn,
          'finished at': job.finishedAt,
          'on hold because': job.holdReason,
          ...(fees ? { fee: agreedFee(job) } : {}),
        })),
      ),
      ...table(
        'tasks',
        pieces.map(({ task, number }) => ({
          job: number,
          name: task.name,
          'done by whom': task.assigneeId && names.get(task.assigneeId),
          'estimate, minutes': task.estimate,
          'starts on': task.startOn,
          'due on': task.dueOn,
          'done at': task.doneAt,
          'ticked by': task.doneBy,
        })),
      ),
    ];
  }
}
