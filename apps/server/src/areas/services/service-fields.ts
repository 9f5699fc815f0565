import { sql } from 'drizzle-orm';
import type { ListField } from '../../platform/lists';
import { services } from './services.tables';

/** What the list of jobs shows of their service. */
export const FIELDS_OF_JOBS: ListField[] = [
  { key: 'service', name: 'Service', kind: 'text', value: sql`(select ${services.name} from ${services} where ${services.id} = j.service_id)` },
];
