import { Injectable } from '@nestjs/common';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { factNamed, sameValue } from '@steady/core/facts';
import { JOB_FACTS } from '@steady/core/jobs';
import { counted, fullDate } from '@steady/core/words';
import type { CancelJob, ChangeJob, HoldJob, StopJob } from '@steady/contract/jobs';
import { rows, toColumns } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { ContactsService, NotesService } from '../clients';
import { TeamService } from '../team';
import { PostQueries } from '../post';
import { type Job, JobChanged, JobFinished, JobReopened, agreedFee } from './job-moves.service';
import { JobAsks } from './job-asks';
import { JobsService } from './jobs.service';
import { jobs, tasks } from './jobs.tables';
import { JobRecords } from './job-records.service';

export const JobsTakenBack = eventKind<{ jobIds: string[] }>('jobs taken back', 'jobs');
export const JobClosed = eventKind<{ jobId: string }>('job closed', 'jobs');

/** With a status of the firm's own the day on which it was reached. */
const ownStatusReached = (job: Job, ownStatus: string | null | undefined, work: Work): Pick<Partial<Job>, 'ownReached'> =>
  ownStatus && ownStatus !== job.ownStatus ? { ownReached: { ...job.ownReached, [ownStatus]: work.today.toString() } } : {};

/** What becomes of a whole job besides being done: other people and dates, held, stopped, closed early, taken back. */
@Injectable()
export class JobStatusService {
  constructor(
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly team: TeamService,
    private readonly notes: NotesService,
    private readonly contacts: ContactsService,
    private readonly asks: JobAsks,
    private readonly records: JobRecords,
    private readonly post: PostQueries,
  ) {
    this.events.on(JobFinished, (work, { payload }) => this.notes.jobOver(work, payload.jobId));
    this.events.on(JobClosed, (work, { payload }) => this.notes.jobOver(work, payload.jobId));
    this.events.on(JobReopened, (work, { payload }) => this.notes.jobGoesOn(work, payload.jobId));
  }

  /** Changes the name, people, dates, priority, category, own status, contact or fee of a job. The open tasks of a role go with it. */
  async change(work: Work, jobId: string, { version, word, targetOn, dueOn, ...input }: ChangeJob): Promise<void> {
    if (input.fee !== undefined && !may(work.actor, 'see fees')) throw Problem.notAllowed('see fees');
    const before = await this.jobs.lock(work, jobId);
    if (before.version !== version) throw Problem.stale('job', jobId);
    const job = await this.redated(work, before, { targetOn, dueOn });
    const { partnerId, managerId, preparerId, contactId, startOn } = input;
    if (contactId) await this.contacts.mustGetRequests(work, contactId, job.clientId);
    for (const [field, person] of Object.entries({ partnerId, managerId, preparerId })) if (person) await this.team.mustSee(work, field, person, job.clientId);
    if (startOn !== undefined && startOn > job.targetOn)
      throw Problem.invalid([{ field: 'startOn', message: `It starts on or before our target, ${fullDate(civil(job.targetOn))}.` }]);
    const known: Record<string, unknown> = { ...job, fee: agreedFee(job) };
    const set = Object.fromEntries(Object.entries(input).filter(([key, value]) => value !== undefined && !sameValue(value, known[key])));
    if (Object.keys(set).length === 0) return;
    await work.tx
      .update(jobs)
      .set(toColumns(work.firm.currency, { ...set, ...ownStatusReached(job, input.ownStatus, work), version: job.version + 1 }))
      .where(eq(jobs.id, jobId));
    for (const role of ['partner', 'manager', 'preparer'] as const)
      if (`${role}Id` in set)
        await work.tx
          .update(tasks)
          .set({ assigneeId: input[`${role}Id`], version: sql`version + 1` })
          .where(and(eq(tasks.jobId, jobId), eq(tasks.role, role), isNull(tasks.doneAt)));
    await this.events.record(work, JobChanged, {
      what: `changed ${Object.keys(set)
        .map((key) => `the ${factNamed(JOB_FACTS, key)}`)
        .join(', ')} of the job${word ? `: ${word}` : ''}`,
      clientId: job.clientId,
      jobId,
      before: Object.fromEntries(Object.keys(set).map((key) => [key, known[key]])),
      after: set,
      payload: { jobId },
    });
    const gets = new Set([preparerId, managerId, partnerId].filter((person) => person && Object.values(set).includes(person) && person !== work.actor.id));
    if (word) for (const forId of gets) await this.notes.tell(work, job.clientId, { kind: 'handed over', text: `${job.name}: ${word}`, forId: forId!, jobId });
  }

