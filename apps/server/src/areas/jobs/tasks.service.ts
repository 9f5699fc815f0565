import { Injectable } from '@nestjs/common';
import { type SQL, and, asc, count, eq, getTableColumns, isNull, ne, sql } from 'drizzle-orm';
import { type DoneBy, type TaskPlan, holdingFirstTask, progress } from '@steady/core/procedures';
import type { TickCheck, TickTask, Ticked } from '@steady/contract/tasks';
import type { OpenTask } from '@steady/contract/team';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { NotesService } from '../clients';
import { JobAsks } from './job-asks';
import { JobBatches } from './job-batches.service';
import { type Job, JobMovesService } from './job-moves.service';
import { JobsService, columnsOfTask } from './jobs.service';
import { firstHeld } from './prerequisites-sql';
import { jobs, tasks } from './jobs.tables';

export type Task = typeof tasks.$inferSelect;
export type JobOfTask = Pick<Job, 'id' | 'name' | 'clientId' | 'status' | 'startOn' | 'targetOn' | 'dueOn' | 'obligationId'>;

/** What a task added by hand may have of its own. */
type OwnOfTask = Partial<Pick<Task, 'startOn' | 'dueOn' | 'assigneeId'>>;

export const TaskChanged = eventKind<{ jobId: string; taskId: string }>('task changed', 'jobs');
/** A task is done, or its tick was taken back; `key` tells it from the others of its job. */
export const TaskTicked = eventKind<{ jobId: string; taskId: string; key: string; done: boolean }>('task ticked', 'jobs');

/** A day of a task `t` of a job `j` as it would be with our target of its job moved: as many days on, at most to the new target. */
const shifted = (day: SQL, moved?: { jobId: string; targetOn: string }): SQL =>
  moved ? sql`(case when j.id = ${moved.jobId} then least(${day} + (${moved.targetOn}::date - j.target_on), ${moved.targetOn}::date) else ${day} end)` : day;

/** The key itself, or with the first number that no other has: "ring", "ring 2", "ring 3". */
function freeKey(key: string, taken: readonly string[]): string {
  let free = key;
  for (let number = 2; taken.includes(free); number += 1) free = `${key} ${number}`;
  return free;
}

const doneNow = (work: Work) => ({
  doneAt: work.now.toString(),
  doneBy: work.actor.name,
  doneById: work.actor.id,
  stuckReason: null,
  stuckSince: null,
  stuckForId: null,
});

/** Pieces of jobs: checked, ticked, handed over, re-dated; ticked by themselves where something else does them. */
@Injectable()
export class TasksService {
  constructor(
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly moves: JobMovesService,
    private readonly asks: JobAsks,
    private readonly batches: JobBatches,
    private readonly notes: NotesService,
  ) {}

  /** Adds a task to a phase of a job: at the end of it, due as the job's dates allow where no other days are given, under a key that no other task of the job has. */
  async addTask(work: Work, jobId: string, phaseKey: string, task: TaskPlan, own: OwnOfTask = {}): Promise<Task> {
    return this.addTo(work, await this.jobs.get(work, jobId), phaseKey, task, own);
  }

  private async addTo(work: Work, job: Job, phaseKey: string, task: TaskPlan, own: OwnOfTask = {}): Promise<Task> {
    const today = work.today.toString();
    const { startOn = today < job.startOn ? job.startOn : today > job.dueOn ? job.dueOn : today } = own;
    const { dueOn = job.targetOn < startOn ? startOn : job.targetOn } = own;
    const [there] = await rows<{ last: number; keys: string[] }>(
      work.tx,
      sql`select coalesce(max(position), -1)::int as last, coalesce(jsonb_agg(key), '[]') as keys from tasks where job_id = ${job.id}`,
    );
    const answers = job.phases.find((phase) => phase.key === phaseKey)?.memberId;
    const [planned] = await this.jobs.withoutLeavers(work, [answers === undefined ? task : { memberId: answers, ...task }]);
    const columns = columnsOfTask(planned!, job);
    const { assigneeId = columns.assigneeId } = own;
    const [added] = await work.tx
      .insert(tasks)
      .values({
        firmId: work.firm.id,
        jobId: job.id,
        clientId: job.clientId,
        position: there!.last + 1,
        phaseKey,
        startOn,
        dueOn,
        ...columns,
        assigneeId,
        key: freeKey(task.key, there!.keys),
      })
      .returning();
    return added!;
  }

