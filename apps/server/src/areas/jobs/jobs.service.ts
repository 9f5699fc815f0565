import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, and, asc, desc, eq, inArray, isNotNull, isNull, lt, ne, sql } from 'drizzle-orm';
import { factsForRules } from '@steady/core/jobs';
import type { jobWaits } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import type { Facts } from '@steady/core/conditions';
import { type TaskPlan, WITHOUT_PROCEDURE, answeredForBy, layOut, prerequisitesOf } from '@steady/core/procedures';
import { fullDate } from '@steady/core/words';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { AddJob, AddJobs, JobsBegun } from '@steady/contract/jobs';
import { type Money, money, noMoney } from '@steady/core/money';
import { rows, toColumns } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import { type Work, nextNumber } from '../../platform/work';
import { ClientRecords, ContactMerging, type Client, ClientsService, ContactsService, factsOf } from '../clients';
import { type KeptProcedure, ProceduresService } from '../procedures';
import type { ServiceLine } from '../services';
import { TeamService } from '../team';
import { type Job, JobMovesService } from './job-moves.service';
import { type JobPhase, jobs, tasks } from './jobs.tables';

/** What its client owes did not come by the last safe day. */
export const RecordsLate = eventKind<{ jobId: string }>('records late', 'jobs');
export const JobBegun = eventKind<{ jobId: string }>('job begun', 'jobs');

/** What a job is begun from: one obligation of one service line, or what a person orders by hand. */
export interface JobOrder {
  client: Client;
  facts: Facts;
  line: ServiceLine | null;
  /** The name of the line's service, as rules of the procedure know it. */
  service?: string;
  /** Null for work that goes by none: it is one task. */
  procedure: KeptProcedure | null;
  /** Who does it, and what of what would happen at once is left out, where that was settled before. */
  begins?: HowItBegins;
  obligationId: string | null;
  name: string;
  /** Agreed fee, net, where it is not the line's. */
  fee?: Money;
  startOn?: string;
  periodStart: string;
  periodEnd: string;
  targetOn: string;
  dueOn: string;
}

/** Jobs: begun once for each period, moved on by themselves as their tasks and requests are done. */
@Injectable()
export class JobsService implements OnModuleInit {
  constructor(
    private readonly records: ClientRecords,
    private readonly people: ContactMerging,
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly procedures: ProceduresService,
    private readonly moves: JobMovesService,
    private readonly team: TeamService,
  ) {}

