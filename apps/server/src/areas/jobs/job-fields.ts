import { sql } from 'drizzle-orm';
import type { DetailField } from '@steady/core/details';
import { LEGAL_FORMS, WAYS } from '@steady/contract/clients';
import { CATEGORIES, JOB_STATUSES, PRIORITIES } from '@steady/contract/jobs';
import { type ListField, columnsOf, detailFieldsOf, personField } from '../../platform/lists';

const own = columnsOf('j');
const minutes = (key: string, name: string, of: string, all: string): ListField => ({
  key,
  name,
  kind: 'hours',
  value: sql.raw(`coalesce((${of}), 0)::int`),
  grouped: sql.raw(all),
  otherwise: sql`0`,
});
const money = (key: string, name: string, sum: string, kinds = ''): ListField => ({
  key,
  name,
  kind: 'money',
  fees: true,
  value: sql.raw(`coalesce((select ${sum} from wip_postings w where w.job_id = j.id ${kinds})::float8, 0)`),
  grouped: sql.raw(`select w.job_id as k, (${sum})::float8 as v from wip_postings w where true ${kinds} group by w.job_id`),
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
    value: sql`(select m.short_name from members m where m.id = coalesce((select t.assignee_id from tasks t where t.job_id = j.id and t.done_at is null order by t.position limit 1), j.preparer_id))`,
  },
  own('target', 'Our target', 'date', 'target_on'),
  own('start', 'Start', 'date', 'start_on'),
  { key: 'service', name: 'Service', kind: 'text', value: sql`(select s.name from services s where s.id = j.service_id)` },
  { key: 'procedure', name: 'Procedure', kind: 'text', value: sql`(select p.name from procedures p where p.id = j.procedure_id)` },
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
    'recorded',
    'Recorded',
    'select sum(e.minutes) from time_entries e where e.job_id = j.id',
    'select job_id as k, sum(minutes)::int as v from time_entries group by job_id',
  ),
  minutes(
    'left',
    'Estimated, not done',
    'select sum(t.estimate) from tasks t where t.job_id = j.id and t.done_at is null',
    'select job_id as k, sum(estimate)::int as v from tasks where done_at is null group by job_id',
  ),
  own('fee', 'Agreed fee', 'money', 'fee', { fees: true, value: sql`j.fee::float8` }),
  money('wip', 'WIP', 'sum(w.amount)'),
  money('timeValue', 'Time at its rates', 'sum(w.amount)', "and w.kind = 'time'"),
  money('billed', 'Billed', '-sum(w.amount)', "and w.kind = 'bill'"),
  { key: 'finished', name: 'Finished', kind: 'date', value: sql`j.finished_at::date` },
  own('closedReason', 'Closed because', 'text', 'closed_reason'),
  own('periodStart', 'Period from', 'date', 'period_start'),
  own('periodEnd', 'Period until', 'date', 'period_end'),
  // A number that names: it is not added up.
  { key: 'number', name: 'Number', kind: 'text', value: sql`j.number::text`, sort: sql`j.number` },
  { key: 'contact', name: 'Contact', kind: 'text', value: sql`(select p.name from contacts p where p.id = j.contact_id)` },
  { key: 'kind', name: 'Legal form of the client', kind: 'choice', choices: LEGAL_FORMS, value: sql`c.legal_form` },
  { key: 'way', name: 'The client works', kind: 'choice', choices: WAYS, value: sql`c.way` },
  { key: 'labels', name: 'Labels of the client', kind: 'labels', value: sql`c.labels` },
  { key: 'related', name: 'Related clients', kind: 'text', value: sql`(select r.name from related_clients r where r.id = c.related_id)` },
];

/** All fields of the list of jobs for a firm that keeps these details of its clients, and for a person who may see fees or not. */
export const jobFields = (details: readonly DetailField[], seesFees: boolean): ListField[] =>
  [...FIELDS, ...detailFieldsOf(details)].filter((field) => !field.fees || seesFees);