  /** The same for what a move brings: the task stands in the phase that the job has come to, as nobody looks at one it has left. */
  async addWhereItStands(work: Work, jobId: string, phaseKey: string, task: TaskPlan): Promise<Task> {
    const job = await this.jobs.get(work, jobId);
    return this.addTo(work, job, job.phase ?? phaseKey, task);
  }

  /** Takes a task on which nobody has worked out of a job. @throws Problem that says why it stays */
  async takeOut(work: Work, jobId: string, key: string): Promise<void> {
    const [task] = await rows<{ id: string; name: string; worked: boolean }>(
      work.tx,
      sql`select t.id, t.name, t.done_at is not null or t.recorded > 0 or exists (select from time_entries where task_id = t.id) or exists (select from timers where task_id = t.id)
                 or exists (select from jsonb_array_elements(t.checks) c where c ->> 'doneAt' is not null) as worked from tasks t where t.job_id = ${jobId} and t.key = ${key}`,
    );
    if (!task) return;
    if (task.worked) throw Problem.refused('worked-on', `"${task.name}" was worked on: it stays, with what was recorded on it.`);
    await work.tx.delete(tasks).where(eq(tasks.id, task.id));
    await this.notes.unblocked(work, { taskId: task.id });
    // Nobody waits for a task that is not there.
    await work.tx.execute(sql`update tasks set waits_for = waits_for - ${key}::text where job_id = ${jobId} and waits_for ? ${key}`);
  }

