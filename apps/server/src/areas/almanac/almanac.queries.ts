import { Present } from '../../platform/http/present';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { type CivilDate, civil, weekStart } from '@steady/core/calendar';
import { doubtOf } from '@steady/core/obligations';
import { type WeekLoad, weeklyLoad } from '@steady/core/capacity';
import type { AlmanacFilter, AlmanacList, AlmanacView, AlmanacYear, ObligationView, RibbonCell, YearDay, RoomView } from '@steady/contract/almanac';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { FirmRules } from '../rules';
import { lineStart } from '../services';
import { TeamService } from '../team';
import { OpenWorkBook } from './open-work.queries';
import { dayOf, matching } from './matching-sql';

const PAGE = 300;
const UNFILED = sql`o.status in ('open', 'filing')`;

@Injectable()
export class AlmanacQueries implements OnModuleInit {
  constructor(
    private readonly openWork: OpenWorkBook,
    private readonly team: TeamService,
    private readonly rules: FirmRules,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('deadline', async (work, id) => (await this.find(work, sql`o.id = ${id}`))[0]);
  }

  private async matching(work: Work, filter: AlmanacFilter): Promise<SQL> {
    return matching(filter, await this.rules.of(work));
  }

  /** The ribbon: for each service and week how many deadlines fall, how many are filed, how many are overdue; below it load against room. */
  async ribbon(work: Work, from: CivilDate, weeks: number, filter: AlmanacFilter): Promise<AlmanacView> {
    const first = weekStart(from);
    const end = first.add({ weeks });
    const today = work.today.toString();
    const [wanted, day] = [await this.matching(work, filter), dayOf(filter)];
    const counts = await rows<{ serviceId: string; service: string; week: number; count: number; filed: number; overdue: number; soon: number }>(
      work.tx,
      sql`select s.id as "serviceId", s.name as service, ((${day} - ${first.toString()}::date) / 7)::int as week, count(o.id)::int as count,
                 count(o.id) filter (where o.status in ('filed', 'not required'))::int as filed,
                 count(o.id) filter (where ${UNFILED} and ${day} < ${today})::int as overdue,
                 count(o.id) filter (where o.status = 'open' and o.leads and not o.begun and ${day} between ${today} and ${work.today.add({ days: 7 }).toString()})::int as soon
          from services s left join obligations o on o.service_id = s.id and ${day} >= ${first.toString()} and ${day} < ${end.toString()} and ${wanted}
          where s.firm_id = ${work.firm.id} group by s.id, s.name, s.position, week order by s.position`,
    );
    const earlierOverdue = await this.overdueBefore(work, first, wanted, day);
    const load = await this.load(work, first, weeks);
    const byService = new Map<string, { serviceId: string; service: string; cells: RibbonCell[] }>();
    for (const { serviceId, service, week, count, filed, overdue } of counts) {
      const row = byService.get(serviceId) ?? { serviceId, service, cells: Array.from({ length: weeks }, () => ({ count: 0, filed: 0, overdue: 0 })) };
      if (count > 0) row.cells[week] = { count, filed, overdue };
      byService.set(serviceId, row);
    }
    const sum = (pick: (row: (typeof counts)[number]) => number) => counts.reduce((total, row) => total + pick(row), 0);
    return {
      weeks: load.map(({ week, workingDays, booked, room }) => ({ week, workingDays, booked, room })),
      rows: [...byService.values()],
      total: sum((row) => row.count),
      overdue: sum((row) => row.overdue) + earlierOverdue,
      soonNotBegun: sum((row) => row.soon),
      earlierOverdue,
    };
  }

  private async overdueBefore(work: Work, first: CivilDate, wanted: SQL, day: SQL): Promise<number> {
    const [earlier] = await rows<{ count: number }>(
      work.tx,
      sql`select count(*)::int as count from obligations o where o.firm_id = ${work.firm.id} and ${UNFILED} and ${day} < ${work.today.toString()} and ${day} < ${first.toString()} and ${wanted}`,
    );
    return earlier!.count;
  }

