import { sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';

/** What the list of clients shows of what they owe. */
export const FIELDS_OF_CLIENTS: ListField[] = [
  {
    key: 'wip',
    name: 'WIP',
    kind: 'money',
    seenWith: 'see fees',
    // Job by job, so that the postings of each are found by the index; joined, all of them would be read for each client.
    value: sql`coalesce((select sum((select sum(w.amount) from wip_postings w where w.job_id = j.id))::float8 from jobs j where j.client_id = c.id), 0)`,
    grouped: sql`select j.client_id as k, sum(w.amount)::float8 as v from (select job_id, sum(amount) as amount from wip_postings group by job_id) w join jobs j on j.id = w.job_id group by j.client_id`,
    otherwise: sql`0`,
  },
  {
    key: 'unpaid',
    name: 'Unpaid',
    kind: 'money',
    seenWith: 'see fees',
    value: sql`coalesce((select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0))::float8 from invoices i where i.client_id = c.id and i.status = 'issued'), 0)`,
    grouped: sql`select i.client_id as k, sum(i.gross - coalesce(p.paid, 0))::float8 as v from invoices i left join (select invoice_id, sum(amount) as paid from payments group by invoice_id) p on p.invoice_id = i.id where i.status = 'issued' group by i.client_id`,
    otherwise: sql`0`,
  },
];

const money = (key: string, name: string, sum: string, kinds = ''): ListField => ({
  key,
  name,
  kind: 'money',
  seenWith: 'see fees',
  value: sql.raw(`coalesce((select ${sum} from wip_postings w where w.job_id = j.id ${kinds})::float8, 0)`),
  grouped: sql.raw(`select w.job_id as k, (${sum})::float8 as v from wip_postings w where true ${kinds} group by w.job_id`),
  otherwise: sql`0`,
});

/** What the list of jobs shows of their WIP. */
export const FIELDS_OF_JOBS: ListField[] = [
  money('wip', 'WIP', 'sum(w.amount)'),
  money('timeValue', 'Time at its rates', 'sum(w.amount)', "and w.kind = 'time'"),
  money('billed', 'Billed', '-sum(w.amount)', "and w.kind = 'bill'"),
];
