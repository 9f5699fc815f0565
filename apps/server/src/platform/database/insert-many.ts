import { type InferInsertModel, getTableColumns, getTableName, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Tx } from './tx';

/** How many rows go with one statement. */
const TOGETHER = 2_000;

/**
 * Inserts many rows with few statements: they travel as one value, and the database takes its own types from the table.
 * All rows have the keys of the first; columns it leaves out get their default.
 */
export async function insertMany<Table extends PgTable>(tx: Tx, table: Table, values: InferInsertModel<Table>[]): Promise<void> {
  if (values.length === 0) return;
  const columns = Object.entries(getTableColumns(table)).filter(([key, column]) => key in values[0]! || column.defaultFn !== undefined);
  const names = sql.join(
    columns.map(([, column]) => sql.identifier(column.name)),
    sql`, `,
  );
  const into = sql.identifier(getTableName(table));
  for (let from = 0; from < values.length; from += TOGETHER) {
    const rows = (values.slice(from, from + TOGETHER) as Record<string, unknown>[]).map((value) =>
      Object.fromEntries(columns.map(([key, column]) => [column.name, value[key] === undefined ? (column.defaultFn?.() ?? null) : value[key]])),
    );
    await tx.execute(sql`insert into ${into} (${names}) select ${names} from jsonb_populate_recordset(null::${into}, ${JSON.stringify(rows)}::jsonb)`);
  }
}