  /** Twelve months: for each day on which something falls, how much, how much of it is filed and how much is overdue. */
  async year(work: Work, from: CivilDate, filter: AlmanacFilter): Promise<AlmanacYear> {
    const first = from.with({ day: 1 });
    const end = first.add({ months: 12 });
    const [wanted, day] = [await this.matching(work, filter), dayOf(filter)];
    const days = await rows<YearDay>(
      work.tx,
      sql`select ${day} as day, count(*)::int as count, (count(*) filter (where o.status in ('filed', 'not required')))::int as filed,
                 (count(*) filter (where ${UNFILED} and ${day} < ${work.today.toString()}))::int as overdue
          from obligations o where o.firm_id = ${work.firm.id} and ${day} >= ${first.toString()} and ${day} < ${end.toString()} and ${wanted} group by 1 order by 1`,
    );
    const closed = Object.fromEntries([...work.firm.calendar.closed].filter(([on]) => on >= first.toString() && on < end.toString()));
    return { from: first.toString(), days, closed, earlierOverdue: await this.overdueBefore(work, first, wanted, day) };
  }

  /** Deadlines from a day to a day, what is overdue and not filed before them whatever its age. */
  async list(work: Work, from: CivilDate, until: CivilDate, filter: AlmanacFilter, after?: string): Promise<AlmanacList> {
    const [wanted, day] = [await this.matching(work, filter), dayOf(filter)];
    const beyond = after ? sql`and (${day}, o.id) > (select ${dayOf(filter)}, o.id from obligations o where o.id = ${after})` : sql``;
    const found = await this.find(
      work,
      sql`${wanted} and ((${day} >= ${from.toString()} and ${day} <= ${until.toString()}) or (${UNFILED} and ${day} < ${work.today.toString()})) ${beyond}`,
      { order: sql`${day}, o.id`, limit: PAGE + 1 },
    );
    return { rows: found.slice(0, PAGE), more: found.length > PAGE };
  }

  /** All that a list shows, for a file of it. */
  async whole(work: Work, from: CivilDate, until: CivilDate, filter: AlmanacFilter): Promise<ObligationView[]> {
    const [wanted, day] = [await this.matching(work, filter), dayOf(filter)];
    return this.find(
      work,
      sql`${wanted} and ((${day} >= ${from.toString()} and ${day} <= ${until.toString()}) or (${UNFILED} and ${day} < ${work.today.toString()}))`,
      { order: sql`${day}, o.id`, limit: 100_000 },
    );
  }

  /** What is left to do against the working time of the team, week by week; as it would be with our target of one job on another day. */
  async load(work: Work, from: CivilDate, weeks: number, moved?: { jobId: string; targetOn: CivilDate }): Promise<WeekLoad[]> {
    const end = from.add({ weeks }).toString();
    const open = moved
      ? await this.openWork.withMoved(work, end, { jobId: moved.jobId, targetOn: moved.targetOn.toString() })
      : await this.openWork.until(work, end);
    const patterns = await this.team.patterns(work);
    return weeklyLoad({
      work: open.map(({ personId, minutes, startOn, dueOn }) => ({ personId, minutes, start: civil(startOn), due: civil(dueOn) })),
      patterns,
      from,
      today: work.today,
      weeks,
      calendar: work.firm.calendar,
    });
  }

  /** The room of each person for the weeks to come, by who does each task; of others only for whoever sees every client. */
  async room(work: Work, weeks: number): Promise<RoomView> {
    const seesAll = work.actor.kind === 'staff' && work.actor.allClients;
    const load = await this.load(work, work.today, weeks);
    const team = (await this.team.patterns(work)).filter(({ personId }) => seesAll || personId === work.actor.id);
    return {
      weeks: load.map(({ week, workingDays, booked, people }) => ({
        week,
        workingDays,
        nobody: seesAll ? Math.max(0, booked - people.reduce((sum, one) => sum + one.booked, 0)) : 0,
      })),
      people: team.map(({ personId, name }) => ({
        memberId: personId,
        name,
        weeks: load.map(({ people }) => people.find((one) => one.personId === personId)!).map(({ booked, room }) => ({ booked, room })),
      })),
    };
  }

