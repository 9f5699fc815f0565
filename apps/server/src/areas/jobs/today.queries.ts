import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import type { JobRow, JobState } from '@steady/contract/jobs';
import type { FailedLine, First, TodayTask, TodayView } from '@steady/contract/today';
import { DAYS_FRESH, type TaskStands, whyFirst } from '@steady/core/jobs';
import { rows } from '../../platform/database';
import { readBy } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { type Counted, SHOWN_IN_PASSING, type TodayAsked, first } from '../today';
import { clientName } from '../clients';
import { JobQueries } from './jobs.queries';
import { firstHeld, unconfirmed } from './prerequisites-sql';

/** So many tasks of one's own stand on the page. */
const SHOWN_TASKS = 40;

type OwnTask = TodayTask & { overdue: number; minutesToday: number };

type FoundTask = Omit<OwnTask, 'why' | 'waits'> &
  TaskStands & { dueOn: string; waitingFor: string | null; waitsFor: string | null; stuckReason: string | null; key: string; clientId: string; held: boolean };

/** What jobs bring to Today: one's own tasks, jobs that wait for somebody, what could not be done by itself. */
@Injectable()
export class JobsToday {
  constructor(private readonly jobs: JobQueries) {}

  /** What jobs bring to Today: one's own tasks, and jobs that wait for somebody. */
  async part(work: Work, asked: TodayAsked): Promise<Partial<TodayView>> {
    const { mine, me } = asked;
    const state = async (of: JobState): Promise<First<JobRow>> => {
      const { rows: found, total } = await this.jobs.list(work, { status: 'open', state: of, ...(mine ? { personId: me } : {}) }, { limit: SHOWN_IN_PASSING });
      return { rows: found, count: total ?? found.length };
    };
    // Asked one behind the other, without waiting for each: the database is never idle.
    const [tasks, waiting, asking, stuck, onHold, nobodyOnIt, toApprove] = await Promise.all([
      this.tasks(work, me),
      this.jobs.waiting(work, mine ? me : null),
      state('asks to move'),
      state('blocked'),
      state('on hold'),
      mine ? { rows: [], count: 0 } : state('nobody on it'),
      this.toApprove(work, asked),
    ]);
    return {
      tasks: first<TodayTask>(tasks),
      tasksOverdue: tasks[0]?.overdue ?? 0,
      minutesToday: tasks[0]?.minutesToday ?? 0,
      waiting,
      asking,
      stuck,
      onHold,
      nobodyOnIt,
      toApprove: first(toApprove),
    };
  }

  /** A person's open tasks of phases that the job has come to, wherever it stands by now; those of a finished job too. */
  private async tasks(work: Work, me: string): Promise<Counted<OwnTask>[]> {
    const today = work.today.toString();
    const fresh = work.today.subtract({ days: DAYS_FRESH }).toString();
    const found = await rows<Counted<FoundTask>>(
      work.tx,
      sql`
        select l.*, ${clientName(sql`l."clientId"`)} as client, exists (
            select from tasks o
            where o.job_id = l."jobId" and o.waits_for ? l.key and o.done_at is null and o.assignee_id <> ${me}
          ) as "othersWait"
        from (select k.*, count(*) over ()::int as "inAll",
          (count(*) filter (where "dueOn" < ${today} and "waitingFor" is null and "waitsFor" is null and "stuckReason" is null) over ())::int as overdue,
          (coalesce(sum(estimate) filter (where "dueOn" <= ${today} and "waitingFor" is null and "waitsFor" is null and "stuckReason" is null) over (), 0))::int as "minutesToday"
        from (
          select t.id, t.version, t.key, t.name, t.job_id as "jobId", j.name as job, j.client_id as "clientId", t.estimate, t.due_on as "dueOn",
            j.status as "jobStatus", j.priority, j.everything_in_on as "everythingInOn",
            case when j.waiting_since is not null and t.phase_key = j.phase then coalesce(j.waiting_for, '') end as "waitingFor",
            case when t.waits_for <> '[]' and (j.waiting_since is null or t.phase_key is distinct from j.phase) then
              (select o.name from tasks o where o.job_id = t.job_id and t.waits_for ? o.key and o.done_at is null order by o.position limit 1)
            when j.prerequisites <> '[]' and t.id = ${firstHeld(sql`t.job_id`)} then array_to_string(${unconfirmed(sql`t.job_id`)}, ', ')
            end as "waitsFor",
            t.stuck_reason as "stuckReason", j.waiting_since is not null or t.stuck_reason is not null as held
          from tasks t
          join jobs j on j.id = t.job_id
          where t.assignee_id = ${me} and t.done_at is null and t.done_by_event is distinct from 'filed'
            and (j.status = 'finished' or (j.status = 'open' and (t.phase_key = j.phase or j.reached ? t.phase_key)))
            -- By their ids: the planner takes one's tasks for a third of all there are, and would look through all jobs.
            and j.id = any(array(select distinct job_id from tasks where assignee_id = ${me} and done_at is null))
        ) k
        order by held, (priority <> 'first'), (priority = 'when there is room'), "dueOn", id
        limit ${SHOWN_TASKS}) l
        order by held, (priority <> 'first'), (priority = 'when there is room'), "dueOn", id`,
    );
    return found.map(
      ({ waitingFor, waitsFor, stuckReason, jobStatus, priority, everythingInOn, othersWait, key: _key, clientId: _clientId, held: _held, ...task }) => ({
        ...task,
        why: whyFirst({ jobStatus, priority, everythingInOn, othersWait, dueOn: task.dueOn }, { today, fresh }),
        blocked: stuckReason,
        waits: waitingFor === null ? waitsFor : `client: ${waitingFor}`,
      }),
    );
  }

  /** Jobs that stand complete in a phase which a second person has to approve. */
  private toApprove(work: Work, { mine, me }: TodayAsked): Promise<Counted<TodayView['toApprove']['rows'][number]>[]> {
    return rows(
      work.tx,
      sql`
        select j.id, j.name, c.name as client, p ->> 'name' as phase, count(*) over ()::int as "inAll"
        from jobs j
        join clients c on c.id = j.client_id
        cross join jsonb_array_elements(j.phases) p
        where j.firm_id = ${work.firm.id} and j.status = 'open' and p ->> 'key' = j.phase and p ->> 'completion' = 'approved' and p -> 'approved' is null
          and not exists (select from tasks t where t.job_id = j.id and t.phase_key = j.phase and t.done_at is null)
          ${mine ? sql`and ${me} in (j.manager_id, j.partner_id)` : sql``}
        order by j.due_on, j.id
        limit ${SHOWN_IN_PASSING}`,
    );
  }

  /** Actions of procedures that could not be carried out. */
  async failures(work: Work, most: number): Promise<First<FailedLine>> {
    const found = await rows<Counted<FailedLine>>(
      work.tx,
      sql`
        select a.id, 'action' as kind, a.what, a.error as why, a.job_id as "jobId", c.name as client, a.at, count(*) over ()::int as "inAll"
        from job_actions a
        join jobs j on j.id = a.job_id
        join clients c on c.id = j.client_id
        where a.firm_id = ${work.firm.id} and a.state = 'failed'
        order by a.at desc, a.id
        limit ${most}`,
    );
    // A sentence about an action may name an amount.
    return first(found.map((one) => ({ ...one, what: readBy(work.actor, one.what, true) })));
  }
}
