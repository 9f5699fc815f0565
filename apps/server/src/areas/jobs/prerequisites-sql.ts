import { type SQL, sql } from 'drizzle-orm';

/** Whether something that holds the first task of a job `j` is not confirmed. */
const HOLDS = sql`j.prerequisites @? '$[*] ? (@.holds == true && @.confirmedAt == null)'`;

/** The first task of the job whose id stands in `jobId`, where something that nobody has confirmed holds it; null otherwise. */
export const firstHeld = (jobId: SQL): SQL =>
  sql`(select h.id from tasks h join jobs j on j.id = h.job_id where h.job_id = ${jobId} and ${HOLDS} order by h.position limit 1)`;

/** What has to be confirmed before that, by name. */
export const unconfirmed = (jobId: SQL): SQL =>
  sql`(select array_agg(p ->> 'name' order by at) from jobs j cross join jsonb_array_elements(j.prerequisites) with ordinality as u(p, at) where j.id = ${jobId} and (p ->> 'holds')::boolean and p ->> 'confirmedAt' is null)`;
