import { sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';

const next = (column: string) =>
  sql.raw(`(select o.${column} from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by o.due_on limit 1)`);

/** What the list of clients shows of a client's deadlines. */
export const FIELDS_OF_CLIENTS: ListField[] = [
  {
    key: 'due',
    name: 'Next deadline',
    kind: 'date',
    value: next('due_on'),
    grouped: sql`select client_id as k, min(due_on) as v from obligations where status in ('open', 'filing') group by client_id`,
    otherwise: sql`null::date`,
  },
  {
    key: 'dueWhat',
    name: 'What is due',
    kind: 'text',
    value: next('name'),
    grouped: sql`select distinct on (client_id) client_id as k, name as v from obligations where status in ('open', 'filing') order by client_id, due_on, id`,
    otherwise: sql`null::text`,
  },
];
