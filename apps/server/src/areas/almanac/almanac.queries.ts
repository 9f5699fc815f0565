import { Injectable } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { type CivilDate, civil, weekStart } from '@steady/core/calendar';
import { type WeekLoad, weeklyLoad } from '@steady/core/capacity';
import { ruleById } from '@steady/core/obligations';
import type { AlmanacView, ObligationView, RibbonCell } from '@steady/contract/almanac';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';
import { JobsService } from '../jobs';
import { TeamService } from '../team';

@Injectable()
export class AlmanacQueries {
  constructor(
    private readonly jobs: JobsService,
    private readonly team: TeamService,
  ) {}

  /** The ribbon: for each service and week how many deadlines fall, how many are filed, how many are overdue; below it load against room. */
  async ribbon(work: Work, from: CivilDate, weeks: number): Promise<AlmanacView> {
    const first = weekStart(from);
    const end = first.add({ weeks });
    const today = work.today.toString();
    const counts = await rows<{ serviceId: string; service: string; week: number; count: number; filed: number; overdue: number; soon: number }>(
      work.tx,
      sql`select s.id as "serviceId", s.name as service, ((o.due_on - ${first.toString()}::date) / 7)::int as week, count(o.id)::int as count,
                 count(o.id) filter (where o.status in ('filed', 'not required'))::int as filed,
                 count(o.id) filter (where o.status in ('open', 'filing') and o.due_on < ${today})::int as overdue,
                 count(o.id) filter (where o.status = 'open' and not o.begun and o.due_on between ${today} and ${work.today.add({ days: 7 }).toString()})::int as soon
          from services s left join obligations o on o.service_id = s.id and o.due_on >= ${first.toString()} and o.due_on < ${end.toString()}
          where s.firm_id = ${work.firm.id} group by s.id, s.name, s.position, week order by s.position`,
    );
    const [earlier] = await rows<{ count: number }>(
      work.tx,
      sql`select count(*)::int as count from obligations where firm_id = ${work.firm.id} and status in ('open', 'filing') and due_on < ${today} and due_on < ${first.toString()}`,
    );
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
      overdue: sum((row) => row.overdue) + earlier!.count,
      soonNotBegun: sum((row) => row.soon),
      earlierOverdue: earlier!.count,
    };
  }

  /** What is left to do against the working time of the team, week by week. */
  async load(work: Work, from: CivilDate, weeks: number): Promise<WeekLoad[]> {
    const left = await this.jobs.workLeft(work);
    // What is not begun yet weighs as much as its procedure estimates, from its begin to our target.
    const ahead = await rows<{ personId: string | null; minutes: number; startOn: string; dueOn: string }>(
      work.tx,
      sql`select l.preparer_id as "personId", e.minutes, o.begins_on as "startOn", o.target_on as "dueOn"
          from obligations o join service_lines l on l.id = o.line_id join services s on s.id = o.service_id
          join (select p.id, sum((t ->> 'estimate')::int)::int as minutes from procedures p, jsonb_array_elements(p.definition -> 'phases') f, jsonb_array_elements(f -> 'tasks') t group by p.id) e on e.id = s.procedure_id
          where o.firm_id = ${work.firm.id} and o.status = 'open' and not o.begun and o.begins_on < ${from.add({ weeks }).toString()}`,
    );
    const patterns = await this.team.patterns(work);
    return weeklyLoad({
      work: [...left, ...ahead].map(({ personId, minutes, startOn, dueOn }) => ({ personId, minutes, start: civil(startOn), due: civil(dueOn) })),
      patterns,
      from,
      today: work.today,
      weeks,
      calendar: work.firm.calendar,
    });
  }

  /** Deadlines of one week, overdue ones from before it on top when it is asked for them. */
  week(work: Work, from: CivilDate): Promise<ObligationView[]> {
    const first = weekStart(from);
    return this.find(work, sql`o.due_on >= ${first.toString()} and o.due_on < ${first.add({ weeks: 1 }).toString()}`);
  }

  /** Every deadline that is overdue and not filed, whatever its age. */
  overdue(work: Work): Promise<ObligationView[]> {
    return this.find(work, sql`o.status in ('open', 'filing') and o.due_on < ${work.today.toString()}`);
  }

  /** What lies ahead for a client: all that is not filed, and what was filed and falls due later. */
  ofClient(work: Work, clientId: string): Promise<ObligationView[]> {
    return this.find(work, sql`o.client_id = ${clientId} and (o.status in ('open', 'filing') or o.due_on >= ${work.today.toString()})`);
  }

  /** The same for clients that belong together. */
  ofRelated(work: Work, relatedId: string): Promise<ObligationView[]> {
    return this.find(work, sql`c.related_id = ${relatedId} and (o.status in ('open', 'filing') or o.due_on >= ${work.today.toString()})`);
  }

  private async find(work: Work, where: SQL): Promise<ObligationView[]> {
    const found = await rows<ObligationView & { ruleId: string }>(
      work.tx,
      sql`select o.id, o.version, o.extended_from as "extendedFrom", o.extension_reference as "extensionReference", o.not_required_reason as "notRequiredReason", o.client_id as "clientId", c.name as client, s.name as service, o.service_id as "serviceId", o.name, o.period_end as "periodEnd", o.due_on as "dueOn", o.target_on as "targetOn",
                 o.begins_on as "beginsOn", o.status, o.receipt, o.filed_at as "filedAt", o.rule_id as "ruleId", o.workings,
                 j.id as "jobId", j.number as "jobNumber", j.status as "jobStatus", j.waiting_since as "waitingSince",
                 (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) as phase,
                 coalesce(t.tasks, 0)::int as tasks, coalesce(t.done, 0)::int as "tasksDone", m.short_name as who
          from obligations o join clients c on c.id = o.client_id join services s on s.id = o.service_id
          left join jobs j on j.obligation_id = o.id
          left join lateral (select count(*) as tasks, count(done_at) as done from tasks where job_id = j.id) t on true
          left join members m on m.id = j.preparer_id
          where o.firm_id = ${work.firm.id} and ${where}
          order by o.due_on, (o.status = 'filed'), c.name collate "unicode", o.id limit 1000`,
    );
    return found.map(({ ruleId, ...row }) => ({ ...row, authority: ruleById(ruleId).authority }));
  }
}
