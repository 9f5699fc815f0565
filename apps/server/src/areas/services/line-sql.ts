import { type Column, type SQL, sql } from 'drizzle-orm';
import { serviceLines, services } from './services.tables';

/** The day on which the line whose id stands in `id` began, as part of a statement of another area. */
export const lineStart = (id: SQL): SQL<string> => sql<string>`(select ${serviceLines.startsOn} from ${serviceLines} where ${serviceLines.id} = ${id})`;

/** The person who prepares the line whose id stands in `id`. */
export const linePreparer = (id: SQL): SQL<string | null> =>
  sql<string | null>`(select ${serviceLines.preparerId} from ${serviceLines} where ${serviceLines.id} = ${id})`;

/** What the service of the line is called whose id stands in `id`. */
export const serviceOfLine = (id: SQL | Column): SQL<string> =>
  sql<string>`(select s.name from ${services} s join ${serviceLines} l on l.service_id = s.id where l.id = ${id})`;

/** What the service whose id stands in `id` is called, as part of a statement of another area; null where there is none. */
export const serviceName = (id: SQL): SQL<string | null> => sql<string | null>`(select ${services.name} from ${services} where ${services.id} = ${id})`;
