import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { isWorkingDay } from '@steady/core/calendar';
import type { TodayLine, TodayView } from '@steady/contract/today';
import { type JobStands, deadlineStands } from '@steady/core/jobs';
import { begunSince, doubtOf } from '@steady/core/obligations';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { clientName, clientsWith } from '../clients';
import { linePreparer, lineStart } from '../services';
import { TeamService, shortNameOf } from '../team';
import { type Counted, SHOWN, SHOWN_IN_PASSING, type TodayAsked, first } from '../today';
import { AlmanacQueries } from './almanac.queries';

/** What the almanac brings to Today: deadlines, and how much room people have this week. */
@Injectable()
export class AlmanacToday {
  constructor(
    private readonly almanac: AlmanacQueries,
    private readonly team: TeamService,
  ) {}

  /** What the almanac brings to Today: what is overdue, what is due until Sunday, and the room there is this week. */
  async part(work: Work, asked: TodayAsked): Promise<Partial<TodayView>> {
    const lines = await this.deadlines(work, asked);
    return {
      overdue: first<TodayLine>(lines.filter((line) => line.late)),
      dueThisWeek: first<TodayLine>(lines.filter((line) => !line.late)),
      inDoubt: first<TodayLine>(await this.inDoubt(work, asked)),
      ...(await this.room(work, asked)),
    };
  }

  /** Deadlines that are overdue, and those until Sunday, with where their jobs stand. */
  private async deadlines(work: Work, { mine, me }: TodayAsked): Promise<Counted<TodayLine & { late: boolean }>[]> {
    const today = work.today.toString();
    const sunday = work.today.add({ days: 7 - work.today.dayOfWeek }).toString();
    const whose = mine
      ? sql`join clients c on c.id = o.client_id left join jobs j on j.obligation_id = o.id
          where ${me} in (coalesce(j.preparer_id, c.preparer_id), coalesce(j.manager_id, c.manager_id)) and`
      : sql`where`;
    const from = sql`from obligations o ${whose} o.firm_id = ${work.firm.id} and o.status in ('open', 'filing') and`;
    // All of the firm's are counted by their days alone, from an index; one's own are found once, and counted as they are.
    const inAll = (when: SQL) => (mine ? sql`count(*) over ()::int` : sql`(select count(*)::int ${from} ${when})`);
    const firstOf = (when: SQL) => sql`
        select first.* from (
          select o.id, o.name, o.client_id, o.due_on, o.due_on < ${today} as late, ${inAll(when)} as "inAll"
          ${from} ${when} order by o.due_on, o.id limit ${SHOWN}
        ) first`;
    const found = await rows<Counted<Omit<TodayLine, 'why'> & { late: boolean } & Omit<JobStands, 'asksToMove' | 'stuckReason'>>>(
      work.tx,
      sql`
        select o.id, o.name as what, o.client_id as "clientId", c.name as client, j.id as "jobId", o.due_on as "dueOn",
          ${shortNameOf('coalesce(j.preparer_id, c.preparer_id)')} as who, j.status, j.hold_reason as "holdReason", j.waiting_since as "waitingSince", j.waiting_for as "waitingFor",
          (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) as phase,
          o.late, o."inAll"
        from (${firstOf(sql`o.due_on < ${today}`)} union all ${firstOf(sql`o.due_on between ${today} and ${sunday}`)}) o
        join clients c on c.id = o.client_id
        left join jobs j on j.obligation_id = o.id
        order by o.late desc, o.due_on, c.name, o.id`,
    );
    return found.map(({ status, phase, holdReason, waitingSince, waitingFor, ...line }) => ({
      ...line,
      since: waitingSince,
      why: deadlineStands(line.jobId === null ? null : { status, phase, holdReason, waitingSince, waitingFor }),
    }));
  }

  /** Deadlines whose lead time has come and whose jobs do not begin by themselves. */
  private async inDoubt(work: Work, { mine, me }: TodayAsked): Promise<Counted<TodayLine>[]> {
    const today = work.today.toString();
    const found = await rows<Counted<Omit<TodayLine, 'why'> & { periodEnd: string; startsOn: string }>>(
      work.tx,
      sql`
        select o.id, o.name as what, o.client_id as "clientId", ${clientName(sql`o.client_id`)} as client, null as "jobId", o.due_on as "dueOn", null as since,
          ${shortNameOf('o.preparer_id')} as who, o.period_end as "periodEnd", o.starts_on as "startsOn", count(*) over ()::int as "inAll"
        from (
          select o.*, ${lineStart(sql`o.line_id`)} as starts_on, ${linePreparer(sql`o.line_id`)} as preparer_id
          from obligations o
          where o.firm_id = ${work.firm.id} and o.status = 'open' and not o.begun and o.leads and o.begins_on <= ${today}
        ) o
        where (o.period_end < o.starts_on or o.period_end < ${begunSince(today)})
          ${mine ? sql`and (o.preparer_id = ${me} or o.client_id in ${clientsWith('managerId', me)})` : sql``}
        order by o.due_on, o.id limit ${SHOWN_IN_PASSING}`,
    );
    return found.map(({ periodEnd, startsOn, ...line }) => ({ ...line, why: doubtOf(periodEnd, startsOn, today) ?? '' }));
  }

  private async room(work: Work, { me }: TodayAsked): Promise<Pick<TodayView, 'room' | 'minutesRoom'>> {
    const seesAll = work.actor.kind === 'staff' && work.actor.allClients;
    const [week] = await this.almanac.load(work, work.today, 1);
    const people = new Map((await this.team.patterns(work)).map((one) => [one.personId, one]));
    return {
      minutesRoom: isWorkingDay(work.today, work.firm.calendar) ? (people.get(me)?.weekdays[work.today.dayOfWeek - 1] ?? 0) : 0,
      // Whoever does not see every client would see only a part of what the others have to do.
      room: week!.people
        .filter(({ personId }) => seesAll || personId === me)
        .map(({ personId, booked, room }) => ({ memberId: personId, name: people.get(personId)!.name, booked, room })),
    };
  }
}
