import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { isWorkingDay } from '@steady/core/calendar';
import type { JobRow, JobState } from '@steady/contract/jobs';
import type { FailedLine, First, TodayLine, TodayTask, TodayView } from '@steady/contract/today';
import { rows } from '../../platform/database';
import { may, readBy } from '../../platform/identity';
import { type Work, staffId } from '../../platform/work';
import { AlmanacQueries } from '../almanac';
import { AskQueries } from '../asks';
import { JobQueries } from '../jobs';
import { PostQueries } from '../post';
import { TeamService } from '../team';

/** The columns of a line about an obligation `o` with its job `j`. */
const LINE = sql`o.id, o.name as what, o.client_id as "clientId", c.name as client, j.id as "jobId", o.due_on as "dueOn", j.waiting_since as since, m.short_name as who,
  case when j.id is null then 'not begun' when j.status = 'on hold' then 'on hold: ' || j.hold_reason when j.waiting_since is not null then 'waits for client: ' || j.waiting_for
       else 'stands in ' || coalesce((select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase), 'nothing') end as why`;
const FROM = sql`obligations o join clients c on c.id = o.client_id left join jobs j on j.obligation_id = o.id left join members m on m.id = coalesce(j.preparer_id, c.preparer_id)`;

/** So many of each kind stand on the page; how many there are in all is said beside them. */
const SHOWN = 100;
const SHOWN_IN_PASSING = 20;
const SHOWN_TASKS = 40;

/** How many rows there are, beside each of the first. */
const IN_ALL = sql`count(*) over ()::int as "inAll"`;
type Counted<T> = T & { inAll: number };
const first = <T extends object>(found: Counted<T>[]): First<T> => ({
  rows: found.map(({ inAll: _, ...row }) => row as unknown as T),
  count: found[0]?.inAll ?? 0,
});

@Injectable()
export class TodayQueries {
  constructor(
    private readonly almanac: AlmanacQueries,
    private readonly asks: AskQueries,
    private readonly jobs: JobQueries,
    private readonly team: TeamService,
    private readonly post: PostQueries,
  ) {}

