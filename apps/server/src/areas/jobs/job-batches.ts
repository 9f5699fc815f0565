import { Injectable } from '@nestjs/common';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { Job } from './job-moves.service';
import { jobBatchRows, jobBatches, jobs } from './jobs.tables';

export type JobBatch = typeof jobBatches.$inferSelect;

/** How jobs stood before they were changed together. */
@Injectable()
export class JobBatches {
  /** Opens a batch under the id that whoever changes has chosen; a second part finds it there. */
  async open(work: Work, id: string, what: string): Promise<void> {
    await work.tx.insert(jobBatches).values({ id, firmId: work.firm.id, at: work.now.toString(), by: work.actor.name, what }).onConflictDoNothing();
    await this.get(work, id);
  }

  /** @throws Problem when there is no such batch, or it was taken back already */
  async get(work: Work, id: string): Promise<JobBatch> {
    const [batch] = await work.tx
      .select()
      .from(jobBatches)
      .where(and(eq(jobBatches.id, id), eq(jobBatches.firmId, work.firm.id), isNull(jobBatches.undoneAt)));
    if (!batch) throw Problem.notFound('change');
    return batch;
  }

  async note(work: Work, batchId: string, jobId: string, before: Record<string, unknown>): Promise<void> {
    await work.tx.insert(jobBatchRows).values({
      ...{ firmId: work.firm.id, batchId, jobId, before },
      leftVersion: sql`(select version from jobs where id = ${jobId})`,
    });
  }

  rowsOf(work: Work, batchId: string) {
    return work.tx.select().from(jobBatchRows).where(eq(jobBatchRows.batchId, batchId));
  }

  /** Puts a job back to how it stood; tasks that the change passed over are open again. */
  async restore(work: Work, job: Job, before: Record<string, unknown>, since: string): Promise<void> {
    await work.tx
      .update(jobs)
      .set({ ...before, asksToMove: false, version: job.version + 1 })
      .where(eq(jobs.id, job.id));
    await work.tx.execute(
      sql`update tasks set done_at = null, done_by = null, passed_over = false, version = version + 1 where job_id = ${job.id} and passed_over and done_at >= ${since}`,
    );
    const { targetOn } = before as Pick<Job, 'targetOn'>;
    const days = Math.round((Date.parse(targetOn) - Date.parse(job.targetOn)) / 86_400_000);
    if (days !== 0)
      await work.tx.execute(
        sql`update tasks set start_on = greatest(least(start_on + ${days}::int, ${targetOn}::date), ${job.startOn}::date), due_on = greatest(least(due_on + ${days}::int, ${targetOn}::date), ${job.startOn}::date), version = version + 1 where job_id = ${job.id} and done_at is null`,
      );
    for (const role of ['partner', 'manager', 'preparer'] as const)
      if (before[`${role}Id`] !== job[`${role}Id`])
        await work.tx.execute(
          sql`update tasks set assignee_id = ${before[`${role}Id`] as string | null}::uuid, version = version + 1 where job_id = ${job.id} and role = ${role} and done_at is null`,
        );
  }

  async closed(work: Work, batchId: string): Promise<void> {
    await work.tx.update(jobBatches).set({ undoneAt: work.now.toString() }).where(eq(jobBatches.id, batchId));
  }
}