  /** The job with its last day and our target on other days. A last day that a rule has set moves only by an extension. */
  private async redated(work: Work, job: Job, { targetOn, dueOn }: Pick<ChangeJob, 'targetOn' | 'dueOn'>): Promise<Job> {
    if (dueOn !== undefined && dueOn !== job.dueOn) {
      if (job.obligationId !== null)
        throw Problem.invalid([{ field: 'dueOn', message: 'This deadline is set by a rule. Extend it at the client or in the almanac.' }]);
      if (dueOn < job.startOn)
        throw Problem.invalid([{ field: 'dueOn', message: `It is due on or after the day it starts, ${fullDate(civil(job.startOn))}.` }]);
      if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Its dates stay as they are.');
      await work.tx
        .update(jobs)
        .set({ dueOn, version: job.version + 1 })
        .where(eq(jobs.id, job.id));
      await this.events.record(work, JobChanged, {
        what: `moved the last day of job ${job.number} from ${fullDate(civil(job.dueOn))} to ${fullDate(civil(dueOn))}`,
        clientId: job.clientId,
        jobId: job.id,
        before: { dueOn: job.dueOn },
        after: { dueOn },
        payload: { jobId: job.id },
      });
      // A target that was the last day, or would lie after it, goes along; its tasks go with it.
      const along = job.targetOn === job.dueOn || job.targetOn > dueOn ? dueOn : job.targetOn;
      return this.redated(
        work,
        { ...job, dueOn, version: job.version + 1 },
        { targetOn: targetOn === undefined || targetOn === job.targetOn ? along : targetOn },
      );
    }
    if (targetOn === undefined || targetOn === job.targetOn) return job;
    await this.retarget(work, job.id, { targetOn, version: job.version });
    return this.jobs.get(work, job.id);
  }

