import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import {
  type LaidOutJob,
  type LaidOutTask,
  type Procedure,
  TASK_PARTS,
  type TaskPart,
  type TaskPlan,
  comparePhases,
  compareTasks,
  layOut,
  prerequisitesOf,
} from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import type { JobToVersion } from '@steady/contract/procedures';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { ProcedureChanged, ProceduresService } from '../procedures';
import { type Job, JobChanged, JobMovesService } from './job-moves.service';
import { JobsService, columnsOfTask } from './jobs.service';
import { TasksService } from './tasks.service';
import { type JobPhase, jobs, tasks } from './jobs.tables';

/** Jobs in flight and the versions of their procedure: they stay on theirs until somebody moves them. */
@Injectable()
export class JobVersionsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly procedures: ProceduresService,
    private readonly jobs: JobsService,
    private readonly tasks: TasksService,
    private readonly moves: JobMovesService,
  ) {}

  onModuleInit(): void {
    this.events.on(ProcedureChanged, async (work, { payload: { procedureId, jobIds } }) => {
      if (jobIds.length === 0) return;
      const { definition, version } = await this.procedures.get(work, procedureId);
      for (const job of await this.inFlight(work, procedureId, jobIds)) await this.follow(work, job, definition, version);
    });
  }

  private inFlight(work: Work, procedureId: string, ids?: string[]): Promise<Job[]> {
    return work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.firmId, work.firm.id), eq(jobs.procedureId, procedureId), ne(jobs.status, 'finished'), ids ? inArray(jobs.id, ids) : undefined))
      .orderBy(jobs.dueOn, jobs.id);
  }

  /** How a job is laid out by a changed definition, and the tasks that its own version planned for it; null where that version is not known any more. */
  private async laid(
    work: Work,
    job: Job,
    definition: Procedure,
    versions = new Map<number, Procedure | null>(),
  ): Promise<LaidOutJob & { planned: LaidOutTask[] | null }> {
    const facts = await this.moves.facts(work, job);
    const { facts: named } = await this.moves.names(work);
    const by = (one: Procedure) => layOut(one, facts, { start: civil(job.startOn), target: civil(job.targetOn) }, work.firm.calendar, named);
    const { procedureId, procedureVersion: own } = job;
    if (procedureId && own !== null && !versions.has(own)) versions.set(own, await this.procedures.asOf(work, procedureId, own));
    const before = own === null ? null : versions.get(own);
    return { ...by(definition), planned: before ? by(before).tasks : null };
  }

  private tasksOf(work: Work, jobId: string) {
    return rows<{ key: string; name: string; done: boolean; timed: boolean }>(
      work.tx,
      sql`select key, name, done_at is not null as done, exists (select from time_entries e where e.task_id = t.id) as timed from tasks t where job_id = ${jobId} order by position`,
    );
  }

  /** The jobs in flight of a procedure, the next due first. */
  async idsInFlight(work: Work, procedureId: string): Promise<string[]> {
    return (await this.inFlight(work, procedureId)).map(({ id }) => id);
  }

  /** What becomes of some of the jobs in flight if they went by a changed procedure; only those of which something changes. */
  async preview(work: Work, procedureId: string, definition: Procedure, ids: string[]): Promise<JobToVersion[]> {
    const found: JobToVersion[] = [];
    const versions = new Map<number, Procedure | null>();
    for (const job of await this.inFlight(work, procedureId, ids)) {
      const laid = await this.laid(work, job, definition, versions);
      const own = await this.tasksOf(work, job.id);
      const change = compareTasks(own, laid.planned, laid.tasks);
      const phases = comparePhases(job.phases, laid.phases);
      const named = new Map([...own, ...laid.tasks.map(({ task }) => task)].map((task) => [task.key, task.name]));
      const names = (keys: string[]) => keys.map((key) => named.get(key)!);
      const changed = change.changed.map(({ key, parts }) => `${named.get(key)!} (${parts.map((part) => TASK_PARTS[part]).join(', ')})`);
      if (change.added.length + change.taken.length + change.kept.length + changed.length + phases.length === 0) continue;
      found.push({
        id: job.id,
        number: job.number,
        name: job.name,
        client: (await this.clients.get(work, job.clientId)).name,
        version: job.procedureVersion,
        added: names(change.added),
        taken: names(change.taken),
        kept: names(change.kept),
        changed,
        phases,
        phase: phaseOf(laid, job)?.name ?? null,
      });
    }
    return found;
  }

  /** Moves one job to a version: new tasks come, open ones with no place go, what is described otherwise follows, what is done or timed stays. */
  private async follow(work: Work, job: Job, definition: Procedure, version: number): Promise<void> {
    const laid = await this.laid(work, job, definition);
    const change = compareTasks(await this.tasksOf(work, job.id), laid.planned, laid.tasks);
    if (change.taken.length > 0) await work.tx.delete(tasks).where(and(eq(tasks.jobId, job.id), inArray(tasks.key, change.taken)));
    const stands = phaseOf(laid, job);
    const phases = laid.phases.map(({ tasks: _tasks, onlyIf: _onlyIf, ...phase }): JobPhase => {
      const was = job.phases.find((one) => one.key === phase.key);
      return {
        ...phase,
        enteredAt: was?.enteredAt ?? null,
        doneAt: was?.doneAt ?? null,
        ...(was?.memberId ? { memberId: was.memberId } : {}),
        ...(was?.approved ? { approved: was.approved } : {}),
        ...(was?.reopened ? { reopened: was.reopened } : {}),
      };
    });
    const now = work.now.toString();
    const entered = phases.find((phase) => phase.key === stands?.key);
    if (entered) entered.enteredAt ??= now;
    await work.tx
      .update(jobs)
      .set({
        phases,
        prerequisites: prerequisitesOf(definition, job.prerequisites),
        phase: stands?.key ?? null,
        passedOver: laid.passedOver,
        procedureVersion: version,
        version: job.version + 1,
      })
      .where(eq(jobs.id, job.id));
    for (const { phaseKey, task } of laid.tasks) {
      if (change.added.includes(task.key)) await this.tasks.addTask(work, job.id, phaseKey, task);
      const parts = change.changed.find((one) => one.key === task.key)?.parts;
      if (parts) await this.rewrite(work, job, task, phaseKey, parts);
    }
    // A phase that went takes nothing along: what stays of its tasks, done or added at the job, stands where the job stands.
    if (stands)
      await work.tx.execute(
        sql`update tasks set phase_key = ${stands.key} where job_id = ${job.id} and phase_key not in (select jsonb_array_elements_text(${JSON.stringify(phases.map((phase) => phase.key))}::jsonb))`,
      );
    await this.events.record(work, JobChanged, {
      what: `went over to version ${version} of the procedure: ${counted(change.added.length, 'task')} came, ${counted(change.taken.length, 'task')} went`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id },
    });
    await this.jobs.advance(work, job.id);
  }

  /** Writes to an open task what the new version says otherwise about it, and nothing else: what a person changed at the job stays. */
  private async rewrite(work: Work, job: Job, plan: TaskPlan, phaseKey: string, parts: TaskPart[]): Promise<void> {
    const [was] = await work.tx
      .select({ checks: tasks.checks })
      .from(tasks)
      .where(and(eq(tasks.jobId, job.id), eq(tasks.key, plan.key)));
    const { name, role, assigneeId, estimate, waitsFor, doneByEvent, checks, advice, links } = columnsOfTask(plan, job);
    const columns: Record<TaskPart, Partial<typeof tasks.$inferInsert>> = {
      name: { name },
      phase: { phaseKey },
      whose: { role, assigneeId },
      estimate: { estimate },
      waitsFor: { waitsFor },
      doneBy: { doneByEvent },
      advice: { advice },
      links: { links },
      // What was checked already stays checked.
      checks: { checks: checks.map((check) => was?.checks.find((one) => one.words === check.words) ?? check) },
    };
    await work.tx
      .update(tasks)
      .set({ ...parts.reduce((set, part) => ({ ...set, ...columns[part] }), {}), version: sql`version + 1` })
      .where(and(eq(tasks.jobId, job.id), eq(tasks.key, plan.key)));
  }
}

/** Where a job stands after it went over: in the same phase, or in the first one after those it has left. */
function phaseOf(laid: LaidOutJob, job: Pick<Job, 'phase' | 'phases'>) {
  const same = laid.phases.find((phase) => phase.key === job.phase);
  const done = new Set(job.phases.filter((phase) => phase.doneAt !== null).map((phase) => phase.key));
  return same ?? laid.phases.find((phase) => !done.has(phase.key)) ?? laid.phases.at(-1) ?? null;
}
