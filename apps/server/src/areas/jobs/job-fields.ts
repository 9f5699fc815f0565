import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { CATEGORIES, JOB_STATUSES, PRIORITIES } from '@steady/contract/jobs';
import { type ListField, columnsOf, detailFieldsOf } from '../../platform/lists';
import { personField, shortNameOf } from '../team';

const own = columnsOf('j');
const minutes = (key: string, name: string, of: string, all: string): ListField => ({
  key,
  name,
  kind: 'hours',
  value: sql.raw(`coalesce((${of}), 0)::int`),
  grouped: sql.raw(all),
  otherwise: sql`0`,
});
/** The fields of every job `j` of a client `c`, the useful ones first. */
const FIELDS: ListField[] = [
  { key: 'client', name: 'Client', kind: 'text', value: sql`c.name`, sort: sql.raw('c.sort_name collate "unicode"') },
  own('job', 'Job', 'text', 'name', { sort: sql.raw('j.name collate "unicode"') }),
  own('due', 'Due', 'date', 'due_on'),
  {
    key: 'stands',
    name: 'Stands',
    kind: 'text',
    value: sql`case when j.closed_reason is not null then 'closed: ' || j.closed_reason when j.status = 'finished' then 'finished' when j.status = 'on hold' then 'on hold: ' || j.hold_reason
                    when j.stuck_reason is not null then 'cannot go on: ' || j.stuck_reason when j.waiting_since is not null then 'waits for the client'
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
  own('target', 'Our target', 'date', 'target_on'),
  own('start', 'Start', 'date', 'start_on'),
  { key: 'phase', name: 'Phase', kind: 'text', value: sql`(select p ->> 'name' from jsonb_array_elements(j.phases) p where p ->> 'key' = j.phase)` },
  own('status', 'Status', 'choice', 'status', { choices: JOB_STATUSES }),
  own('ownStatus', 'Own status', 'text', 'own_status'),
  own('priority', 'Priority', 'choice', 'priority', { choices: PRIORITIES }),
  own('category', 'Billed by', 'choice', 'category', { choices: CATEGORIES }),
  own('income', 'Kind of income', 'text', 'income'),
  personField('preparer', 'Preparer', 'j.preparer_id'),
  personField('manager', 'Manager', 'j.manager_id'),
  personField('partner', 'Partner', 'j.partner_id'),
  { key: 'waits', name: 'We wait since', kind: 'date', value: sql`j.waiting_since::date` },
  own('waitingFor', 'We wait for', 'text', 'waiting_for'),
  own('holdReason', 'On hold because', 'text', 'hold_reason'),
  own('stuckReason', 'Cannot go on because', 'text', 'stuck_reason'),
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
  own('fee', 'Agreed fee', 'money', 'fee', { fees: true, value: sql`j.fee::float8` }),
  { key: 'finished', name: 'Finished', kind: 'date', value: sql`j.finished_at::date` },
  own('closedReason', 'Closed because', 'text', 'closed_reason'),
  own('periodStart', 'Period from', 'date', 'period_start'),
  own('periodEnd', 'Period until', 'date', 'period_end'),
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

/** All fields of the list of jobs, for a firm that keeps these details of its clients. */
export const jobFields = (details: readonly DetailField[]): ListField[] => [...FIELDS, ...detailFieldsOf(details)];
