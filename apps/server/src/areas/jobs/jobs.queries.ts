import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { type Rhythm, rhythmInWords } from '@steady/core/calendar';
import { progress } from '@steady/core/procedures';
import { jobMoney, type JobMoney } from '@steady/core/wip';
import type { DocumentView, HistoryLine, JobRow, JobView, PhaseView, TaskView } from '@steady/contract/jobs';
import type { RequestView } from '@steady/contract/requests';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import { may } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { containing } from '../clients';
import { FirmRules } from '../rules';
import type { JobPhase } from './jobs.tables';

const PAGE = 300;

/** The columns of a job in a list; `j` is the job, `c` its client. */
const JOB_ROW = sql`j.id, j.number, j.name, j.client_id as "clientId", c.name as client, j.status, j.due_on as "dueOn", j.target_on as "targetOn",
  j.waiting_since as "waitingSince", j.hold_reason as "holdReason", j.closed_reason as "closedReason", j.fee::float8 as fee,
  (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) as phase,
  t.tasks, t.done as "tasksDone", coalesce(nm.short_name, pm.short_name) as who`;
const JOB_FROM = sql`jobs j join clients c on c.id = j.client_id
  left join lateral (select count(*)::int as tasks, count(done_at)::int as done, (array_agg(assignee_id order by position) filter (where done_at is null))[1] as next from tasks where job_id = j.id) t on true
  left join members nm on nm.id = t.next left join members pm on pm.id = j.preparer_id`;

@Injectable()
export class JobQueries {
  constructor(private readonly rules: FirmRules) {}

  /** Jobs by due date. Open ones with no limit of time, so that overdue ones never drop out; finished ones the newest first. */
  async list(
    work: Work,
    asked: { status: 'open' | 'finished'; find?: string; clientId?: string; relatedId?: string; after?: string },
  ): Promise<{ rows: JobRow[]; more: boolean }> {
    const open = asked.status === 'open';
    const after = asked.after
      ? open
        ? sql`and (j.due_on, j.id) > (select a.due_on, a.id from jobs a where a.id = ${asked.after})`
        : sql`and (j.finished_at, j.id) < (select a.finished_at, a.id from jobs a where a.id = ${asked.after})`
      : sql``;
    const found = await rows<JobRow>(
      work.tx,
      sql`select ${JOB_ROW} from ${JOB_FROM}
          where j.firm_id = ${work.firm.id} and ${open ? sql`j.status <> 'finished'` : sql`j.status = 'finished'`}
            ${asked.clientId ? sql`and j.client_id = ${asked.clientId}` : sql``}
            ${asked.relatedId ? sql`and c.related_id = ${asked.relatedId}` : sql``}
            ${asked.find ? sql`and (j.name ilike ${containing(asked.find)} or c.name ilike ${containing(asked.find)} or j.number::text = ${asked.find})` : sql``} ${after}
          order by ${open ? sql`j.due_on, j.id` : sql`j.finished_at desc, j.id desc`} limit ${PAGE + 1}`,
    );
    return { rows: found.slice(0, PAGE), more: found.length > PAGE };
  }

  /** Jobs that wait for a client, the longest wait first. */
  waiting(work: Work): Promise<JobRow[]> {
    return rows<JobRow>(
      work.tx,
      sql`select ${JOB_ROW} from ${JOB_FROM} where j.firm_id = ${work.firm.id} and j.status = 'open' and j.waiting_since is not null order by j.waiting_since, j.id limit 200`,
    );
  }

