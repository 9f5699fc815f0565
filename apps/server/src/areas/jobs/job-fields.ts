import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { jobFacts } from '@steady/core/jobs';
import { type ListField, detailFieldsOf, fieldsOfFacts } from '../../platform/lists';
import { personField, shortNameOf } from '../team';

const minutes = (key: string, name: string, of: string, all: string): ListField => ({
  key,
  name,
  kind: 'hours',
  value: sql.raw(`coalesce((${of}), 0)::int`),
  grouped: sql.raw(all),
  otherwise: sql`0`,
});
/** The facts of a job as fields; two of them stand further in front than the list of facts has them. */
const FACTS = fieldsOfFacts(jobFacts, 'j', personField);
const IN_FRONT = ['job', 'due'];
const fact = (key: string, more: Partial<ListField> = {}): ListField => ({ ...FACTS.find((field) => field.key === key)!, ...more });

/** A job `j` that cannot go on: as a whole, or one of its open tasks by itself. */
export const BLOCKED = sql`(j.stuck_reason is not null or exists (select from tasks b where b.job_id = j.id and b.stuck_reason is not null and b.done_at is null))`;
/** Why it cannot; null for one that can. */
export const WHY_BLOCKED = sql`coalesce(j.stuck_reason, (select b.name || ': ' || b.stuck_reason from tasks b where b.job_id = j.id and b.stuck_reason is not null and b.done_at is null order by b.position limit 1))`;

/** The fields of every job `j` of a client `c`, the useful ones first. */
const FIELDS: ListField[] = [
  { key: 'client', name: 'Client', kind: 'text', value: sql`c.name`, sort: sql.raw('c.sort_name collate "unicode"') },
  fact('job', { sort: sql.raw('j.name collate "unicode"') }),
  fact('due'),
  {
    key: 'stands',
    name: 'Status',
    kind: 'text',
    value: sql`case when j.closed_reason is not null then 'closed: ' || j.closed_reason when j.status = 'finished' then 'finished' when j.status = 'on hold' then 'on hold: ' || j.hold_reason
                    when ${BLOCKED} then 'blocked: ' || ${WHY_BLOCKED} when j.waiting_since is not null then 'waits for the client'
                    else (select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase) || case when j.asks_to_move then ', ready to move' else coalesce(', ' || j.own_status, '') end end`,
  },
  {
    key: 'tasks',
    name: 'Tasks',
    kind: 'text',
    value: sql`(select count(t.done_at) || ' of ' || count(*) from tasks t where t.job_id = j.id)`,
    sort: sql`(select count(t.done_at)::float8 / nullif(count(*), 0) from tasks t where t.job_id = j.id)`,
  },
  {
    key: 'who',
    name: 'Who',
    kind: 'text',
    value: shortNameOf('coalesce((select t.assignee_id from tasks t where t.job_id = j.id and t.done_at is null order by t.position limit 1), j.preparer_id)'),
  },
  { key: 'phase', name: 'Phase', kind: 'text', value: sql`(select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase)` },
  { key: 'waits', name: 'We wait since', kind: 'date', value: sql`j.waiting_since::date` },
  minutes(
    'estimate',
    'Estimate',
    'select sum(t.estimate) from tasks t where t.job_id = j.id',
    'select job_id as k, sum(estimate)::int as v from tasks group by job_id',
  ),
  minutes(
    'left',
    'Estimated, not done',
    'select sum(t.estimate) from tasks t where t.job_id = j.id and t.done_at is null',
    'select job_id as k, sum(estimate)::int as v from tasks where done_at is null group by job_id',
  ),
  ...FACTS.filter((field) => !IN_FRONT.includes(field.key)),
  {
    key: 'standsSince',
    name: 'Status since',
    kind: 'date',
    value: sql`case when j.status = 'finished' then j.finished_at when j.status = 'on hold' then j.held_since when j.stuck_reason is not null then j.stuck_since
                    when j.waiting_since is not null then j.waiting_since else j.phase_since end::date`,
  },
  { key: 'phaseSince', name: 'In its phase since', kind: 'date', value: sql`j.phase_since::date` },
  { key: 'heldSince', name: 'On hold since', kind: 'date', value: sql`j.held_since::date` },
  {
    key: 'blockedSince',
    name: 'Blocked since',
    kind: 'date',
    value: sql`coalesce(j.stuck_since, (select min(b.stuck_since) from tasks b where b.job_id = j.id and b.stuck_reason is not null and b.done_at is null))::date`,
  },
  { key: 'finished', name: 'Finished', kind: 'date', value: sql`j.finished_at::date` },
  // A number that names: it is not added up.
  { key: 'number', name: 'Number', kind: 'text', value: sql`j.number::text`, sort: sql`j.number` },
];

/** What the list of clients shows of a client's jobs. */
export const FIELDS_OF_CLIENTS: ListField[] = [
  {
    key: 'openJobs',
    name: 'Open jobs',
    kind: 'number',
    value: sql`(select count(*)::int from jobs j where j.client_id = c.id and j.status <> 'finished')`,
    grouped: sql`select client_id as k, count(*)::int as v from jobs where status <> 'finished' group by client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'waits',
    name: 'We wait since',
    kind: 'date',
    value: sql`(select min(j.waiting_since)::date from jobs j where j.client_id = c.id)`,
    grouped: sql`select client_id as k, min(waiting_since)::date as v from jobs where waiting_since is not null group by client_id`,
    otherwise: sql`null::date`,
  },
];

/** What of the list of jobs is the firm's own. */
export interface OwnOfJobs {
  /** Details that it keeps of its clients. */
  details: readonly DetailField[];
  /** Its own statuses that any job has had. */
  statuses: readonly string[];
  /** The day, ISO. */
  today: string;
}

/** All fields of the list of jobs. Each status of the firm's own has the day on which it was reached last. */
export const jobFields = ({ details, statuses, today }: OwnOfJobs): ListField[] => [
  ...FIELDS,
  {
    key: 'daysIn',
    name: 'Days since everything in',
    kind: 'number',
    value: sql`(coalesce(j.finished_at::date, ${today}::date) - j.everything_in_on)::float8`,
  },
  ...statuses.map((status): ListField => ({
    // A word of the firm's own may hold what divides the keys of columns.
    key: `own:${Buffer.from(status).toString('base64url')}`,
    name: `“${status}” since`,
    kind: 'date',
    value: sql`(j.own_reached ->> ${status})::date`,
  })),
  ...detailFieldsOf(details),
];
