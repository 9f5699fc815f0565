import { sql } from 'drizzle-orm';
import { type Tx, mustBeAlone, rows } from '../database';

/** Reads what grants hold back, as part of a firm's own transaction: to count it, never to show it. */
export async function pastGrants<T>(tx: Tx, act: () => Promise<T>): Promise<T> {
  mustBeAlone(tx);
  const [before] = await rows<{ sees: string; hidden: string; reader: string }>(
    tx,
    sql`select coalesce(current_setting('app.sees', true), '') as sees, coalesce(current_setting('app.hidden_client', true), '') as hidden, coalesce(current_setting('app.reader', true), '') as reader`,
  );
  await tx.execute(sql`select set_config('app.sees', 'all', true), set_config('app.hidden_client', '', true), set_config('app.reader', '', true)`);
  const result = await act();
  await tx.execute(
    sql`select set_config('app.sees', ${before!.sees}, true), set_config('app.hidden_client', ${before!.hidden}, true), set_config('app.reader', ${before!.reader}, true)`,
  );
  return result;
}

/** Reads and writes what is kept apart from the firms, people and their ways in, as part of a firm's own transaction. */
export async function within<T>(tx: Tx, act: () => Promise<T>): Promise<T> {
  mustBeAlone(tx);
  await tx.execute(sql`select set_config('app.within', 'yes', true)`);
  const result = await act();
  await tx.execute(sql`select set_config('app.within', '', true)`);
  return result;
}
