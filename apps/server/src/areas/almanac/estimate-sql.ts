import { type SQL, sql } from 'drizzle-orm';
import { peopleOfClients } from '../clients';

/** The procedure of a line `l` of a service `s`: its own, that of its rhythm `x`, or the usual one of the service. */
const OF_RHYTHM = sql`left join service_procedures x on x.service_id = s.id and x.rhythm = l.rhythm`;
const OF_LINE = sql`coalesce(l.procedure_id, x.procedure_id, s.procedure_id)`;

/** What the tasks of each procedure are estimated at, by who does them: somebody by name, or whoever has a role. */
const WORK = sql`(select p.id, coalesce(t ->> 'memberId', f ->> 'memberId')::uuid as member_id, t ->> 'role' as role, sum((t ->> 'estimate')::int)::int as minutes
    from procedures p, jsonb_array_elements(p.definition -> 'phases') f, jsonb_array_elements(f -> 'tasks') t group by 1, 2, 3)`;

/**
 * What the work of a line `l` of a service `s` is estimated at, as `e.minutes`. A join, so that each procedure is added up once
 * however many lines there are; null where a procedure has no tasks, and where there is none.
 */
export const WITH_ESTIMATE = sql`${OF_RHYTHM} left join (select w.id, sum(w.minutes)::int as minutes from ${WORK} w group by w.id) e on e.id = ${OF_LINE}`;

/** The same by who would do it, as `w.minutes`; whose it is says `WHO_DOES`. */
export const WITH_WORK = sql`${OF_RHYTHM} join ${WORK} w on w.id = ${OF_LINE} join ${peopleOfClients} c on c.id = l.client_id`;

/** Who would do that work `w` of a line `l`; null where nobody is named. */
export const WHO_DOES: SQL = sql`coalesce(w.member_id, case w.role when 'manager' then c.manager_id when 'partner' then c.partner_id else coalesce(l.preparer_id, c.preparer_id) end)`;