  async view(work: Work, jobId: string): Promise<JobView> {
    interface Found extends Omit<JobView, 'phases' | 'tasks' | 'requests' | 'documents' | 'money' | 'rhythm' | 'obligation'> {
      rhythm: Rhythm;
      phase: string | null;
      phases: JobPhase[];
      fee: number;
      minutes: number;
      timeValue: number;
      expenses: number;
      billed: number;
      wip: number;
      rate: number | null;
      obligation: (NonNullable<JobView['obligation']> & { ruleId: string }) | null;
    }
    const [job] = await rows<Found>(
      work.tx,
      sql`select j.id, j.version, j.number, j.name, j.client_id as "clientId", c.name as client, c.way as "clientWay", l.rhythm, j.status, j.hold_reason as "holdReason", j.closed_reason as "closedReason",
                 j.period_start as "periodStart", j.period_end as "periodEnd", j.start_on as "startOn", j.target_on as "targetOn", j.due_on as "dueOn",
                 j.partner_id as "partnerId", j.manager_id as "managerId", j.preparer_id as "preparerId", j.everything_in_on as "everythingInOn",
                 j.waiting_since as "waitingSince", j.waiting_for as "waitingFor", j.passed_over as "passedOver", j.phase, j.phases, j.fee::float8 as fee,
                 case when o.id is null then null else jsonb_build_object('id', o.id, 'status', o.status, 'receipt', o.receipt, 'filedAt', o.filed_at, 'filedBy', o.filed_by, 'ruleId', o.rule_id, 'workings', o.workings) end as obligation,
                 (select coalesce(jsonb_agg(jsonb_build_object('name', p.name, 'email', p.email) order by cc.position), '[]') from client_contacts cc join contacts p on p.id = cc.contact_id where cc.client_id = c.id) as contacts,
                 coalesce((select sum(minutes) from time_entries e where e.job_id = j.id), 0)::int as minutes,
                 coalesce(w.time, 0)::float8 as "timeValue", coalesce(w.expenses, 0)::float8 as expenses, coalesce(-w.bills, 0)::float8 as billed, coalesce(w.wip, 0)::float8 as wip,
                 (select avg(r.per_hour) from (select distinct on (x.member_id) x.per_hour from rates x join tasks t on t.assignee_id = x.member_id and t.job_id = j.id and t.done_at is null
                    where x.from_day <= ${work.today.toString()} order by x.member_id, x.from_day desc) r)::float8 as rate
          from jobs j join clients c on c.id = j.client_id join service_lines l on l.id = j.line_id left join obligations o on o.id = j.obligation_id
          left join lateral (select sum(amount) filter (where kind = 'time') as time, sum(amount) filter (where kind = 'expense') as expenses, sum(amount) filter (where kind = 'bill') as bills, sum(amount) as wip from wip_postings where job_id = j.id) w on true
          where j.id = ${jobId} and j.firm_id = ${work.firm.id}`,
    );
    if (!job) throw Problem.notFound('job');
    const tasks = await this.tasks(work, jobId);
    const requests = await this.requests(work, jobId);
    const documents = await this.documents(work, jobId);
    const { phase, phases, fee, minutes, timeValue, expenses, billed, wip, rate, rhythm, obligation, ...rest } = job;
    const stands = progress({
      phases,
      current: phase,
      tasks: tasks.map((task) => ({ phaseKey: task.phaseKey, done: task.doneAt !== null })),
      requests: requests.map((r) => ({ phaseKey: r.phaseKey, complete: r.complete })),
    });
    const minutesLeft = tasks.reduce((sum, task) => sum + (task.doneAt ? 0 : Math.max(task.estimate - task.recorded, 0)), 0);
    const seesFees = may(work.actor, 'see fees');
    const money: JobMoney | null = seesFees
      ? jobMoney({ agreedFee: fee, timeValue, timeMinutes: minutes, expenses, billed, minutesLeft, ratePerHour: Math.round(rate ?? 0) })
      : null;
    const book = await this.rules.of(work);
    return {
      ...rest,
      obligation: obligation && { ...obligation, authority: book.byId(obligation.ruleId).authority },
      rhythm: rhythmInWords(rhythm),
      phases: stands.map((at, index): PhaseView => {
        const { enteredAt, doneAt, request } = phases[index]!;
        return {
          key: at.key,
          name: at.name,
          tasks: at.tasks,
          done: at.done,
          requestsOpen: at.requestsOpen,
          stands: at.stands,
          enteredAt,
          doneAt,
          proposedRequest: request,
        };
      }),
      tasks,
      requests: requests.map(({ phaseKey: _, ...request }) => request),
      documents,
      money,
      wip: seesFees ? wip : null,
    };
  }

  private async tasks(work: Work, jobId: string): Promise<TaskView[]> {
    return rows<TaskView>(
      work.tx,
      sql`select t.id, t.version, t.phase_key as "phaseKey", t.name, t.role, t.assignee_id as "assigneeId", m.short_name as assignee, t.estimate,
                 coalesce((select sum(e.minutes) from time_entries e where e.task_id = t.id), 0)::int as recorded,
                 t.start_on as "startOn", t.due_on as "dueOn", t.done_at as "doneAt", t.done_by as "doneBy", t.done_by_event as "doneByEvent",
                 coalesce((select array_agg(o.name order by o.position) from tasks o where o.job_id = t.job_id and t.waits_for ? o.key and o.done_at is null), '{}') as "waitsFor"
          from tasks t left join members m on m.id = t.assignee_id where t.job_id = ${jobId} order by t.position`,
    );
  }

  private async requests(work: Work, jobId: string): Promise<(RequestView & { phaseKey: string })[]> {
    return rows<RequestView & { phaseKey: string }>(
      work.tx,
      sql`select r.id, r.title, r.due_on as "dueOn", r.sent_at as "sentAt", r.sent_by as "sentBy", r.complete, r.phase_key as "phaseKey", ${REQUEST_ITEMS} as items
          from requests r where r.job_id = ${jobId} order by r.sent_at desc`,
    );
  }

  private async documents(work: Work, jobId: string): Promise<DocumentView[]> {
    return rows<DocumentView>(
      work.tx,
      sql`select d.id, d.name, d.bytes::float8 as bytes, d.kind, d.at, d.by, d.client_id as "clientId", c.name as client, d.job_id as "jobId"
          from documents d join clients c on c.id = d.client_id where d.job_id = ${jobId} order by d.at desc`,
    );
  }

  /** The newest first; `before` is the id of the last line shown before. */
  async history(work: Work, asked: { jobId?: string; clientId?: string; before?: string }): Promise<HistoryLine[]> {
    return rows<HistoryLine>(
      work.tx,
      sql`select e.id, e.at, e.actor_name as who, e.kind, e.what, e.job_id as "jobId", e.client_id as "clientId" from events e
          where e.firm_id = ${work.firm.id} ${asked.jobId ? sql`and e.job_id = ${asked.jobId}` : sql``} ${asked.clientId ? sql`and e.client_id in (select h.id from clients h where h.id = ${asked.clientId} or h.merged_into = ${asked.clientId})` : sql``}
            ${asked.before ? sql`and e.seq < (select b.seq from events b where b.id = ${asked.before})` : sql``}
          order by e.seq desc limit 100`,
    );
  }
}

/** The items of a request `r` with their answers, as one JSON value. */
export const REQUEST_ITEMS = sql`(select coalesce(jsonb_agg(jsonb_build_object('id', i.id, 'name', i.name, 'description', i.description, 'state', i.state, 'sentBackReason', i.sent_back_reason,
    'answers', (select coalesce(jsonb_agg(jsonb_build_object('id', a.id, 'kind', a.kind, 'text', a.text, 'documentId', a.document_id, 'documentName', d.name, 'at', a.at, 'by', a.by) order by a.at, a.id), '[]')
                from request_answers a left join documents d on d.id = a.document_id where a.item_id = i.id)) order by i.position), '[]')
  from request_items i where i.request_id = r.id)`;
