import { sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';

/** What the list of jobs shows of the time recorded on them. */
export const FIELDS_OF_JOBS: ListField[] = [
  {
    key: 'recorded',
    name: 'Recorded',
    kind: 'hours',
    value: sql`coalesce((select sum(e.minutes) from time_entries e where e.job_id = j.id), 0)::int`,
    grouped: sql`select job_id as k, sum(minutes)::int as v from time_entries group by job_id`,
    otherwise: sql`0`,
  },
];
