import { and, eq, gt, sql } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Database, Tx } from '../database';
import { hashOf } from './secrets';

/** A table whose rows are found by the hash of a secret that somebody shows, before their firm is known; some of them run out. */
export type SecretTable = PgTable & { tokenHash: AnyPgColumn; firmId: AnyPgColumn; expiresAt?: AnyPgColumn };

/**
 * Finds the row that belongs to a shown secret, if it holds at the moment `now`, and reads on as the firm it belongs to.
 * @returns what `then` makes of it; null when the secret is not known or has run out.
 */
export function bySecret<Table extends SecretTable, Result>(
  database: Database,
  table: Table,
  secret: string,
  now: string,
  then: (row: Table['$inferSelect'], tx: Tx) => Promise<Result | null>,
): Promise<Result | null> {
  const hash = hashOf(secret);
  return database.transaction(
    { secret: hash },
    async (tx) => {
      const any: PgTable = table;
      const [found] = await tx
        .select()
        .from(any)
        .where(and(eq(table.tokenHash, hash), table.expiresAt && gt(table.expiresAt, now)));
      const row = found as (Table['$inferSelect'] & { firmId: string }) | undefined;
      if (!row) return null;
      await tx.execute(sql`select set_config('app.firm_id', ${row.firmId}, true)`);
      return then(row, tx);
    },
    { readOnly: true },
  );
}