  onModuleInit(): void {
    this.records.follow(jobs, { what: 'jobs', holds: true });
    this.people.follow(jobs.contactId);
    this.records.follow(tasks);
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
    const fee = order.fee ?? (line ? money(line.fee, line.currency) : noMoney(work.firm.currency));
    const facts: Facts = {
      ...order.facts,
      'line:rhythm': line?.rhythm ?? null,
      'line:service': order.service ?? null,
      ...factsForRules({ fee, priority: 'usual' }),
    };
    const { facts: named } = await this.moves.names(work);
    const begins = await this.settled(work, client.id, order.begins);
    const definition = answeredForBy(procedure?.definition ?? WITHOUT_PROCEDURE, new Map((begins.phases ?? []).map((one) => [one.phaseKey, one.memberId])));
    const laid = layOut(definition, facts, { start: civil(startOn), target: civil(lastDay) }, work.firm.calendar, named);
    const people = {
      partnerId: client.partnerId ?? begins.partner ?? null,
      managerId: client.managerId ?? begins.manager ?? null,
      preparerId: line?.preparerId ?? client.preparerId ?? begins.preparer ?? null,
    };
    const now = work.now.toString();
    const phases = laid.phases.map(({ tasks: _tasks, onlyIf: _onlyIf, ...phase }, index): JobPhase => ({
      ...phase,
      enteredAt: index === 0 ? now : null,
      doneAt: null,
    }));
    const plans = await this.withoutLeavers(
      work,
      laid.tasks.map(({ task }) => task),
    );
    const [job] = await work.tx
      .insert(jobs)
      .values(
        toColumns(work.firm.currency, {
          firmId: work.firm.id,
          number: await nextNumber(work, 'job'),
          name,
          clientId: client.id,
          lineId: line?.id ?? null,
          serviceId: line?.serviceId ?? null,
          procedureId: procedure?.id ?? null,
          procedureVersion: procedure?.version ?? null,
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
          prerequisites: prerequisitesOf(definition),
          passedOver: laid.passedOver,
          fee,
          income: line ? sql`(select s.income from services s where s.id = ${line.serviceId})` : null,
          ...people,
        }),
      )
      .onConflictDoNothing()
      .returning();
    if (!job) return this.begin(work, order);
    if (laid.tasks.length > 0)
      await work.tx.insert(tasks).values(
        laid.tasks.map(({ phaseKey, start, due }, position) => ({
          firmId: work.firm.id,
          jobId: job.id,
          clientId: client.id,
          position,
          phaseKey,
          startOn: start.toString(),
          dueOn: due.toString(),
          ...columnsOfTask(plans[position]!, people),
        })),
      );
    await this.events.record(work, JobBegun, {
      what: `began job ${job.number}, ${name}, due ${fullDate(civil(dueOn))}${laid.passedOver.map((phase) => `; passes over ${phase.name}, ${phase.why}`).join('')}`,
      clientId: client.id,
      jobId: job.id,
      payload: { jobId: job.id },
    });
    await this.moves.begun(work, job, begins);
    return job.id;
  }

  /** Planned tasks without the names of people who work here no more: those are for whoever has the role. */
  async withoutLeavers(work: Work, plans: TaskPlan[]): Promise<TaskPlan[]> {
    if (plans.every((task) => task.memberId === undefined)) return plans;
    const here = await this.team.working(work);
    return plans.map((task) => (task.memberId === undefined || here.has(task.memberId) ? task : { ...task, memberId: undefined }));
  }

  /** What was settled before the work begins, once everybody who is named sees the client. */
  private async settled(work: Work, clientId: string, begins: HowItBegins = {}): Promise<HowItBegins> {
    const { preparer, manager, partner, phases = [] } = begins;
    for (const person of new Set([preparer, manager, partner, ...phases.map((one) => one.memberId)])) await this.team.mustSee(work, 'begins', person, clientId);
    return begins;
  }

  /** Begins a job that no rhythm asks for, by a procedure of the firm. */
  async addByHand(work: Work, input: AddJob): Promise<string> {
    return this.beginByHand(work, await this.clients.standing(work, input.clientId), await this.by(work, input), input);
  }

  private async by(work: Work, { procedureId }: Pick<AddJob, 'procedureId'>): Promise<KeptProcedure | null> {
    return procedureId === 'none' ? null : this.procedures.get(work, procedureId);
  }

  private async beginByHand(work: Work, client: Client, procedure: KeptProcedure | null, input: Omit<AddJob, 'clientId'>): Promise<string> {
    if (input.fee !== undefined && !may(work.actor, 'see fees')) throw Problem.notAllowed('see fees');
    const { name, startOn, dueOn, fee = noMoney(work.firm.currency), priority, contactId } = input;
    if (contactId) await this.contacts.mustGetRequests(work, contactId, client.id);
    if (dueOn < work.today.toString()) throw Problem.invalid([{ field: 'dueOn', message: 'This day is over. Give the work some days.' }]);
    const jobId = await this.begin(work, {
      client,
      facts: factsOf(client),
      line: null,
      procedure,
      begins: input.begins,
      obligationId: null,
      name,
      fee,
      startOn,
      periodStart: startOn,
      periodEnd: dueOn,
      targetOn: dueOn,
      dueOn,
    });
    if ((priority && priority !== 'usual') || contactId) await work.tx.update(jobs).set({ priority, contactId }).where(eq(jobs.id, jobId));
    return jobId;
  }

