import { Injectable } from '@nestjs/common';
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { insertMany } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import type { Job } from './job-moves.service';
import { leavesTheHouse } from '@steady/core/procedures';
import { JobActions } from './job-actions';
import { jobBatchRows, jobBatches, jobs } from './jobs.tables';

export type JobBatch = typeof jobBatches.$inferSelect;

/** What a change writes to a job, and so what is kept to take it back. */
const KEPT = [
  'partnerId',
  'managerId',
  'preparerId',
  'priority',
  'ownStatus',
  'ownReached',
  'targetOn',
  'startOn',
  'status',
  'holdReason',
  'heldSince',
  'holdUntil',
  'phase',
  'phases',
  'finishedAt',
  'closedReason',
  'asksToMove',
  'goesOnOn',
  'stuckReason',
  'stuckSince',
  'stuckForId',
] as const satisfies (keyof Job)[];

/** How a job stands, as it is kept. */
export const keptOf = (job: Job): Record<string, unknown> => Object.fromEntries(KEPT.map((key) => [key, job[key]]));

/** How jobs stood before they were changed together. */
@Injectable()
export class JobBatches {
  constructor(private readonly actions: JobActions) {}

  /** Opens a batch under the id that whoever changes has chosen; a second part finds it there. */
  async open(work: Work, id: string, what: string): Promise<void> {
    await work.tx
      .insert(jobBatches)
      .values({ id, firmId: work.firm.id, at: work.now.toString(), by: work.actor.name, byId: work.actor.id, what })
      .onConflictDoNothing();
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

  /** Keeps how jobs stood before they were changed, beside the version that the change has left behind. */
  async note(work: Work, batchId: string, changed: { jobId: string; before: Record<string, unknown> }[]): Promise<void> {
    const left = await work.tx
      .select({ id: jobs.id, version: jobs.version })
      .from(jobs)
      .where(
        inArray(
          jobs.id,
          changed.map((one) => one.jobId),
        ),
      );
    const versions = new Map(left.map((job) => [job.id, job.version]));
    await insertMany(
      work.tx,
      jobBatchRows,
      changed.map((one) => ({ ...one, firmId: work.firm.id, batchId, leftVersion: versions.get(one.jobId)! })),
    );
  }

  /**
   * Keeps a move of one job, by hand or by a tick, as a change that can be taken back.
   *
   * @param before the job as it stood
   * @returns whether it can be: it has moved, and nothing has left the house with it
   */
  async keepMove(work: Work, batchId: string | undefined, before: Job, after: Job): Promise<boolean> {
    if (batchId === undefined || (after.phase === before.phase && after.status === before.status)) return false;
    await this.open(work, batchId, `moved job ${before.number}`);
    await this.note(work, batchId, [{ jobId: before.id, before: keptOf(before) }]);
    const acts = (await this.actions.ofBatch(work, batchId, work.now.toString())).get(before.id) ?? [];
    return !acts.some(({ action, brought }) => leavesTheHouse(action) && brought !== null && !('taskKey' in brought));
  }

  /** The jobs that a change of many has changed, with what stood before. */
  rowsOf(work: Work, batchId: string) {
    return work.tx.select().from(jobBatchRows).where(eq(jobBatchRows.batchId, batchId));
  }

  /** Puts a job back to how it stood; tasks that the change passed over are open again. */
  async restore(work: Work, job: Job, before: Record<string, unknown>, since: string): Promise<void> {
    await work.tx
      .update(jobs)
      .set({
        ...before,
        // Whether it asks to be moved belongs to the phase where it stands: meanwhile a tick may have been taken back.
        asksToMove: before.phase === job.phase ? job.asksToMove : (before.asksToMove as boolean | undefined),
        version: job.version + 1,
      })
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

  /** Says that a change of many has been taken back. */
  async closed(work: Work, batchId: string): Promise<void> {
    await work.tx.update(jobBatches).set({ undoneAt: work.now.toString() }).where(eq(jobBatches.id, batchId));
  }
}