  /** Holds a job until somebody, or the day given, takes it off again; null takes it off. */
  async hold(work: Work, jobId: string, reason: string | null, until: HoldJob['until'] = undefined): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished.');
    if (until !== undefined && until <= work.today.toString()) throw Problem.invalid([{ field: 'until', message: 'Choose a day in the future.' }]);
    const status = reason === null ? 'open' : 'on hold';
    await work.tx
      .update(jobs)
      .set({
        status,
        heldSince: reason === null ? null : (job.heldSince ?? work.now.toString()),
        holdReason: reason,
        holdUntil: reason === null ? null : (until ?? null),
        version: job.version + 1,
      })
      .where(eq(jobs.id, jobId));
    await this.events.record(work, JobChanged, {
      what: reason === null ? 'took the job off hold' : `put the job on hold${until ? ` until ${fullDate(civil(until))}` : ''}: ${reason}`,
      clientId: job.clientId,
      jobId,
      payload: { jobId },
    });
    if (reason === null) await this.jobs.advance(work, jobId);
  }

  /** Says that a job is blocked, why, and whom it waits for; that colleague is told. Null says that it can. */
  async stop(work: Work, jobId: string, input: StopJob | null): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished.');
    const forId = input?.forId ?? null;
    await this.team.mustSee(work, 'forId', forId, job.clientId);
    await work.tx
      .update(jobs)
      .set({ stuckReason: input?.reason ?? null, stuckSince: input ? work.now.toString() : null, stuckForId: forId, version: job.version + 1 })
      .where(eq(jobs.id, jobId));
    await this.events.record(work, JobChanged, {
      what: input ? `marked the job as blocked: ${input.reason}` : 'unblocked the job',
      clientId: job.clientId,
      jobId,
      payload: { jobId },
    });
    await this.notes.unblocked(work, { jobId });
    if (input && forId && forId !== work.actor.id)
      await this.notes.tell(work, job.clientId, { kind: 'blocked', text: `${job.name}: ${input.reason}`, forId, jobId });
  }

  /** Gives the job until a later day; its tasks keep their dates. */
  async putOff(work: Work, jobId: string, { dueOn, targetOn }: { dueOn: string; targetOn: string }): Promise<void> {
    await work.tx
      .update(jobs)
      .set({ dueOn, targetOn, version: sql`version + 1` })
      .where(eq(jobs.id, jobId));
  }

  /** Moves our own target of a job to another day, and what is open of its tasks with it; the statutory date stays. */
  async retarget(work: Work, jobId: string, { targetOn, version }: { targetOn: string; version: number }): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    if (job.version !== version) throw Problem.stale('job', job.id);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Its dates stay as they are.');
    if (targetOn > job.dueOn)
      throw Problem.invalid([
        { field: 'targetOn', message: `Our target is on or before the deadline, ${fullDate(civil(job.dueOn))}. A deadline moves only by an extension.` },
      ]);
    const startOn = targetOn < job.startOn ? targetOn : job.startOn;
    const days = civil(job.targetOn).until(civil(targetOn)).days;
    await work.tx
      .update(jobs)
      .set({ targetOn, startOn, version: version + 1 })
      .where(eq(jobs.id, jobId));
    await work.tx.execute(
      sql`update tasks set start_on = greatest(least(start_on + ${days}::int, ${targetOn}::date), ${startOn}::date), due_on = greatest(least(due_on + ${days}::int, ${targetOn}::date), ${startOn}::date), version = version + 1
          where job_id = ${jobId} and done_at is null`,
    );
    await this.events.record(work, JobChanged, {
      what: `moved our target of job ${job.number} from ${fullDate(civil(job.targetOn))} to ${fullDate(civil(targetOn))}`,
      clientId: job.clientId,
      jobId,
      before: { targetOn: job.targetOn },
      after: { targetOn },
      payload: { jobId },
    });
  }

  /** Ends a job of no deadline that will not be done. One of a deadline is set aside with it, where the reason is asked for too. */
  async cancel(work: Work, jobId: string, { reason, version }: CancelJob): Promise<void> {
    const job = await this.jobs.lock(work, jobId);
    if (job.version !== version) throw Problem.stale('job', jobId);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished already.');
    if (job.obligationId !== null)
      throw Problem.refused('of-a-deadline', 'This job is for a deadline. Say at the deadline that it is not required: the job is closed with it.');
    await this.close(work, jobId, reason);
  }

  /** Closes a job that will not be done, and says why. What was recorded on it stays. */
  async close(work: Work, jobId: string, reason: string): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    if (job.status === 'finished') return;
    await work.tx
      .update(jobs)
      .set({
        status: 'finished',
        phase: null,
        finishedAt: work.now.toString(),
        closedReason: reason,
        version: job.version + 1,
      })
      .where(eq(jobs.id, jobId));
    await this.events.record(work, JobClosed, {
      what: `ended the job before it was done: ${reason}`,
      clientId: job.clientId,
      jobId,
      before: { phase: job.phase },
      payload: { jobId },
    });
  }

  /** Takes back jobs that were begun by hand and that nobody has worked on. Those of a deadline are left: they belong to it. */
  async takeBackByHand(work: Work, jobIds: string[]): Promise<{ takenBack: number; left: number }> {
    const byHand = await rows<{ id: string }>(
      work.tx,
      sql`select id from jobs where firm_id = ${work.firm.id} and obligation_id is null and line_id is null and id in (select jsonb_array_elements_text(${JSON.stringify(jobIds)}::jsonb)::uuid)`,
    );
    const gone = await this.takeBack(
      work,
      byHand.map((job) => job.id),
    );
    if (gone.length > 0)
      await this.events.record(work, JobsTakenBack, {
        what: `undid the start of ${counted(gone.length, 'job')} on which nobody had worked`,
        payload: { jobIds: gone.map((job) => job.id) },
      });
    return { takenBack: gone.length, left: jobIds.length - gone.length };
  }

  /** Takes back jobs that were begun and that nobody has worked on. @returns the obligations they were begun for. */
  async takeBack(work: Work, jobIds: string[]): Promise<{ id: string; obligationId: string | null }[]> {
    const given = sql`(select jsonb_array_elements_text(${JSON.stringify(jobIds)}::jsonb)::uuid)`;
    const found = await rows<{ id: string; obligationId: string | null }>(
      work.tx,
      sql`select j.id, j.obligation_id as "obligationId" from jobs j where j.id in ${given} and j.firm_id = ${work.firm.id} and j.status = 'open'
            and not exists (select from tasks where job_id = j.id and done_at is not null) and ${this.records.untouched(sql`j.id`)}`,
    );
    const ids = found.map((job) => job.id);
    const [asked, written] = [await this.asks.of.jobsWithAny(work, ids), await this.post.jobsWrittenAbout(work, ids)];
    const untouched = found.filter((job) => !asked.has(job.id) && !written.has(job.id));
    const gone = sql`(select jsonb_array_elements_text(${JSON.stringify(untouched.map((job) => job.id))}::jsonb)::uuid)`;
    await work.tx.execute(sql`delete from job_actions where job_id in ${gone}`);
    await work.tx.execute(sql`delete from tasks where job_id in ${gone}`);
    await work.tx.execute(sql`delete from jobs where id in ${gone}`);
    return untouched;
  }
}
