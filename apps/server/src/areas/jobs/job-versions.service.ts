import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { type LaidOutJob, type Procedure, compareTasks, layOut } from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import type { JobToVersion } from '@steady/contract/procedures';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { ProcedureChanged, ProceduresService } from '../procedures';
import { type Job, JobChanged, JobMovesService } from './job-moves.service';
import { JobsService } from './jobs.service';
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

  private async laid(work: Work, job: Job, definition: Procedure): Promise<LaidOutJob> {
    return layOut(definition, await this.moves.facts(work, job), { start: civil(job.startOn), target: civil(job.targetOn) }, work.firm.calendar);
  }

  private tasksOf(work: Work, jobId: string) {
    return rows<{ key: string; name: string; done: boolean; timed: boolean }>(
      work.tx,
      sql`select key, name, done_at is not null as done, exists (select from time_entries e where e.task_id = t.id) as timed from tasks t where job_id = ${jobId} order by position`,
    );
  }

  /** What becomes of each job in flight if it went by a changed procedure; only those of which something changes. */
  async preview(work: Work, procedureId: string, definition: Procedure): Promise<JobToVersion[]> {
    const found: JobToVersion[] = [];
    for (const job of await this.inFlight(work, procedureId)) {
      const laid = await this.laid(work, job, definition);
      const own = await this.tasksOf(work, job.id);
      const change = compareTasks(
        own,
        laid.tasks.map(({ task }) => task),
      );
      const named = new Map([...own, ...laid.tasks.map(({ task }) => task)].map((task) => [task.key, task.name]));
      const names = (keys: string[]) => keys.map((key) => named.get(key)!);
      const phases = (of: readonly { key: string; name: string }[]) => of.map((phase) => `${phase.key} ${phase.name}`).join();
      if (change.added.length + change.taken.length + change.kept.length === 0 && phases(laid.phases) === phases(job.phases)) continue;
      found.push({
        ...{ id: job.id, number: job.number, name: job.name, client: (await this.clients.get(work, job.clientId)).name, version: job.procedureVersion },
        ...{ added: names(change.added), taken: names(change.taken), kept: names(change.kept) },
        phase: phaseOf(laid, job)?.name ?? null,
      });
    }
    return found;
  }

  /** Moves one job to a version: new tasks come, open ones with no place go, what is done or timed stays. */
  private async follow(work: Work, job: Job, definition: Procedure, version: number): Promise<void> {
    const laid = await this.laid(work, job, definition);
    const change = compareTasks(
      await this.tasksOf(work, job.id),
      laid.tasks.map(({ task }) => task),
    );
    if (change.taken.length > 0) await work.tx.delete(tasks).where(and(eq(tasks.jobId, job.id), inArray(tasks.key, change.taken)));
    const stands = phaseOf(laid, job);
    const phases = laid.phases.map(({ tasks: _tasks, onlyIf: _onlyIf, ...phase }): JobPhase => {
      const was = job.phases.find((one) => one.key === phase.key);
      return {
        ...phase,
        enteredAt: was?.enteredAt ?? null,
        doneAt: was?.doneAt ?? null,
        ...(was?.approved ? { approved: was.approved } : {}),
        ...(was?.reopened ? { reopened: was.reopened } : {}),
      };
    });
    const now = work.now.toString();
    const entered = phases.find((phase) => phase.key === stands?.key);
    if (entered) entered.enteredAt ??= now;
    await work.tx
      .update(jobs)
      .set({ phases, phase: stands?.key ?? null, passedOver: laid.passedOver, procedureVersion: version, version: job.version + 1 })
      .where(eq(jobs.id, job.id));
    for (const { phaseKey, task } of laid.tasks) {
      if (change.added.includes(task.key)) await this.tasks.addTask(work, job.id, phaseKey, task);
      else
        await work.tx
          .update(tasks)
          .set({ phaseKey })
          .where(and(eq(tasks.jobId, job.id), eq(tasks.key, task.key)));
    }
    await this.events.record(work, JobChanged, {
      what: `went over to version ${version} of the procedure: ${counted(change.added.length, 'task')} came, ${counted(change.taken.length, 'task')} went`,
      ...{ clientId: job.clientId, jobId: job.id, payload: { jobId: job.id } },
    });
    await this.jobs.advance(work, job.id);
  }
}

/** Where a job stands after it went over: in the same phase, or in the first one after those it has left. */
function phaseOf(laid: LaidOutJob, job: Pick<Job, 'phase' | 'phases'>) {
  const same = laid.phases.find((phase) => phase.key === job.phase);
  const done = new Set(job.phases.filter((phase) => phase.doneAt !== null).map((phase) => phase.key));
  return same ?? laid.phases.find((phase) => !done.has(phase.key)) ?? laid.phases.at(-1) ?? null;
}
