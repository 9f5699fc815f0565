import { Injectable } from '@nestjs/common';
import { and, desc, eq, gte, inArray } from 'drizzle-orm';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { jobActions, jobBatchRows } from './jobs.tables';

export type JobAction = typeof jobActions.$inferSelect;

/** What moves of jobs have brought about by themselves, as it is kept: to be tried again, or taken back. */
@Injectable()
export class JobActions {
  /** The action, held for this transaction. @throws Problem when there is none */
  async hold(work: Work, actionId: string): Promise<JobAction> {
    const [action] = await work.tx
      .select()
      .from(jobActions)
      .where(and(eq(jobActions.id, actionId), eq(jobActions.firmId, work.firm.id)))
      .for('update');
    if (!action) throw Problem.notFound('action');
    return action;
  }

  /** Writes down what became of it. */
  async outcome(work: Work, { id, state, error, what, at, brought }: JobAction): Promise<void> {
    await work.tx.update(jobActions).set({ state, error, what, at, brought }).where(eq(jobActions.id, id));
  }

  /** What a change of many has brought about since it began, by the job; the last first, as it is taken back. */
  async ofBatch(work: Work, batchId: string, since: string): Promise<Map<string, JobAction[]>> {
    const changed = work.tx.select({ id: jobBatchRows.jobId }).from(jobBatchRows).where(eq(jobBatchRows.batchId, batchId));
    const found = await work.tx
      .select()
      .from(jobActions)
      .where(and(inArray(jobActions.jobId, changed), gte(jobActions.at, since), inArray(jobActions.state, ['done', 'failed'])))
      .orderBy(desc(jobActions.at), desc(jobActions.id));
    const byJob = new Map<string, JobAction[]>();
    for (const action of found) byJob.set(action.jobId, [...(byJob.get(action.jobId) ?? []), action]);
    return byJob;
  }

  async takenBack(work: Work, actionIds: string[]): Promise<void> {
    if (actionIds.length === 0) return;
    await work.tx.update(jobActions).set({ state: 'taken back', error: null }).where(inArray(jobActions.id, actionIds));
  }
}
