import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import type { ConfirmPrerequisite } from '@steady/contract/jobs';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { JobAsks } from './job-asks';
import { JobChanged } from './job-moves.service';
import { JobsService } from './jobs.service';
import { jobs } from './jobs.tables';

/** What has to be so before the work of a job goes on: confirmed by somebody of the firm, or not after all. */
@Injectable()
export class JobReadiness {
  constructor(
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly asks: JobAsks,
  ) {}

  /** @throws Problem for one that the job does not have, and for a job that is finished */
  async confirm(work: Work, jobId: string, { key, isSo }: ConfirmPrerequisite): Promise<void> {
    const job = await this.jobs.lock(work, jobId);
    const found = job.prerequisites.find((one) => one.key === key);
    if (!found) throw Problem.notFound('prerequisite');
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. What was confirmed for it stays as it is.');
    if ((found.confirmedAt !== null) === isSo) return;
    const { name } = found;
    const set = isSo ? { confirmedAt: work.now.toString(), confirmedBy: work.actor.name } : { confirmedAt: null, confirmedBy: null };
    await work.tx
      .update(jobs)
      .set({ prerequisites: job.prerequisites.map((one) => (one === found ? { ...one, ...set } : one)) })
      .where(eq(jobs.id, jobId));
    await this.events.record(work, JobChanged, {
      what: isSo ? `confirmed: ${name}` : `no longer confirms: ${name}`,
      clientId: job.clientId,
      jobId,
      payload: { jobId },
    });
  }

  /** Somebody says that everything is in, or that it is not after all, where nothing was asked for. The days with us begin with it. */
  async everythingIn(work: Work, jobId: string, isIn: boolean): Promise<void> {
    const job = await this.jobs.lock(work, jobId);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Reopen it first.');
    if (await this.asks.of.hasMaterial(work, jobId))
      throw Problem.refused('asked-for', 'Things were asked for in this job: it is noted by itself once all of them are accepted. Take in there what came.');
    if ((job.everythingInOn !== null) === isIn) return;
    await work.tx
      .update(jobs)
      .set({ everythingInOn: isIn ? work.today.toString() : null })
      .where(eq(jobs.id, jobId));
    await this.events.record(work, JobChanged, {
      what: isIn ? 'has everything in' : 'does not have everything in after all',
      clientId: job.clientId,
      jobId,
      payload: { jobId },
    });
  }
}