  /** Begins the same work for many clients. Who has it open already is passed over, and said. */
  async addMany(work: Work, { clientIds, ...input }: AddJobs): Promise<JobsBegun> {
    const open = await rows<{ clientId: string; number: number }>(
      work.tx,
      sql`select client_id as "clientId", number from jobs where firm_id = ${work.firm.id} and procedure_id is not distinct from ${input.procedureId === 'none' ? null : input.procedureId} and lower(name) = ${input.name.toLowerCase()} and status <> 'finished'`,
    );
    const begun: JobsBegun = { ids: [], not: [] };
    const procedure = await this.by(work, input);
    for (const clientId of new Set(clientIds)) {
      const there = open.find((job) => job.clientId === clientId);
      const client = await this.clients.standing(work, clientId);
      if (there) begun.not.push({ clientId, client: client.name, why: `has it already: job ${there.number}` });
      else if (client.standing === 'former') begun.not.push({ clientId, client: client.name, why: 'is a former client' });
      else begun.ids.push(await this.beginByHand(work, client, procedure, input));
    }
    return begun;
  }

  /** A job as it is kept. @throws Problem "not-found" also for one of another firm */
  async get(work: Work, jobId: string): Promise<Job> {
    const [job] = await this.byId(work, jobId);
    if (!job) throw Problem.notFound('job');
    return job;
  }

  /** The line of a job, to be asked for in a statement. */
  lineOf(jobId: string): SQL {
    return sql`(select j.line_id from jobs j where j.id = ${jobId})`;
  }

  /** Jobs that were begun for these deadlines. */
  async ofObligations(work: Work, obligationIds: string[]): Promise<{ obligationId: string; id: string; number: number }[]> {
    const found = await work.tx
      .select({ obligationId: jobs.obligationId, id: jobs.id, number: jobs.number })
      .from(jobs)
      .where(sql`${jobs.obligationId} in (select jsonb_array_elements_text(${JSON.stringify(obligationIds)}::jsonb)::uuid)`);
    return found.map((job) => ({ ...job, obligationId: job.obligationId! }));
  }

  /** What a message about it can have filled in. @throws Problem at "jobId" for a job of another client */
  async forMessages(work: Work, clientId: string, jobId: string): Promise<{ facts: Record<string, unknown>; contactId: string | null }> {
    const [job] = await this.byId(work, jobId);
    if (job?.clientId !== clientId) throw Problem.invalid([{ field: 'jobId', message: 'Choose a job of this client.' }]);
    return { facts: job, contactId: job.contactId };
  }

  /** The job, held for this transaction: whoever else wants to post to it waits. */
  async lock(work: Work, jobId: string): Promise<Job> {
    const [job] = await this.byId(work, jobId).for('update');
    if (!job) throw Problem.notFound('job');
    return job;
  }

