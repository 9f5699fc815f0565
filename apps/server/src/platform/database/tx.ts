import type { SQL } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';

/** A transaction (or the database itself, at start-up), embedded or on a server. */
export type Tx = PgDatabase<PgQueryResultHKT, Record<string, never>>;

/** Runs a statement and gives its rows as they come. Sums and counts have to be cast: `::int`, `::float8` for money. */
export async function rows<T>(tx: Tx, statement: SQL): Promise<T[]> {
  const result: unknown = await tx.execute(statement);
  return (result as { rows: T[] }).rows;
}
