import { sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';
import { procedures } from './procedures.tables';

/** What the list of jobs shows of their procedure. */
export const FIELDS_OF_JOBS: ListField[] = [
  { key: 'procedure', name: 'Procedure', kind: 'text', value: sql`(select ${procedures.name} from ${procedures} where ${procedures.id} = j.procedure_id)` },
];
