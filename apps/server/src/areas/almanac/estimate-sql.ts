import { sql } from 'drizzle-orm';

/**
 * What the work of a line `l` of a service `s` is estimated at, as `e.minutes`: all tasks of the procedure of its rhythm, or of the
 * usual one of its service. A join, so that each procedure is added up once however many lines there are; null where a
 * procedure has no tasks.
 */
export const WITH_ESTIMATE = sql`left join service_procedures x on x.service_id = s.id and x.rhythm = l.rhythm
    left join (select p.id, sum((t ->> 'estimate')::int)::int as minutes from procedures p, jsonb_array_elements(p.definition -> 'phases') f, jsonb_array_elements(f -> 'tasks') t group by p.id) e
      on e.id = coalesce(l.procedure_id, x.procedure_id, s.procedure_id)`;