  /** What needs this person now: of the whole firm, or of the person's own clients and tasks. */
  async view(work: Work, mine: boolean): Promise<TodayView> {
    const me = staffId(work);
    const seesAll = work.actor.kind === 'staff' && work.actor.allClients;
    const today = work.today.toString();
    const own = mine ? sql`and ${me} in (coalesce(j.preparer_id, c.preparer_id), coalesce(j.manager_id, c.manager_id))` : sql``;
    const lines = await rows<Counted<TodayLine & { late: boolean; place: number }>>(
      work.tx,
      sql`select * from (select ${LINE}, o.due_on < ${today} as late, count(*) over late_or_not::int as "inAll",
            row_number() over (late_or_not order by o.due_on, c.name, o.id) as place from ${FROM}
          where o.firm_id = ${work.firm.id} and o.status in ('open', 'filing') and o.due_on <= ${work.today.add({ days: 7 - work.today.dayOfWeek }).toString()} ${own}
          window late_or_not as (partition by o.due_on < ${today})) l where place <= ${SHOWN} order by late desc, place`,
    );
    const answered = await this.asks.forUs(work, mine ? me : null, SHOWN);
    const tasks = await rows<Counted<TodayTask & { overdue: number; minutesToday: number }>>(
      work.tx,
      sql`select k.*, ${IN_ALL}, (count(*) filter (where "dueOn" < ${today} and waits is null) over ())::int as overdue,
                 (coalesce(sum(estimate) filter (where "dueOn" <= ${today} and waits is null) over (), 0))::int as "minutesToday" from (
          select t.id, t.version, t.name, t.job_id as "jobId", j.name as job, c.name as client, t.estimate, t.due_on as "dueOn",
                 case when j.status = 'finished' then 'left of a finished job' when j.priority = 'first' then 'first of all' when j.everything_in_on >= ${work.today.subtract({ days: 3 }).toString()} then 'the client has answered'
                      when exists (select from tasks o where o.job_id = t.job_id and t.key <> o.key and o.waits_for ? t.key and o.done_at is null and o.assignee_id <> t.assignee_id) then 'others wait for it'
                      when t.due_on < ${today} then 'overdue' when t.due_on = ${today} then 'due today' else null end as why,
                 case when j.waiting_since is not null and t.phase_key = j.phase then 'client: ' || j.waiting_for else (select o.name from tasks o where o.job_id = t.job_id and t.waits_for ? o.key and o.done_at is null order by o.position limit 1) end as waits, j.waiting_since is not null as held, j.priority
          from tasks t join jobs j on j.id = t.job_id join clients c on c.id = j.client_id
          where t.assignee_id = ${me} and t.done_at is null and t.done_by_event is distinct from 'filed'
            and (j.status = 'finished' or (j.status = 'open' and (t.phase_key = j.phase or exists (
              select from jsonb_array_elements(j.phases) p where p ->> 'key' = t.phase_key and coalesce(p ->> 'enteredAt', p ->> 'doneAt') is not null)))) ) k
          order by held, (priority <> 'first'), (priority = 'when there is room'), "dueOn", id limit ${SHOWN_TASKS}`,
    );
    const whose = mine ? { personId: me } : {};
    const state = async (of: JobState): Promise<First<JobRow>> => {
      const { rows: found, total } = await this.jobs.list(work, { status: 'open', state: of, ...whose }, { limit: SHOWN_IN_PASSING });
      return { rows: found, count: total ?? found.length };
    };
    const late = lines.filter((line) => line.late);
    const soon = lines.filter((line) => !line.late);
    const [week] = await this.almanac.load(work, work.today, 1);
    const names = new Map((await this.team.patterns(work)).map((one) => [one.personId, one]));
    const day = isWorkingDay(work.today, work.firm.calendar) ? (names.get(me)?.weekdays[work.today.dayOfWeek - 1] ?? 0) : 0;
    return {
      overdue: first<TodayLine>(late),
      dueThisWeek: first<TodayLine>(soon),
      answered: first<TodayLine>(answered.map((line) => ({ ...line, dueOn: null }))),
      waiting: await this.jobs.waiting(work, mine ? me : null),
      goingOut: await this.post.planned(work),
      tasks: first<TodayTask>(tasks),
      tasksOverdue: tasks[0]?.overdue ?? 0,
      // Whoever does not see every client would see only a part of what the others have to do.
      room: week!.people
        .filter(({ personId }) => seesAll || personId === me)
        .map(({ personId, booked, room }) => ({ memberId: personId, name: names.get(personId)!.name, booked, room })),
      nobodyToWriteTo: first(
        await rows<Counted<{ id: string; name: string }>>(
          work.tx,
          sql`select c.id, c.name, ${IN_ALL} from clients c where c.firm_id = ${work.firm.id} and c.standing = 'active' and c.way = 'online'
              and not exists (select from client_contacts l join contacts p on p.id = l.contact_id where l.client_id = c.id and p.email is not null and l.gets_requests) order by c.name limit ${SHOWN_IN_PASSING}`,
        ),
      ),
      asking: await state('asks to move'),
      stuck: await state('cannot go on'),
      onHold: await state('on hold'),
      nobodyOnIt: mine ? { rows: [], count: 0 } : await state('nobody on it'),
      toApprove: first(
        await rows<Counted<{ id: string; name: string; client: string; phase: string }>>(
          work.tx,
          sql`select j.id, j.name, c.name as client, p ->> 'name' as phase, ${IN_ALL} from jobs j join clients c on c.id = j.client_id, jsonb_array_elements(j.phases) p
            where j.firm_id = ${work.firm.id} and j.status = 'open' and p ->> 'key' = j.phase and p ->> 'completion' = 'approved' and p -> 'approved' is null
              and not exists (select from tasks t where t.job_id = j.id and t.phase_key = j.phase and t.done_at is null)
              ${mine ? sql`and ${me} in (j.manager_id, j.partner_id)` : sql``} order by j.due_on, j.id limit ${SHOWN_IN_PASSING}`,
        ),
      ),
      failed: await this.failed(work),
      unbilled: await this.unbilled(work),
      minutesToday: tasks[0]?.minutesToday ?? 0,
      minutesRoom: day,
    };
  }

  /** WIP by age of its oldest posting; null for roles that do not see fees. */
  private async unbilled(work: Work): Promise<TodayView['unbilled']> {
    if (!may(work.actor, 'see fees')) return null;
    const [aged] = await rows<NonNullable<TodayView['unbilled']>>(
      work.tx,
      sql`select coalesce(sum(balance) filter (where days <= 30), 0)::float8 as "upTo30", coalesce(sum(balance) filter (where days between 31 and 60), 0)::float8 as "upTo60",
                 coalesce(sum(balance) filter (where days between 61 and 90), 0)::float8 as "upTo90", coalesce(sum(balance) filter (where days > 90), 0)::float8 as "over90"
          from (select sum(amount) as balance, ${work.today.toString()}::date - min(on_day) as days from wip_postings where firm_id = ${work.firm.id} group by job_id) w`,
    );
    return aged!;
  }

  /** What could not be done by itself, the newest first. */
  private async failed(work: Work): Promise<TodayView['failed']> {
    const found = await rows<Counted<FailedLine & { aboutFees: boolean }>>(
      work.tx,
      sql`select *, ${IN_ALL} from (select a.id, 'action' as kind, a.what, true as "aboutFees", a.error as why, a.job_id as "jobId", c.name as client, a.at from job_actions a join jobs j on j.id = a.job_id join clients c on c.id = j.client_id
              where a.firm_id = ${work.firm.id} and a.state = 'failed'
            union all select m.id, 'message', 'A message to ' || m.to_name || ': ' || m.subject, m.about_fees, 'could not be delivered', m.job_id, c.name, m.at from messages m left join clients c on c.id = m.client_id
              where m.firm_id = ${work.firm.id} and m.status = 'failed') f order by at desc, id limit ${SHOWN_IN_PASSING}`,
    );
    return first(found.map(({ aboutFees, ...one }) => ({ ...one, what: readBy(work.actor, one.what, aboutFees) })));
  }
}
