import { Injectable } from '@nestjs/common';
import { and, asc, desc, eq, gte, inArray, lte, ne } from 'drizzle-orm';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { jobActions, jobBatchRows, jobs } from './jobs.tables';

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
      .where(and(inArray(jobActions.jobId, changed), gte(jobActions.at, since), inArray(jobActions.state, ['done', 'failed', 'waits'])))
      .orderBy(desc(jobActions.at), desc(jobActions.id));
    const byJob = new Map<string, JobAction[]>();
    for (const action of found) byJob.set(action.jobId, [...(byJob.get(action.jobId) ?? []), action]);
    return byJob;
  }

  /** Those that waited for their day, the longest first; not of jobs that are on hold. */
  async due(work: Work): Promise<string[]> {
    const found = await work.tx
      .select({ id: jobActions.id })
      .from(jobActions)
      .innerJoin(jobs, eq(jobs.id, jobActions.jobId))
      .where(and(eq(jobActions.firmId, work.firm.id), eq(jobActions.state, 'waits'), lte(jobActions.dueOn, work.today.toString()), ne(jobs.status, 'on hold')))
      .orderBy(asc(jobActions.dueOn), asc(jobActions.id));
    return found.map(({ id }) => id);
  }

  /** What still waits for its day in a job, in the order of the days. */
  waiting(work: Work, jobId: string): Promise<JobAction[]> {
    return work.tx
      .select()
      .from(jobActions)
      .where(and(eq(jobActions.jobId, jobId), eq(jobActions.state, 'waits')))
      .orderBy(asc(jobActions.dueOn), asc(jobActions.id));
  }

  async leaveOut(work: Work, actionIds: string[], error: string | null): Promise<void> {
    if (actionIds.length === 0) return;
    await work.tx.update(jobActions).set({ state: 'left out', error, at: work.now.toString() }).where(inArray(jobActions.id, actionIds));
  }

  async takenBack(work: Work, actionIds: string[]): Promise<void> {
    if (actionIds.length === 0) return;
    await work.tx.update(jobActions).set({ state: 'taken back', error: null }).where(inArray(jobActions.id, actionIds));
  }
}
