import { Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { StopJob } from '@steady/contract/jobs';
import type { AddTask, ChangeTask } from '@steady/contract/tasks';
import { newId } from '../../platform/database';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { NotesService } from '../clients';
import { TeamService } from '../team';
import { JobMovesService } from './job-moves.service';
import { JobsService } from './jobs.service';
import { type JobOfTask, type Task, TaskChanged, TasksService } from './tasks.service';
import { jobs, tasks } from './jobs.tables';

/** Minutes of a task for which nobody has said how long it takes. */
const USUAL_ESTIMATE = 30;

/** What people change about the tasks of a job: one more, another person, other dates, taken out again. */
@Injectable()
export class TaskChangesService {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
    private readonly notes: NotesService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly moves: JobMovesService,
  ) {}

  /** Adds a task that the procedure does not know to a phase that is not behind the job. @returns its id */
  async add(work: Work, jobId: string, { name, phaseKey, estimate = USUAL_ESTIMATE, ...input }: AddTask): Promise<string> {
    const job = await this.jobs.lock(work, jobId);
    if (job.phase === null) throw Problem.refused('job-finished', 'The job is finished. Open it again to add a task.');
    const at = job.phases.findIndex((phase) => phase.key === phaseKey);
    if (at === -1) throw Problem.invalid([{ field: 'phaseKey', message: 'Choose a phase of this job.' }]);
    if (at < job.phases.findIndex((phase) => phase.key === job.phase))
      throw Problem.invalid([
        { field: 'phaseKey', message: `The job has left "${job.phases[at]!.name}" behind. Choose the phase where it stands, or a later one.` },
      ]);
    await this.team.mustSee(work, 'assigneeId', input.assigneeId, job.clientId);
    const task = await this.tasks.addTask(work, jobId, phaseKey, { key: `own ${newId()}`, name, role: 'preparer', estimate }, input);
    const { startOn, dueOn, assigneeId } = task;
    await this.within(work, job, { startOn, dueOn, widen: input.widen });
    await this.events.record(work, TaskChanged, {
      what: `added "${name}" to ${job.phases[at]!.name}`,
      clientId: job.clientId,
      jobId,
      after: { name, estimate, startOn, dueOn, assigneeId },
      payload: { jobId, taskId: task.id },
    });
    if (input.word) await this.tellOf(work, job, { ...task, assigneeId }, input.word);
    // Something is to be done again where nothing was: the job does not ask to be moved on.
    await work.tx
      .update(jobs)
      .set({ asksToMove: false })
      .where(and(eq(jobs.id, jobId), eq(jobs.phase, phaseKey)));
    return task.id;
  }

  /** Takes a task out on which nobody has worked; what waited for it waits no longer, and the job moves on where it can. */
  async remove(work: Work, taskId: string, version: number): Promise<void> {
    const { task, job } = await this.tasks.task(work, taskId);
    if (task.version !== version) throw Problem.stale('task', task.id);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Its tasks stay as they are.');
    if (task.doneByEvent !== null) throw Problem.refused('stands-for-something', `"${task.name}" belongs to something that happens in its phase. It stays.`);
    await this.tasks.takeOut(work, job.id, task.key);
    await this.events.record(work, TaskChanged, {
      what: `removed "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      before: { name: task.name, estimate: task.estimate, assigneeId: task.assigneeId },
      payload: { jobId: job.id, taskId },
    });
    await this.moves.advance(work, job.id);
  }

  /** Changes what a task is called, who does it, its estimate or its dates, which have to lie inside the job's. */
  async change(work: Work, taskId: string, input: ChangeTask): Promise<void> {
    const { task, job } = await this.tasks.task(work, taskId);
    if (task.version !== input.version) throw Problem.stale('task', task.id);
    await this.team.mustSee(work, 'assigneeId', input.assigneeId, job.clientId);
    const { name = task.name, assigneeId = task.assigneeId, estimate = task.estimate, startOn = task.startOn, dueOn = task.dueOn, widen } = input;
    await this.within(work, job, { startOn, dueOn, widen });
    const before = { name: task.name, assigneeId: task.assigneeId, estimate: task.estimate, startOn: task.startOn, dueOn: task.dueOn };
    const after = { name, assigneeId, estimate, startOn, dueOn };
    const changed = await work.tx
      .update(tasks)
      .set({ ...after, version: task.version + 1 })
      .where(and(eq(tasks.id, taskId), eq(tasks.version, input.version)))
      .returning({ id: tasks.id });
    if (changed.length === 0) throw Problem.stale('task', taskId);
    await this.events.record(work, TaskChanged, {
      what: input.word ? `handed over "${name}": ${input.word}` : `changed "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      before,
      after,
      payload: { jobId: job.id, taskId },
    });
    if (input.word) await this.tellOf(work, job, { ...task, name, assigneeId }, input.word);
  }

  private async tellOf(work: Work, job: JobOfTask, { id, name, assigneeId }: Task, word: string): Promise<void> {
    if (!assigneeId || assigneeId === work.actor.id) return;
    const text = `"${name}" in ${job.name}: ${word}`;
    await this.notes.tell(work, job.clientId, { kind: 'handed over', text, forId: assigneeId, jobId: job.id, taskId: id });
  }

  /** Says that a task cannot go on by itself, why, and whom it waits for, who is told; the job goes on beside it. Null says that it can go on. */
  async stop(work: Work, taskId: string, input: StopJob | null): Promise<void> {
    const { task, job } = await this.tasks.task(work, taskId);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Its tasks stay as they are.');
    if (task.doneAt !== null) throw Problem.refused('task-done', 'The task is done. Untick it first.');
    const forId = input?.forId ?? null;
    await this.team.mustSee(work, 'forId', forId, job.clientId);
    await work.tx
      .update(tasks)
      .set({ stuckReason: input?.reason ?? null, stuckSince: input ? work.now.toString() : null, stuckForId: forId, version: task.version + 1 })
      .where(eq(tasks.id, taskId));
    await this.events.record(work, TaskChanged, {
      what: input ? `marked "${task.name}" as blocked: ${input.reason}` : `unblocked "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id, taskId },
    });
    await this.notes.unblocked(work, { taskId });
    if (input && forId && forId !== work.actor.id)
      await this.notes.tell(work, job.clientId, { kind: 'blocked', text: `"${task.name}" in ${job.name}: ${input.reason}`, forId, jobId: job.id, taskId });
  }

  /** The dates of a task lie inside those of its job. Where that is asked for the job's grow, but never past a deadline that a rule has set. */
  private async within(work: Work, job: JobOfTask, { startOn, dueOn, widen = false }: { startOn: string; dueOn: string; widen?: boolean }): Promise<void> {
    if (dueOn < startOn) throw Problem.invalid([{ field: 'dueOn', message: 'A task is due on or after the day it starts.' }]);
    const byRule = job.obligationId !== null;
    const inside = `The job runs from ${fullDate(civil(job.startOn))} to ${fullDate(civil(job.dueOn))}; a task's dates lie inside.`;
    const from = widen && startOn < job.startOn ? startOn : job.startOn;
    const until = widen && !byRule && dueOn > job.dueOn ? dueOn : job.dueOn;
    if (startOn < from || startOn > until) throw Problem.invalid([{ field: 'startOn', message: inside }]);
    if (dueOn > until)
      throw Problem.invalid([{ field: 'dueOn', message: byRule ? `${inside} Its deadline is set by a rule and moves only by an extension.` : inside }]);
    if (from === job.startOn && until === job.dueOn) return;
    // Where our target was the last day, it stays the last day.
    const targetOn = job.targetOn === job.dueOn ? until : job.targetOn;
    await work.tx
      .update(jobs)
      .set({ startOn: from, dueOn: until, targetOn, version: sql`version + 1` })
      .where(eq(jobs.id, job.id));
  }
}
