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
