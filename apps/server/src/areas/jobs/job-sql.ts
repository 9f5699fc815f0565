import { type SQL, sql } from 'drizzle-orm';
import { clientName } from '../clients';
import { jobs, tasks } from './jobs.tables';

/** The name of the job whose id stands in `id`, as part of a statement of another area. */
export const jobName = (id: SQL): SQL<string> => sql<string>`(select ${jobs.name} from ${jobs} where ${jobs.id} = ${id})`;

/** The number of the job whose id stands in `id`. */
export const jobNumber = (id: SQL): SQL<number> => sql<number>`(select ${jobs.number} from ${jobs} where ${jobs.id} = ${id})`;

/** The name of the task whose id stands in `id`. */
export const taskName = (id: SQL): SQL<string> => sql<string>`(select ${tasks.name} from ${tasks} where ${tasks.id} = ${id})`;

/** The name of the client of the job whose id stands in `id`. */
export const clientOfJob = (id: SQL): SQL<string> => sql<string>`(select ${clientName(sql`${jobs.clientId}`)} from ${jobs} where ${jobs.id} = ${id})`;

/** What lists of other areas show and filter of jobs, for a join. */
export const jobsInLists = sql`(select ${jobs.id}, ${jobs.name}, ${jobs.dueOn}, ${jobs.status}, ${jobs.everythingInOn}, ${jobs.lateNotedFor}, ${jobs.preparerId}, ${jobs.managerId}, ${jobs.partnerId} from ${jobs})`;

/** The deadlines of the jobs whose ids stand in a set. */
export const deadlinesOf = (ids: SQL): SQL => sql`select distinct ${jobs.dueOn} as day from ${jobs} where ${jobs.id} in ${ids}`;

/**
 * What jobs want besides what was asked, one by one: what is to be confirmed before their work begins, and what their present phase plans to ask.
 * @param isAsked whether a request of the plan `r` of the phase `ph` of the job `j` was sent
 */
export const wantedByJobs = (firmId: string, isAsked: SQL): SQL => sql`
  select j.id as job_id, j.client_id, (p ->> 'key') as key, p ->> 'name' as what, 'to confirm' as state, j.start_on as since,
    case when (p ->> 'holds')::boolean then 'the first task waits for it' end as why, null as title, -1 as position
  from jobs j cross join jsonb_array_elements(j.prerequisites) p
  where j.firm_id = ${firmId} and j.status = 'open' and j.prerequisites <> '[]' and p ->> 'confirmedAt' is null
  union all
  select j.id, j.client_id, (r ->> 'key') || ' ' || i.at, i.item ->> 'name', 'to ask', (j.phase_since at time zone 'UTC')::date, nullif(i.item ->> 'description', ''), r ->> 'title', 1000 + i.at
  from jobs j
  cross join jsonb_array_elements(j.phases) ph
  cross join jsonb_array_elements(ph -> 'requests') r
  cross join jsonb_array_elements(r -> 'items') with ordinality as i(item, at)
  where j.firm_id = ${firmId} and j.status = 'open' and ph ->> 'key' = j.phase and jsonb_typeof(ph -> 'requests') = 'array' and not ${isAsked}`;
