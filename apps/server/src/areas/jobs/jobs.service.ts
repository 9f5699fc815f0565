import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, and, asc, eq, getTableColumns, isNull, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import type { Facts } from '@steady/core/conditions';
import { type TaskPlan, layOut } from '@steady/core/procedures';
import { fullDate } from '@steady/core/words';
import type { AddJob, AddJobs, ChangeTask, JobsBegun, TickCheck, TickTask } from '@steady/contract/jobs';
import type { OpenTask } from '@steady/contract/team';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type Work, nextNumber } from '../../platform/work';
import { type Client, ClientsMerged, ClientsService, ContactsService, NotesService, factsOf, moveToClient } from '../clients';
import { type KeptProcedure, ProceduresService } from '../procedures';
import type { ServiceLine } from '../services';
import { TeamService } from '../team';
import { type Job, JobMovesService } from './job-moves.service';
import { type JobPhase, jobs, tasks } from './jobs.tables';

export type Task = typeof tasks.$inferSelect;
export type JobOfTask = Pick<Job, 'id' | 'clientId' | 'status' | 'startOn' | 'dueOn'>;

export const JobBegun = eventKind<{ jobId: string }>('job begun');
export const TaskChanged = eventKind<{ jobId: string; taskId: string }>('task changed');

/** What a job is begun from: one obligation of one service line, or what a person orders by hand. */
export interface JobOrder {
  client: Client;
  facts: Facts;
  line: ServiceLine | null;
  /** The name of the line's service, as rules of the procedure know it. */
  service?: string;
  procedure: KeptProcedure;
  obligationId: string | null;
  name: string;
  /** Agreed fee, net, where it is not the line's. */
  fee?: number;
  startOn?: string;
  periodStart: string;
  periodEnd: string;
  targetOn: string;
  dueOn: string;
}

/** A day of a task `t` of a job `j` as it would be with our target of its job moved: as many days on, at most to the new target. */
const shifted = (day: SQL, moved?: { jobId: string; targetOn: string }): SQL =>
  moved ? sql`(case when j.id = ${moved.jobId} then least(${day} + (${moved.targetOn}::date - j.target_on), ${moved.targetOn}::date) else ${day} end)` : day;

