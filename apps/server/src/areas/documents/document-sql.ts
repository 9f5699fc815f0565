import { type AnyColumn, type SQL, sql } from 'drizzle-orm';
import { documents } from './documents.tables';

/** What the document whose id stands in `id` is called, as part of a statement of another area; null where there is none. */
export const documentTitle = (id: SQL | AnyColumn): SQL<string | null> =>
  sql<string | null>`(select coalesce(${documents.what}, ${documents.name}) from ${documents} where ${documents.id} = ${id})`;

/** The name of the file of the document whose id stands in `id`. */
export const documentFile = (id: SQL | AnyColumn): SQL<string | null> =>
  sql<string | null>`(select ${documents.name} from ${documents} where ${documents.id} = ${id})`;