  /** Deadlines of one week. */
  async week(work: Work, from: CivilDate, filter: AlmanacFilter): Promise<ObligationView[]> {
    const first = weekStart(from);
    const day = dayOf(filter);
    return this.find(work, sql`${day} >= ${first.toString()} and ${day} < ${first.add({ weeks: 1 }).toString()} and ${await this.matching(work, filter)}`);
  }

  /** Every deadline that is overdue and not filed, whatever its age. */
  async overdue(work: Work, filter: AlmanacFilter): Promise<ObligationView[]> {
    return this.find(work, sql`${UNFILED} and ${dayOf(filter)} < ${work.today.toString()} and ${await this.matching(work, filter)}`);
  }

  /** What lies ahead for a client: all that is not filed, and what was filed and falls due later. */
  ofClient(work: Work, clientId: string): Promise<ObligationView[]> {
    return this.find(work, sql`o.client_id = ${clientId} and (${UNFILED} or o.due_on >= ${work.today.toString()})`);
  }

  /** The same for clients that belong together. */
  ofRelated(work: Work, relatedId: string): Promise<ObligationView[]> {
    return this.find(work, sql`c.related_id = ${relatedId} and (${UNFILED} or o.due_on >= ${work.today.toString()})`);
  }

  private async find(work: Work, where: SQL, { order, limit = 1000 }: { order?: SQL; limit?: number } = {}): Promise<ObligationView[]> {
    const found = await rows<Omit<ObligationView, 'authority' | 'statutory' | 'doubt'> & { startsOn: string }>(
      work.tx,
      sql`select o.id, o.version, o.extended_from as "extendedFrom", o.extension_reference as "extensionReference", o.not_required_reason as "notRequiredReason", o.client_id as "clientId", c.name as client, s.name as service, o.service_id as "serviceId", o.line_id as "lineId", o.name, o.period_end as "periodEnd", o.due_on as "dueOn", o.target_on as "targetOn",
                 o.begins_on as "beginsOn", o.status, o.receipt, o.filed_at as "filedAt", o.filed_by as "filedBy", o.leads, o.rule_id as "ruleId", o.workings,
                 j.id as "jobId", j.number as "jobNumber", j.version as "jobVersion", j.status as "jobStatus", j.waiting_since as "waitingSince",
                 (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) as phase,
                 coalesce(t.tasks, 0)::int as tasks, coalesce(t.done, 0)::int as "tasksDone", coalesce(t.passed, 0)::int as "tasksPassedOver", coalesce(t.minutes, 0)::int as "minutesLeft", m.short_name as who,
                 ${lineStart(sql`o.line_id`)} as "startsOn"
          from obligations o join clients c on c.id = o.client_id join services s on s.id = o.service_id
          left join jobs j on j.line_id = o.line_id and j.period_end = o.period_end
          left join lateral (select count(*) as tasks, count(done_at) filter (where not passed_over) as done, count(*) filter (where passed_over) as passed, sum(estimate) filter (where done_at is null) as minutes from tasks where job_id = j.id) t on true
          left join members m on m.id = j.preparer_id
          where o.firm_id = ${work.firm.id} and ${where}
          order by ${order ?? sql`o.due_on, (o.status = 'filed'), c.name collate "unicode", o.id`} limit ${limit}`,
    );
    const book = await this.rules.of(work);
    const today = work.today.toString();
    return found.map(({ startsOn, ...row }) => {
      const { authority, country } = book.byId(row.ruleId);
      const toBegin = row.leads && row.status === 'open' && row.jobId === null && row.beginsOn <= today;
      return { ...row, authority, statutory: country !== null, doubt: toBegin ? doubtOf(row.periodEnd, startsOn, today) : null };
    });
  }

  /** Whom deadlines of the firm are filed with. */
  async authorities(work: Work): Promise<string[]> {
    const used = await rows<{ id: string }>(work.tx, sql`select distinct rule_id as id from obligations where firm_id = ${work.firm.id}`);
    const book = await this.rules.of(work);
    return [...new Set(used.map(({ id }) => book.byId(id).authority))].sort();
  }
}