  /** Jobs in the order in which they are named; held for this transaction where they are to be changed. */
  async all(work: Work, jobIds: string[], held = false): Promise<Job[]> {
    const asked = work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.firmId, work.firm.id), inArray(jobs.id, jobIds)))
      .orderBy(jobs.id);
    const byId = new Map((await (held ? asked.for('update') : asked)).map((job) => [job.id, job]));
    return jobIds.map((id) => {
      const job = byId.get(id);
      if (!job) throw Problem.notFound('job');
      return job;
    });
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

  /** Notes for what the job waits from its client, and whether all that was asked is in. */
  async waits(work: Work, jobId: string, { since, what, everythingIn }: ReturnType<typeof jobWaits>): Promise<void> {
    await work.tx
      .update(jobs)
      .set({
        waitingSince: since,
        waitingFor: what,
        // Where nothing was asked, somebody says by hand that all is in.
        ...(everythingIn === null ? {} : { everythingInOn: everythingIn ? sql`coalesce(${jobs.everythingInOn}, ${work.today.toString()})` : null }),
      })
      .where(eq(jobs.id, jobId));
  }

  /** Its history says from now on that its records were not in by a last safe day. */
  async recordsLate(work: Work, job: Pick<Job, 'id' | 'clientId'>, lastSafe: string, what: string): Promise<void> {
    await work.tx.update(jobs).set({ lateNotedFor: lastSafe }).where(eq(jobs.id, job.id));
    await this.events.record(work, RecordsLate, { what, clientId: job.clientId, jobId: job.id, payload: { jobId: job.id } });
  }

  /** The numbers of a client's jobs, by their ids. */
  async numbersOf(work: Work, clientId: string): Promise<Map<string, number>> {
    const found = await work.tx.select({ id: jobs.id, number: jobs.number }).from(jobs).where(eq(jobs.clientId, clientId));
    return new Map(found.map((job) => [job.id, job.number]));
  }

  /** What of the firm's work is not finished, by client and name. */
  openByName(work: Work): Promise<{ clientId: string; name: string; number: number }[]> {
    return work.tx
      .select({ clientId: jobs.clientId, name: jobs.name, number: jobs.number })
      .from(jobs)
      .where(and(eq(jobs.firmId, work.firm.id), ne(jobs.status, 'finished')));
  }

  /** What jobs are called, by their ids. */
  async namesOf(work: Work, jobIds: string[]): Promise<Map<string, string>> {
    if (jobIds.length === 0) return new Map();
    const found = await work.tx.select({ id: jobs.id, name: jobs.name }).from(jobs).where(inArray(jobs.id, jobIds));
    return new Map(found.map((job) => [job.id, job.name]));
  }

  /** The job of the same line for the period before; null where there is none, or the job is of no line. */
  async before(work: Work, { lineId, periodEnd }: Pick<Job, 'lineId' | 'periodEnd'>): Promise<Job | null> {
    if (lineId === null || periodEnd === null) return null;
    const [found] = await work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.lineId, lineId), lt(jobs.periodEnd, periodEnd)))
      .orderBy(desc(jobs.periodEnd))
      .limit(1);
    return found ?? null;
  }

  /** The open job of each client that is due first; of one service, where that is named. */
  async firstOpenOf(work: Work, clientIds: string[], serviceId: string | null): Promise<Map<string, Job>> {
    if (clientIds.length === 0) return new Map();
    const found = await work.tx
      .selectDistinctOn([jobs.clientId])
      .from(jobs)
      .where(and(inArray(jobs.clientId, clientIds), isNotNull(jobs.phase), serviceId === null ? undefined : eq(jobs.serviceId, serviceId)))
      .orderBy(jobs.clientId, asc(jobs.dueOn), asc(jobs.number));
    return new Map(found.map((job) => [job.clientId, job]));
  }

  /** Those of these jobs that are on hold. */
  async onHoldOf(work: Work, jobIds: string[]): Promise<Set<string>> {
    if (jobIds.length === 0) return new Set();
    const found = await work.tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(inArray(jobs.id, jobIds), eq(jobs.status, 'on hold')));
    return new Set(found.map((job) => job.id));
  }

  /** Moves the job on as far as it can go by itself. */
  advance(work: Work, jobId: string): Promise<void> {
    return this.moves.advance(work, jobId);
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
}

/** A planned task as a job keeps it. */
export const columnsOfTask = (task: TaskPlan, people: Pick<Job, 'partnerId' | 'managerId' | 'preparerId'>) => ({
  key: task.key,
  name: task.name,
  role: task.role,
  estimate: task.estimate,
  waitsFor: task.waitsFor ?? [],
  doneByEvent: task.doneBy ?? null,
  advice: task.advice ?? null,
  links: task.links ?? [],
  checks: (task.checks ?? []).map((words) => ({ words, doneAt: null, doneBy: null })),
  assigneeId: task.memberId ?? people[`${task.role}Id`],
});