  /** A task, and of its job what acts on a task look at. */
  async task(work: Work, taskId: string): Promise<{ task: Task; job: JobOfTask }> {
    const { id, name, clientId, status, startOn, targetOn, dueOn, obligationId } = getTableColumns(jobs);
    const [found] = await work.tx
      .select({ task: getTableColumns(tasks), job: { id, name, clientId, status, startOn, targetOn, dueOn, obligationId } })
      .from(tasks)
      .innerJoin(jobs, eq(jobs.id, tasks.jobId))
      .where(and(eq(tasks.id, taskId), eq(tasks.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('task');
    return found;
  }

  /** The tasks of a job in their order. */
  async tasksOf(work: Work, jobId: string): Promise<Task[]> {
    return work.tx.select().from(tasks).where(eq(tasks.jobId, jobId)).orderBy(asc(tasks.position));
  }

  /** Those of the named tasks of a job that are not done yet. */
  private notDone(work: Work, jobId: string, keys: string[]): Promise<{ name: string }[]> {
    return rows(
      work.tx,
      sql`select name from tasks where job_id = ${jobId} and done_at is null and key in (select jsonb_array_elements_text(${JSON.stringify(keys)}::jsonb)) order by position`,
    );
  }

  /** The first task of a job, where something that nobody has confirmed holds it. */
  private async heldTask(work: Work, jobId: string): Promise<string[]> {
    const found = await rows<{ id: string }>(work.tx, sql`select t.id from tasks t where t.id = ${firstHeld(sql`${jobId}::uuid`)}`);
    return found.map(({ id }) => id);
  }

  /** Ticks a task, or takes the tick back, and lets the job move on. @returns what came of it where the job is finished with it */
  async tick(work: Work, taskId: string, input: TickTask): Promise<Ticked> {
    const { task, job } = await this.task(work, taskId);
    if (task.version !== input.version) throw Problem.stale('task', task.id);
    // What came to a job with its end is still to be done: a letter to print, say.
    if (job.status === 'finished' && !(input.done && task.doneAt === null))
      throw Problem.refused('job-finished', 'The job is finished. Its tasks stay as they are.');
    if (input.done) {
      if (task.doneByEvent === 'filed')
        throw Problem.refused('ticked-by-filing', 'This is ticked automatically when the return gets its receipt. Use "File" on this page.');
      const [first] = await this.heldTask(work, job.id);
      if (first === taskId) {
        const unconfirmed = holdingFirstTask((await this.jobs.get(work, job.id)).prerequisites);
        throw Problem.refused(
          'not-confirmed',
          `"${task.name}" is the first task of the job, and this is not confirmed yet: ${unconfirmed.map(({ name }) => name).join('; ')}. Confirm it first.`,
        );
      }
      const open = task.waitsFor.length === 0 ? [] : await this.notDone(work, job.id, task.waitsFor);
      if (open.length > 0)
        throw Problem.refused('waits-for-others', `"${task.name}" waits for ${open.map((other) => `"${other.name}"`).join(' and ')}. Tick that first.`);
      const unchecked = task.checks.filter((check) => check.doneAt === null);
      if (unchecked.length > 0) throw Problem.refused('checks-left', `Not checked yet in "${task.name}": ${unchecked.map((check) => check.words).join('; ')}.`);
    }
    const asked = await this.asks.of.openOf(work, [job.id]);
    const before = await this.jobs.get(work, job.id);
    await this.mark(work, job, task, input.done);
    await this.moves.advance(work, job.id);
    const after = await this.jobs.get(work, job.id);
    const finished = before.status !== 'finished' && after.status === 'finished';
    const movedTo = after.phase === before.phase ? null : (after.phases.find((phase) => phase.key === after.phase)?.name ?? null);
    return {
      finished,
      movedTo,
      mayUndo: await this.batches.keepMove(work, input.batchId, before, after),
      askedNoMore: finished ? asked.map((ask) => ask.title) : [],
    };
  }

  /** Ticks one point of a task, or takes the tick back. */
  async check(work: Work, taskId: string, { at, done, version }: TickCheck): Promise<void> {
    const { task, job } = await this.task(work, taskId);
    if (task.version !== version) throw Problem.stale('task', task.id);
    const check = task.checks[at];
    if (!check) throw Problem.invalid([{ field: 'at', message: 'There is no such point in this task.' }]);
    if (task.doneAt !== null) throw Problem.refused('task-done', 'The task is done. Untick it first.');
    const checks = task.checks.map((one, index) =>
      index === at ? { ...one, doneAt: done ? work.now.toString() : null, doneBy: done ? work.actor.name : null } : one,
    );
    await work.tx
      .update(tasks)
      .set({ checks, version: version + 1 })
      .where(eq(tasks.id, taskId));
    await this.events.record(work, TaskChanged, {
      what: `${done ? 'checked' : 'unticked'} "${check.words}" in "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id, taskId },
    });
  }

  private async mark(work: Work, job: JobOfTask, task: Task, done: boolean): Promise<void> {
    const changed = await work.tx
      .update(tasks)
      .set({ ...(done ? doneNow(work) : { doneAt: null, doneBy: null, doneById: null }), passedOver: false, version: task.version + 1 })
      .where(and(eq(tasks.id, task.id), eq(tasks.version, task.version)))
      .returning({ id: tasks.id });
    if (changed.length === 0) throw Problem.stale('task', task.id);
    if (task.stuckReason !== null) await this.notes.unblocked(work, { taskId: task.id });
    if (!done) await work.tx.update(jobs).set({ asksToMove: false }).where(eq(jobs.id, job.id));
    await this.events.record(work, TaskTicked, {
      what: done ? `ticked "${task.name}"` : `unticked "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id, taskId: task.id, key: task.key, done },
    });
  }

  /** Something went to the client, or did not after all: the task of the phase that stands for sending it is done, or open again. */
  async sent(work: Work, jobId: string, phaseKey: string, what: DoneBy, done: boolean): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    for (const task of await this.tasksOf(work, jobId)) {
      if (task.doneByEvent === what && task.phaseKey === phaseKey && (task.doneAt !== null) !== done) await this.mark(work, job, task, done);
    }
  }

  /** What a task stood for was done elsewhere, or is wanted no more: nobody has to tick it. */
  async settle(work: Work, jobId: string | null, key: string, passedOver = false): Promise<void> {
    if (jobId === null) return;
    await work.tx
      .update(tasks)
      .set({ ...doneNow(work), passedOver, version: sql`version + 1` })
      .where(and(eq(tasks.jobId, jobId), eq(tasks.key, key), isNull(tasks.doneAt)));
  }

  /** The return of the job has its receipt. */
  async filed(work: Work, jobId: string): Promise<void> {
    const job = await this.jobs.get(work, jobId);
    for (const task of await this.tasksOf(work, jobId)) {
      if (task.doneByEvent === 'filed' && !task.doneAt) await this.mark(work, job, task, true);
    }
    await this.moves.advance(work, jobId);
  }

  /** What is not done that comes before the filing of a job: tasks, but for those that filing itself does, and what phases want besides. What is done after it is not asked for. */
  async checksLeft(work: Work, jobId: string): Promise<string[]> {
    const all = await this.tasksOf(work, jobId);
    const filing = all.findLast((task) => task.doneByEvent === 'filed');
    const left = all.filter((task) => !task.doneAt && task.doneByEvent !== 'filed' && (filing === undefined || task.position < filing.position));
    const stands = progress(await this.moves.state(work, await this.jobs.get(work, jobId)));
    const filedIn = stands.findIndex((phase) => phase.key === filing?.phaseKey);
    const before = filedIn === -1 ? stands : stands.slice(0, filedIn);
    const wanting = before.filter((phase) => phase.stands !== 'done' && (phase.asksOpen > 0 || phase.wants !== null));
    return [...left.map((task) => task.name), ...wanting.map((phase) => `${phase.name}: ${phase.wants ?? 'something asked of the client is open'}`)];
  }

  /** Why its return is not to be filed at all, as far as what was asked of the client says. */
  notToFile(work: Work, jobId: string): Promise<string[]> {
    return this.asks.of.notToFile(work, jobId);
  }

  /** What a person still has to do. */
  openTasksOf(work: Work, memberId: string): Promise<OpenTask[]> {
    return rows(
      work.tx,
      sql`select t.id, t.name, t.job_id as "jobId", j.name as job, c.name as client, t.due_on as "dueOn" from tasks t join jobs j on j.id = t.job_id join clients c on c.id = j.client_id
          where t.assignee_id = ${memberId} and t.done_at is null and j.status <> 'finished' and j.firm_id = ${work.firm.id} order by t.due_on, t.id`,
    );
  }

  /** Clients for whom a person still has something to do. */
  async clientsWithOpenWorkOf(work: Work, memberId: string): Promise<string[]> {
    const found = await work.tx
      .selectDistinct({ clientId: tasks.clientId })
      .from(tasks)
      .where(and(eq(tasks.assigneeId, memberId), isNull(tasks.doneAt)));
    return found.map((one) => one.clientId);
  }

  /** How many tasks of jobs in flight each person has open. */
  async openTasksByPerson(work: Work): Promise<Map<string, number>> {
    const found = await work.tx
      .select({ memberId: tasks.assigneeId, open: count() })
      .from(tasks)
      .innerJoin(jobs, eq(jobs.id, tasks.jobId))
      .where(and(isNull(tasks.doneAt), ne(jobs.status, 'finished')))
      .groupBy(tasks.assigneeId);
    return new Map(found.flatMap((one) => (one.memberId === null ? [] : [[one.memberId, one.open] as const])));
  }

  /** Time was recorded on a task; it is kept beside the estimate, for whoever sums up what is left. */
  async timed(work: Work, taskId: string, minutes: number): Promise<void> {
    await work.tx
      .update(tasks)
      .set({ recorded: sql`${tasks.recorded} + ${minutes}` })
      .where(eq(tasks.id, taskId));
  }

  /** What is left to do of open tasks, of these clients alone or before a day alone where that is said: minutes not yet recorded, summed up by client, person, begin and end. */
  workLeft(
    work: Work,
    { until, clients, moved }: { until?: string; clients?: string[]; moved?: { jobId: string; targetOn: string } },
  ): Promise<{ clientId: string; personId: string | null; minutes: number; startOn: string; dueOn: string }[]> {
    const day = (column: 'start_on' | 'due_on') => shifted(sql.raw(`t.${column}`), moved);
    return rows(
      work.tx,
      sql`select w.client_id as "clientId", w.assignee_id as "personId", sum(w.minutes)::int as minutes, w.start_on::text as "startOn", w.due_on::text as "dueOn"
          from (
            select t.client_id, t.assignee_id, t.estimate - t.recorded as minutes, ${day('start_on')} as start_on, ${day('due_on')} as due_on
            from tasks t join jobs j on j.id = t.job_id
            where t.firm_id = ${work.firm.id} and t.done_at is null and t.estimate > t.recorded and j.status = 'open'
              ${clients ? sql`and t.client_id in (select jsonb_array_elements_text(${JSON.stringify(clients)}::jsonb)::uuid)` : sql``}
          ) w
          ${until ? sql`where w.start_on < ${until}` : sql``} group by w.client_id, w.assignee_id, w.start_on, w.due_on`,
    );
  }
}
