import { Injectable } from '@nestjs/common';
import { type SQL, and, asc, desc, eq, isNotNull, ne, sql } from 'drizzle-orm';
import { type JobFacts, type JobStands, jobFacts, whyItStays } from '@steady/core/jobs';
import { isPastSafe, lastSafeDay, lastSafeDayWorkings } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { progress } from '@steady/core/procedures';
import { FULL_PAGE } from '@steady/contract/paging';
import type { ClientView } from '@steady/contract/clients';
import type { HistoryLine, JobRow, JobState, JobTotals, JobView, PhaseView } from '@steady/contract/jobs';
import type { TaskView } from '@steady/contract/tasks';
import type { WaitingForClients } from '@steady/contract/today';
import type { FlowBand, FlowView } from '@steady/contract/moves';
import type { Listed } from '@steady/contract/lists';
import type { Looked } from '@steady/core/searching';
import type { Found } from '@steady/contract/search';
import { foundIn } from '../search';
import { rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { may, readBy } from '../../platform/identity';
import { type ListAsked, type ListField, ListFields, type ListDefinition, SavedLists, containing, pageOf, allFound } from '../../platform/lists';
import type { Work } from '../../platform/work';
import { ClientQueries, ClientsService, clientName, clientsWith } from '../clients';
import { ProceduresService } from '../procedures';
import { TeamService, shortNameOf } from '../team';
import { happened } from '../../platform/events';
import { JobAsks } from './job-asks';
import { BLOCKED, WHY_BLOCKED, jobFields } from './job-fields';
import { type Job, statesOf } from './job-moves.service';
import { firstHeld, unconfirmed } from './prerequisites-sql';
import { JobParts } from './job-parts';
import { jobActions, jobs } from './jobs.tables';

/** The columns of a job in a list; `j` is the job, `c` its client. */
const JOB_ROW = sql`j.id, j.version, j.number, j.name, j.client_id as "clientId", c.name as client, j.status, j.due_on as "dueOn", j.target_on as "targetOn", j.start_on as "startOn",
  j.waiting_since as "waitingSince", j.hold_reason as "holdReason", ${WHY_BLOCKED} as "stuckReason", j.closed_reason as "closedReason", j.priority, j.own_status as "ownStatus",
  j.category, j.asks_to_move as "asksToMove", j.procedure_id as "procedureId", j.phase as "phaseKey", j.phase_since as "phaseSince", s.short_name as service,
  (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) as phase,
  t.tasks, t.done as "tasksDone", t.passed as "tasksPassedOver", t.estimate, coalesce((select sum(e.minutes) from time_entries e where e.job_id = j.id), 0)::int as recorded,
  coalesce(${shortNameOf('t.next')}, ${shortNameOf('j.preparer_id')}) as who, ${shortNameOf('j.preparer_id')} as preparer, ${shortNameOf('j.manager_id')} as manager, ${shortNameOf('j.partner_id')} as partner`;
const JOB_FROM = sql`jobs j join clients c on c.id = j.client_id left join services s on s.id = j.service_id
  left join lateral (select count(*)::int as tasks, (count(done_at) filter (where not passed_over))::int as done, (count(*) filter (where passed_over))::int as passed, coalesce(sum(estimate), 0)::int as estimate, (array_agg(assignee_id order by position) filter (where done_at is null))[1] as next from tasks where job_id = j.id) t on true`;

const WITH_CLIENT = sql`jobs j join clients c on c.id = j.client_id`;

export interface JobsAsked {
  status: 'open' | 'finished';
  find?: string;
  clientId?: string;
  relatedId?: string;
  serviceId?: string;
  personId?: string;
  procedureId?: string;
  phase?: string;
  state?: JobState;
  priority?: string;
  /** In which order, and so in which groups: by deadline, by person, by client. */
  view?: 'due' | 'person' | 'client';
}

/** What each state of a job means. */
const STATES: Record<JobState, (today: string) => SQL> = {
  overdue: (today) => sql`j.due_on < ${today}`,
  'waits for client': () => sql`j.waiting_since is not null and j.status = 'open'`,
  'on hold': () => sql`j.status = 'on hold'`,
  blocked: () => BLOCKED,
  'asks to move': () => sql`j.asks_to_move`,
  'nobody on it': () => sql`j.preparer_id is null`,
};

type Longest = Omit<NonNullable<FlowBand['longest']>, 'why'>;

/** What its page shows of a job as it is kept: its facts, but for the fee, which stands with its money, and where it stands. */
const shownOf = ({ id, version, number, clientId, stuckSince, asksToMove, goesOnOn, waitingSince, passedOver, prerequisites, ...job }: Job) => {
  const facts = Object.fromEntries(jobFacts.filter(({ key }) => key !== 'fee').map(({ key }) => [key, job[key]])) as Omit<JobFacts, 'fee'>;
  return { id, version, number, clientId, stuckSince, asksToMove, goesOnOn, waitingSince, passedOver, prerequisites, ...facts };
};

/** The last safe day of a job, how it comes about, and whether records are or were late for it. */
function lastSafe({ firm, today }: Work, { dueOn, everythingInOn }: Job): JobView['lastSafe'] {
  const day = lastSafeDay(civil(dueOn), firm.late, firm.calendar)?.toString() ?? null;
  if (day === null) return null;
  const workings = lastSafeDayWorkings(civil(dueOn), firm.late, firm.calendar)!;
  return { day, workings, isPast: isPastSafe(day, everythingInOn, today.toString()), consequence: firm.late.consequence };
}

@Injectable()
export class JobQueries {
  constructor(
    private readonly clients: ClientQueries,
    private readonly book: ClientsService,
    private readonly asks: JobAsks,
    private readonly procedures: ProceduresService,
    private readonly team: TeamService,
    private readonly parts: JobParts,
    private readonly listFields: ListFields,
    lists: SavedLists,
    private readonly present: Present,
  ) {
    lists.register('jobs', (work) => this.fields(work));
    this.present.register('job', (work, id) => this.view(work, id));
    this.present.register('task', (work, id) => this.taskAtPresent(work, id));
  }

  /** For the search: open jobs by name and client, and any job by its number. */
  async found(work: Work, looked: Looked): Promise<Found[]> {
    const number = /^\d{1,9}$/.test(looked.plain) ? Number(looked.plain) : null;
    const found = await rows<{ id: string; name: string; client: string; number: number }>(
      work.tx,
      sql`select j.id, j.name, j.number, ${clientName(sql`j.client_id`)} as client from jobs j
          where j.firm_id = ${work.firm.id} and (j.id in ${foundIn('open jobs', looked)} ${number === null ? sql`` : sql`or j.number = ${number}`})
          order by j.number is distinct from ${number}, j.due_on, j.id`,
    );
    return found.map((one) => ({ kind: 'job', id: one.id, name: one.number === number ? `${number}: ${one.name}` : one.name, beside: one.client }));
  }

  /** The fields of the list of jobs that whoever acts may see. */
  async fields(work: Work): Promise<ListField[]> {
    return this.listFields
      .with(
        'jobs',
        jobFields({ details: await this.clients.details(work), statuses: await this.ownStatuses(work), today: work.today.toString() }),
        work.firm.currency,
      )
      .filter(({ seenWith }) => !seenWith || may(work.actor, seenWith));
  }

  /** The firm's own statuses that any job has had, by their letters. */
  private async ownStatuses(work: Work): Promise<string[]> {
    const found = await rows<{ status: string }>(
      work.tx,
      sql`select distinct k as status from jobs, jsonb_object_keys(own_reached) k where firm_id = ${work.firm.id} and own_reached <> '{}' order by k`,
    );
    return found.map((one) => one.status);
  }

  /** The list of jobs. Open ones have no limit of time, so that overdue ones never drop out; finished ones stand the newest first. */
  async listing(work: Work, asked: JobsAsked): Promise<ListDefinition> {
    const due = sql`j.due_on, j.id`;
    const open = {
      due,
      person: sql`coalesce(${shortNameOf('j.preparer_id')}, '~'), ${due}`,
      client: sql`c.sort_name collate "unicode", c.id, ${due}`,
    }[asked.view ?? 'due'];
    return {
      what: asked.status === 'open' ? 'open jobs' : 'finished jobs',
      fields: await this.fields(work),
      from: asked.status === 'open' && asked.view === 'client' ? WITH_CLIENT : sql`jobs j`,
      filteredFrom: WITH_CLIENT,
      key: sql`j.id`,
      where: sql`j.firm_id = ${work.firm.id} and ${this.where(work, asked)}`,
      order: asked.status === 'open' ? open : sql`j.finished_at desc, j.id desc`,
      row: { columns: JOB_ROW, from: JOB_FROM },
      named: sql`${clientName(sql`j.client_id`)} || ' ' || j.name`,
    };
  }

  /** A page of the list of jobs. */
  async list(work: Work, asked: JobsAsked, listed: ListAsked = {}): Promise<Listed<JobRow>> {
    return pageOf(work, await this.listing(work, asked), listed);
  }

  private where(work: Work, asked: JobsAsked): SQL {
    const parts = [
      asked.status === 'open' ? sql`j.status in ('open', 'on hold')` : sql`j.status = 'finished'`,
      asked.clientId && sql`j.client_id = ${asked.clientId}`,
      asked.relatedId && sql`j.client_id in ${clientsWith('relatedId', asked.relatedId)}`,
      asked.serviceId && sql`j.service_id = ${asked.serviceId}`,
      asked.procedureId && sql`j.procedure_id = ${asked.procedureId}`,
      asked.phase && sql`j.phase = ${asked.phase}`,
      asked.priority && sql`j.priority = ${asked.priority}`,
      asked.personId &&
        sql`(${asked.personId} in (j.preparer_id, j.manager_id, j.partner_id) or exists (select from tasks t where t.job_id = j.id and t.assignee_id = ${asked.personId} and t.done_at is null))`,
      asked.state && STATES[asked.state](work.today.toString()),
      asked.find &&
        sql`(j.name ilike ${containing(asked.find)} or j.client_id in (select f.id from clients f where f.name ilike ${containing(asked.find)}) or j.number::text = ${asked.find})`,
    ].filter((part): part is SQL => typeof part === 'object');
    return sql.join(parts, sql` and `);
  }

  /** How many jobs a list holds, and what it comes to. */
  async totals(work: Work, asked: JobsAsked, listed: ListAsked): Promise<JobTotals> {
    const { from, where } = await allFound(work, await this.listing(work, asked), listed);
    // Of what is finished nothing is overdue or waits any more: there is only their number to tell.
    if (asked.status === 'finished') {
      const [finished] = await rows<{ jobs: number }>(work.tx, sql`select count(*)::int as jobs from ${from} where ${where}`);
      return { jobs: finished!.jobs, overdue: 0, dueThisWeek: 0, waitsForClient: 0, onHold: 0, stuck: 0, asking: 0 };
    }
    const [found] = await rows<JobTotals>(
      work.tx,
      sql`select count(*)::int as jobs, count(*) filter (where j.due_on < ${work.today.toString()})::int as overdue, count(*) filter (where j.waiting_since is not null and j.status = 'open')::int as "waitsForClient",
                 count(*) filter (where j.status = 'on hold')::int as "onHold", count(*) filter (where ${BLOCKED})::int as stuck, count(*) filter (where j.asks_to_move)::int as asking,
                 count(*) filter (where j.due_on between ${work.today.toString()} and ${work.today.add({ days: 7 - work.today.dayOfWeek }).toString()})::int as "dueThisWeek"
          from ${from} where ${where}`,
    );
    return found!;
  }

  /** The phases of a procedure as bands: what stands in each, and who has waited there longest. */
  async flow(work: Work, procedureId: string | null): Promise<FlowView> {
    const procedures = await rows<FlowView['procedures'][number]>(
      work.tx,
      sql`select p.id, p.name, count(j.id)::int as jobs from procedures p join jobs j on j.procedure_id = p.id and j.status in ('open', 'on hold') where p.firm_id = ${work.firm.id}
          group by p.id, p.name order by count(j.id) desc, p.name`,
    );
    const chosen = procedureId ?? procedures[0]?.id ?? null;
    if (chosen === null) return { procedures, procedureId: null, bands: [], finished: 0 };
    const today = work.today.toString();
    const bands = await rows<Omit<FlowBand, 'longest'> & { longest: (Longest & JobStands) | null }>(
      work.tx,
      sql`with standing as (
            select j.*, ${WHY_BLOCKED} as why_blocked, c.name as client, f.p ->> 'name' as phase_name, f.at from jobs j join clients c on c.id = j.client_id, jsonb_array_elements(j.phases) with ordinality as f(p, at)
            where j.firm_id = ${work.firm.id} and j.procedure_id = ${chosen} and j.status in ('open', 'on hold') and f.p ->> 'key' = j.phase),
          planned as (select f.p ->> 'key' as key, f.p ->> 'name' as name, f.at from procedures p, jsonb_array_elements(p.definition -> 'phases') with ordinality as f(p, at) where p.id = ${chosen})
          select coalesce(planned.key, s.phase) as key, coalesce(planned.name, min(s.phase_name)) as name, count(s.id)::int as jobs, count(s.id) filter (where s.due_on < ${today})::int as overdue,
                 count(s.id) filter (where s.asks_to_move)::int as asking, count(s.id) filter (where s.waiting_since is not null and s.status = 'open')::int as "waitsForClient",
                 count(s.id) filter (where s.status = 'on hold')::int as "onHold", count(s.id) filter (where s.why_blocked is not null)::int as stuck,
                 (array_agg(jsonb_build_object('since', s.phase_since, 'jobId', s.id, 'client', s.client, 'status', s.status, 'phase', s.phase, 'holdReason', s.hold_reason,
                    'stuckReason', s.why_blocked, 'waitingSince', s.waiting_since, 'waitingFor', s.waiting_for, 'asksToMove', s.asks_to_move) order by s.phase_since, s.id) filter (where s.id is not null))[1] as longest
          from planned full join standing s on s.phase = planned.key group by planned.key, planned.name, planned.at, s.phase order by coalesce(planned.at, min(s.at)), 1`,
    );
    const [done] = await rows<{ finished: number }>(
      work.tx,
      sql`select count(*)::int as finished from jobs where firm_id = ${work.firm.id} and procedure_id = ${chosen} and status = 'finished' and finished_at >= ${work.now.subtract({ hours: 24 * 30 }).toString()}`,
    );
    const withWords = bands.map(({ longest, ...band }): FlowBand => {
      if (longest === null) return { ...band, longest };
      const { since, jobId, client, ...stands } = longest;
      return { ...band, longest: { since, jobId, client, why: whyItStays(stands) } };
    });
    return { procedures, procedureId: chosen, bands: withWords, finished: done!.finished };
  }

  /** How many jobs wait for clients and for how many days, in the firm or with one preparer. */
  async waiting(work: Work, preparerId: string | null): Promise<WaitingForClients> {
    const [found] = await rows<WaitingForClients>(
      work.tx,
      sql`with waiting as (
            select j.id, j.client_id, j.waiting_since as since, ${work.today.toString()}::date - (j.waiting_since at time zone ${work.firm.zone})::date as days from jobs j
            where j.firm_id = ${work.firm.id} and j.status = 'open' and j.waiting_since is not null ${preparerId ? sql`and j.preparer_id = ${preparerId}` : sql``})
          select count(*)::int as jobs, count(*) filter (where days <= 3)::int as "upTo3", count(*) filter (where days between 4 and 7)::int as "upTo7",
                 count(*) filter (where days between 8 and 14)::int as "upTo14", count(*) filter (where days > 14)::int as longer,
                 (select jsonb_build_object('jobId', id, 'client', ${clientName(sql`client_id`)}, 'since', since) from waiting order by since, id limit 1) as longest from waiting`,
    );
    return found!;
  }

  /** What a client's page shows of its jobs: the one that has waited for it the longest, and the next that is on hold. */
  async ofClient(work: Work, clientId: string): Promise<Pick<ClientView, 'waitingSince' | 'waitingFor' | 'onHold'> & { openJobs: number }> {
    const [waits] = await work.tx
      .select({ waitingSince: jobs.waitingSince, waitingFor: jobs.waitingFor })
      .from(jobs)
      .where(and(eq(jobs.clientId, clientId), isNotNull(jobs.waitingSince)))
      .orderBy(asc(jobs.waitingSince))
      .limit(1);
    const [held] = await work.tx
      .select({ jobId: jobs.id, name: jobs.name, reason: jobs.holdReason })
      .from(jobs)
      .where(and(eq(jobs.clientId, clientId), eq(jobs.status, 'on hold')))
      .orderBy(asc(jobs.dueOn), asc(jobs.id))
      .limit(1);
    const openJobs = await work.tx.$count(jobs, and(eq(jobs.clientId, clientId), ne(jobs.status, 'finished')));
    return { openJobs, waitingSince: waits?.waitingSince ?? null, waitingFor: waits?.waitingFor ?? null, onHold: held ?? null };
  }

  /** A job as its page shows it, with what other areas know of it. @throws Problem "not-found" also for one of another firm */
  async view(work: Work, jobId: string): Promise<JobView> {
    const [job] = await work.tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.firmId, work.firm.id)));
    if (!job) throw Problem.notFound('job');
    const tasks = await this.tasks(work, jobId);
    const { client, way: clientWay, contacts } = await this.clients.settledWith(work, job.clientId);
    const procedure = job.procedureId === null ? null : await this.procedures.get(work, job.procedureId);
    return {
      ...shownOf(job),
      client,
      clientWay,
      contacts,
      tasks,
      procedure: procedure && { id: procedure.id, name: procedure.name, version: job.procedureVersion, now: procedure.version },
      stuckFor: job.stuckForId && ((await this.team.shortNames(work)).get(job.stuckForId) ?? null),
      lastSafe: lastSafe(work, job),
      wasAsked: await this.asks.of.hasMaterial(work, jobId),
      actions: await this.actions(work, jobId),
      phases: await this.phases(work, job, tasks),
      ...(await this.parts.of(work, job, tasks)),
    };
  }

  private async phases(work: Work, job: Job, tasks: TaskView[]): Promise<PhaseView[]> {
    const asks = await this.asks.of.ofPhases(work, job.id);
    const done = tasks.map((task) => ({ phaseKey: task.phaseKey, done: task.doneAt !== null }));
    const passedIn = (key: string) => tasks.filter((task) => task.phaseKey === key && task.passedOver).length;
    const stands = progress({ phases: statesOf(job.phases), current: job.phase, tasks: done, asks });
    return stands.map(({ key, name, tasks: all, done: ticked, asksOpen, stands: where, wants, complete }, index): PhaseView => {
      const { enteredAt, doneAt, requests: planned = [], approved, completion } = job.phases[index]!;
      return {
        key,
        name,
        tasks: all,
        done: ticked - passedIn(key),
        passedOver: passedIn(key),
        asksOpen,
        stands: where,
        enteredAt,
        doneAt,
        wants,
        complete,
        approvedBy: approved?.by ?? null,
        wantsApproval: completion === 'approved',
        proposedRequests: planned.filter((plan) => !asks.some((sent) => sent.phaseKey === key && sent.planKey === plan.key)),
      };
    });
  }

  /** What happened by itself, the newest first. */
  private actions(work: Work, jobId: string): Promise<JobView['actions']> {
    const { id, what, state, at, dueOn, error } = jobActions;
    return work.tx.select({ id, what, state, at, dueOn, error }).from(jobActions).where(eq(jobActions.jobId, jobId)).orderBy(desc(at), asc(id));
  }

  private async taskAtPresent(work: Work, taskId: string): Promise<TaskView | undefined> {
    const [task] = await rows<{ jobId: string }>(work.tx, sql`select job_id as "jobId" from tasks where id = ${taskId}`);
    return task && (await this.tasks(work, task.jobId)).find((one) => one.id === taskId);
  }

  private async tasks(work: Work, jobId: string): Promise<TaskView[]> {
    return rows<TaskView>(
      work.tx,
      sql`select t.id, t.version, t.phase_key as "phaseKey", t.name, t.role, t.assignee_id as "assigneeId", ${shortNameOf('t.assignee_id')} as assignee, t.estimate,
                 t.recorded,
                 t.start_on as "startOn", t.due_on as "dueOn", t.done_at as "doneAt", t.done_by as "doneBy", t.done_by_event as "doneByEvent", t.passed_over as "passedOver", t.stuck_reason as "stuckReason", t.stuck_since as "stuckSince", ${shortNameOf('t.stuck_for_id')} as "stuckFor", t.checks, t.advice, t.links,
                 coalesce((select array_agg(o.name order by o.position) from tasks o where o.job_id = t.job_id and t.waits_for ? o.key and o.done_at is null), '{}')
                   || case when t.id = ${firstHeld(sql`t.job_id`)} then ${unconfirmed(sql`t.job_id`)} else '{}' end as "waitsFor"
          from tasks t where t.job_id = ${jobId} order by t.position`,
    );
  }

  /** The newest first; `before` is the id of the last line shown before. */
  async history(work: Work, asked: { jobId?: string; clientId?: string; before?: string }): Promise<HistoryLine[]> {
    // What happened to no client in particular stands in the audit trail alone.
    if (!asked.jobId && !asked.clientId) throw Problem.invalid([{ field: 'client', message: 'Say of which client or job.' }]);
    const clientIds = asked.clientId === undefined ? undefined : [asked.clientId, ...(await this.book.mergedInto(work, asked.clientId))];
    const found = await happened(work, { jobId: asked.jobId, clientIds, beforeId: asked.before, limit: FULL_PAGE });
    return found.map(({ id, at, who, kind, what, aboutFees, jobId, clientId }) => ({
      id,
      at,
      who,
      kind,
      jobId,
      clientId,
      what: readBy(work.actor, what, aboutFees),
    }));
  }
}