/** Jobs: begun once for each period, moved on by themselves as their tasks and requests are done. */
@Injectable()
export class JobsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
    private readonly clients: ClientsService,
    private readonly notes: NotesService,
    private readonly contacts: ContactsService,
    private readonly procedures: ProceduresService,
    private readonly moves: JobMovesService,
  ) {}

  onModuleInit(): void {
    this.events.on(ClientsMerged, (work, { payload }) => moveToClient(work, payload, jobs, tasks));
  }

  /** Begins the job of a period. Asked again for the same one, gives the job that is there. */
  async begin(work: Work, order: JobOrder): Promise<string> {
    const { client, line, procedure, name, periodStart, periodEnd, targetOn, dueOn } = order;
    if (line) {
      const [there] = await work.tx
        .select({ id: jobs.id })
        .from(jobs)
        .where(and(eq(jobs.lineId, line.id), eq(jobs.periodEnd, periodEnd)));
      if (there) return there.id;
    }
    const startOn = order.startOn ?? work.today.toString();
    // A job begun after its target still gets a window to lay its tasks out in.
    const lastDay = targetOn >= startOn ? targetOn : dueOn >= startOn ? dueOn : startOn;
    const fee = order.fee ?? line?.fee ?? 0;
    const facts: Facts = {
      ...order.facts,
      'line:rhythm': line?.rhythm ?? null,
      'line:service': order.service ?? null,
      'job:fee': fee / 100,
      'job:priority': 'usual',
    };
    const laid = layOut(procedure.definition, facts, { start: civil(startOn), target: civil(lastDay) }, work.firm.calendar);
    const people = { partnerId: client.partnerId, managerId: client.managerId, preparerId: line?.preparerId ?? client.preparerId };
    const now = work.now.toString();
    const phases = laid.phases.map(({ tasks: _tasks, onlyIf: _onlyIf, ...phase }, index): JobPhase => ({
      ...phase,
      request: phase.request ?? null,
      enteredAt: index === 0 ? now : null,
      doneAt: null,
    }));
    const [job] = await work.tx
      .insert(jobs)
      .values({
        firmId: work.firm.id,
        number: await nextNumber(work, 'job'),
        name,
        clientId: client.id,
        lineId: line?.id ?? null,
        serviceId: line?.serviceId ?? null,
        procedureId: procedure.id,
        procedureVersion: procedure.version,
        phaseSince: now,
        obligationId: order.obligationId,
        periodStart,
        periodEnd,
        startOn,
        targetOn: lastDay,
        dueOn: dueOn >= startOn ? dueOn : startOn,
        status: 'open',
        phase: phases[0]?.key ?? null,
        phases,
        passedOver: laid.passedOver,
        fee,
        ...people,
      })
      .onConflictDoNothing()
      .returning();
    if (!job) return this.begin(work, order);
    if (laid.tasks.length > 0)
      await work.tx.insert(tasks).values(
        laid.tasks.map(({ phaseKey, task, start, due }, position) => ({
          ...{ firmId: work.firm.id, jobId: job.id, clientId: client.id, position, phaseKey, startOn: start.toString(), dueOn: due.toString() },
          ...columnsOfTask(task, people),
        })),
      );
    await this.events.record(work, JobBegun, {
      what: `began job ${job.number}, ${name}, due ${fullDate(civil(dueOn))}${laid.passedOver.map((phase) => `; passes over ${phase.name}, ${phase.why}`).join('')}`,
      clientId: client.id,
      jobId: job.id,
      payload: { jobId: job.id },
    });
    await this.moves.begun(work, job.id);
    return job.id;
  }

  /** Begins a job that no rhythm asks for, by a procedure of the firm. */
  async addByHand(work: Work, input: AddJob): Promise<string> {
    if (input.fee !== undefined && !may(work.actor, 'see fees')) throw Problem.notAllowed('see fees');
    const client = await this.clients.get(work, input.clientId);
    const procedure = await this.procedures.get(work, input.procedureId);
    const { name, startOn, dueOn, fee = 0, priority, contactId } = input;
    if (contactId) await this.contacts.mustGetRequests(work, contactId, client.id);
    if (dueOn < work.today.toString()) throw Problem.invalid([{ field: 'dueOn', message: 'This day is over. Give the work some days.' }]);
    const jobId = await this.begin(work, {
      ...{ client, facts: factsOf(client), line: null, procedure, obligationId: null, name, fee, startOn },
      ...{ periodStart: startOn, periodEnd: dueOn, targetOn: dueOn, dueOn },
    });
    if ((priority && priority !== 'usual') || contactId) await work.tx.update(jobs).set({ priority, contactId }).where(eq(jobs.id, jobId));
    return jobId;
  }

  /** Begins the same work for many clients. Who has it open already is passed over, and said. */
  async addMany(work: Work, { clientIds, ...input }: AddJobs): Promise<JobsBegun> {
    const open = await rows<{ clientId: string; number: number }>(
      work.tx,
      sql`select client_id as "clientId", number from jobs where firm_id = ${work.firm.id} and procedure_id = ${input.procedureId} and lower(name) = ${input.name.toLowerCase()} and status <> 'finished'`,
    );
    const begun: JobsBegun = { ids: [], not: [] };
    for (const clientId of new Set(clientIds)) {
      const there = open.find((job) => job.clientId === clientId);
      const { name, standing } = await this.clients.get(work, clientId);
      if (there) begun.not.push({ clientId, client: name, why: `has it already: job ${there.number}` });
      else if (standing === 'former') begun.not.push({ clientId, client: name, why: 'is a former client' });
      else begun.ids.push(await this.addByHand(work, { ...input, clientId }));
    }
    return begun;
  }

  /** Adds a task to a phase of a job: at the end of it, due as the job's dates allow. */
  async addTask(work: Work, jobId: string, phaseKey: string, task: TaskPlan): Promise<void> {
    const job = await this.get(work, jobId);
    const today = work.today.toString();
    const startOn = today < job.startOn ? job.startOn : today > job.dueOn ? job.dueOn : today;
    const [last] = await rows<{ position: number; same: number }>(
      work.tx,
      sql`select coalesce(max(position), -1)::int as position, count(*) filter (where key = ${task.key} or key like ${`${task.key} %`})::int as same from tasks where job_id = ${jobId}`,
    );
    await work.tx.insert(tasks).values({
      ...{
        firmId: work.firm.id,
        jobId,
        clientId: job.clientId,
        position: last!.position + 1,
        phaseKey,
        startOn,
        dueOn: job.targetOn < startOn ? startOn : job.targetOn,
      },
      ...columnsOfTask(task, job),
      key: last!.same === 0 ? task.key : `${task.key} ${last!.same + 1}`,
    });
  }

  async get(work: Work, jobId: string): Promise<Job> {
    const [job] = await this.byId(work, jobId);
    if (!job) throw Problem.notFound('job');
    return job;
  }

  /** The job, held for this transaction: whoever else wants to post to it waits. */
  async lock(work: Work, jobId: string): Promise<Job> {
    const [job] = await this.byId(work, jobId).for('update');
    if (!job) throw Problem.notFound('job');
    return job;
  }

  private byId(work: Work, jobId: string) {
    return work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.firmId, work.firm.id)));
  }

  /** The job that was begun for an obligation, if one was. */
  async ofObligation(work: Work, obligationId: string): Promise<string | null> {
    const [job] = await work.tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.obligationId, obligationId));
    return job?.id ?? null;
  }

  /** A task, and of its job what acts on a task look at. */
  async task(work: Work, taskId: string): Promise<{ task: Task; job: JobOfTask }> {
    const { id, clientId, status, startOn, dueOn } = getTableColumns(jobs);
    const [found] = await work.tx
      .select({ task: getTableColumns(tasks), job: { id, clientId, status, startOn, dueOn } })
      .from(tasks)
      .innerJoin(jobs, eq(jobs.id, tasks.jobId))
      .where(and(eq(tasks.id, taskId), eq(tasks.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('task');
    return found;
  }

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

  /** Ticks a task, or takes the tick back, and lets the job move on. */
  async tick(work: Work, taskId: string, input: TickTask): Promise<void> {
    const { task, job } = await this.task(work, taskId);
    if (task.version !== input.version) throw Problem.stale('task', task);
    if (job.status === 'finished') throw Problem.refused('job-finished', 'The job is finished. Its tasks stay as they are.');
    if (input.done) {
      if (task.doneByEvent === 'filed')
        throw Problem.refused('ticked-by-filing', 'This is ticked by itself when the return gets its receipt. Use "File" on this page.');
      const open = task.waitsFor.length === 0 ? [] : await this.notDone(work, job.id, task.waitsFor);
      if (open.length > 0)
        throw Problem.refused('waits-for-others', `"${task.name}" waits for ${open.map((other) => `"${other.name}"`).join(' and ')}. Tick that first.`);
      const unchecked = task.checks.filter((check) => check.doneAt === null);
      if (unchecked.length > 0) throw Problem.refused('checks-left', `Not checked yet in "${task.name}": ${unchecked.map((check) => check.words).join('; ')}.`);
    }
    await this.mark(work, job, task, input.done ? work.actor.name : null);
    await this.advance(work, job.id);
  }

  /** Ticks one point of a task, or takes the tick back. */
  async check(work: Work, taskId: string, { at, done, version }: TickCheck): Promise<void> {
    const { task, job } = await this.task(work, taskId);
    if (task.version !== version) throw Problem.stale('task', task);
    const check = task.checks[at];
    if (!check) throw Problem.invalid([{ field: 'at', message: 'There is no such point in this task.' }]);
    if (task.doneAt !== null) throw Problem.refused('task-done', 'The task is done. Take its tick back first.');
    const checks = task.checks.map((one, index) =>
      index === at ? { ...one, doneAt: done ? work.now.toString() : null, doneBy: done ? work.actor.name : null } : one,
    );
    await work.tx
      .update(tasks)
      .set({ checks, version: version + 1 })
      .where(eq(tasks.id, taskId));
    await this.events.record(work, TaskChanged, {
      what: `${done ? 'checked' : 'took back the check of'} "${check.words}" in "${task.name}"`,
      ...{ clientId: job.clientId, jobId: job.id, payload: { jobId: job.id, taskId } },
    });
  }

  private async mark(work: Work, job: JobOfTask, task: Task, by: string | null): Promise<void> {
    const changed = await work.tx
      .update(tasks)
      .set({ doneAt: by === null ? null : work.now.toString(), doneBy: by, passedOver: false, version: task.version + 1 })
      .where(and(eq(tasks.id, task.id), eq(tasks.version, task.version)))
      .returning({ id: tasks.id });
    if (changed.length === 0) throw Problem.stale('task', (await this.task(work, task.id)).task);
    if (by === null) await work.tx.update(jobs).set({ asksToMove: false }).where(eq(jobs.id, job.id));
    await this.events.record(work, TaskChanged, {
      what: by === null ? `took back the tick at "${task.name}"` : `ticked "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id, taskId: task.id },
    });
  }

  /** Changes who does a task, its estimate or its dates, which have to lie inside the job's. */
  async changeTask(work: Work, taskId: string, input: ChangeTask): Promise<void> {
    const { task, job } = await this.task(work, taskId);
    if (task.version !== input.version) throw Problem.stale('task', task);
    await this.team.mustSee(work, 'assigneeId', input.assigneeId, job.clientId);
    const { assigneeId = task.assigneeId, estimate = task.estimate, startOn = task.startOn, dueOn = task.dueOn } = input;
    const inside = `The job runs from ${fullDate(civil(job.startOn))} to ${fullDate(civil(job.dueOn))}; a task's dates lie inside.`;
    if (input.widen && startOn < job.startOn && startOn <= dueOn) {
      await work.tx
        .update(jobs)
        .set({ startOn, version: sql`version + 1` })
        .where(eq(jobs.id, job.id));
      job.startOn = startOn;
    }
    if (startOn < job.startOn || startOn > job.dueOn) throw Problem.invalid([{ field: 'startOn', message: inside }]);
    if (dueOn < job.startOn || dueOn > job.dueOn) throw Problem.invalid([{ field: 'dueOn', message: inside }]);
    if (dueOn < startOn) throw Problem.invalid([{ field: 'dueOn', message: 'A task is due on or after the day it starts.' }]);
    const before = { assigneeId: task.assigneeId, estimate: task.estimate, startOn: task.startOn, dueOn: task.dueOn };
    const after = { assigneeId, estimate, startOn, dueOn };
    const changed = await work.tx
      .update(tasks)
      .set({ ...after, version: task.version + 1 })
      .where(and(eq(tasks.id, taskId), eq(tasks.version, input.version)))
      .returning({ id: tasks.id });
    if (changed.length === 0) throw Problem.stale('task', (await this.task(work, taskId)).task);
    await this.events.record(work, TaskChanged, {
      what: input.word ? `handed over "${task.name}": ${input.word}` : `changed "${task.name}"`,
      clientId: job.clientId,
      jobId: job.id,
      before,
      after,
      payload: { jobId: job.id, taskId },
    });
    if (input.word && assigneeId && assigneeId !== work.actor.id)
      await this.notes.add(work, job.clientId, { kind: 'phone', text: `"${task.name}" is yours now: ${input.word}`, forId: assigneeId });
  }

  /** A request went out: the task that stands for sending it is done. */
  async requestSent(work: Work, jobId: string): Promise<void> {
    const job = await this.get(work, jobId);
    for (const task of await this.tasksOf(work, jobId)) {
      if (task.doneByEvent === 'request sent' && task.phaseKey === job.phase && !task.doneAt) await this.mark(work, job, task, work.actor.name);
    }
  }

  /** The return of the job has its receipt. */
  async filed(work: Work, jobId: string): Promise<void> {
    const job = await this.get(work, jobId);
    for (const task of await this.tasksOf(work, jobId)) {
      if (task.doneByEvent === 'filed' && !task.doneAt) await this.mark(work, job, task, work.actor.name);
    }
    await this.advance(work, jobId);
  }

  /** Names of the tasks not done that come before the filing of a job, but for those that filing itself does. What is done after it is not asked for. */
  async checksLeft(work: Work, jobId: string): Promise<string[]> {
    const left = await rows<{ name: string }>(
      work.tx,
      sql`select name from tasks where job_id = ${jobId} and done_at is null and done_by_event is distinct from 'filed'
            and position < coalesce((select max(position) from tasks where job_id = ${jobId} and done_by_event = 'filed'), position + 1) order by position`,
    );
    return left.map((task) => task.name);
  }

  /** For what the job waits from the client, and since when; null when for nothing. */
  async clientOwes(work: Work, jobId: string, owed: { since: string; what: string } | null, everythingIn: boolean): Promise<void> {
    const everythingInOn = everythingIn ? work.today.toString() : null;
    await work.tx.execute(
      sql`update jobs set waiting_since = ${owed?.since ?? null}, waiting_for = ${owed?.what ?? null}, everything_in_on = ${everythingInOn} where id = ${jobId}`,
    );
  }

  /** Moves the job on as far as it can go by itself. */
  advance(work: Work, jobId: string): Promise<void> {
    return this.moves.advance(work, jobId);
  }

  /** What a person still has to do. */
  openTasksOf(work: Work, memberId: string): Promise<OpenTask[]> {
    return rows(
      work.tx,
      sql`select t.id, t.name, t.job_id as "jobId", j.name as job, c.name as client, t.due_on as "dueOn" from tasks t join jobs j on j.id = t.job_id join clients c on c.id = j.client_id
          where t.assignee_id = ${memberId} and t.done_at is null and j.status <> 'finished' and j.firm_id = ${work.firm.id} order by t.due_on, t.id`,
    );
  }

  /** Gives a person's open tasks, and open jobs where they are named, to another. @returns how many tasks. */
  async handOver(work: Work, from: string, to: string): Promise<number> {
    const open = sql`${jobs.status} <> 'finished'`;
    for (const column of ['partnerId', 'managerId', 'preparerId'] as const)
      await work.tx
        .update(jobs)
        .set({ [column]: to })
        .where(and(eq(jobs.firmId, work.firm.id), eq(jobs[column], from), open));
    const moved = await work.tx
      .update(tasks)
      .set({ assigneeId: to, version: sql`version + 1` })
      .where(and(eq(tasks.firmId, work.firm.id), eq(tasks.assigneeId, from), isNull(tasks.doneAt)))
      .returning({ id: tasks.id });
    return moved.length;
  }

  /** Time was recorded on a task; it is kept beside the estimate, for whoever sums up what is left. */
  async timed(work: Work, taskId: string, minutes: number): Promise<void> {
    await work.tx
      .update(tasks)
      .set({ recorded: sql`${tasks.recorded} + ${minutes}` })
      .where(eq(tasks.id, taskId));
  }

  /** What is left to do in the firm of tasks that begin before a day: minutes not yet recorded, summed up by person, begin and end. */
  workLeft(
    work: Work,
    until: string,
    moved?: { jobId: string; targetOn: string },
  ): Promise<{ personId: string | null; minutes: number; startOn: string; dueOn: string }[]> {
    const day = (column: 'start_on' | 'due_on') => shifted(sql.raw(`t.${column}`), moved);
    return rows(
      work.tx,
      sql`select t.assignee_id as "personId", sum(greatest(t.estimate - t.recorded, 0))::int as minutes, ${day('start_on')}::text as "startOn", ${day('due_on')}::text as "dueOn"
          from tasks t join jobs j on j.id = t.job_id
          where t.firm_id = ${work.firm.id} and t.done_at is null and t.estimate > t.recorded and j.status = 'open' and ${day('start_on')} < ${until} group by 1, 3, 4`,
    );
  }
}

/** A planned task as a job keeps it. */
const columnsOfTask = (task: TaskPlan, people: Pick<Job, 'partnerId' | 'managerId' | 'preparerId'>) => ({
  ...{ key: task.key, name: task.name, role: task.role, estimate: task.estimate, waitsFor: task.waitsFor ?? [], doneByEvent: task.doneBy ?? null },
  ...{ advice: task.advice ?? null, links: task.links ?? [], checks: (task.checks ?? []).map((words) => ({ words, doneAt: null, doneBy: null })) },
  assigneeId: task.memberId ?? people[`${task.role}Id`],
});
