import { sql } from 'drizzle-orm';
import type { Tx } from '../database';

/** Reads and writes what is kept apart from the firms, people and their ways in, as part of a firm's own transaction. */
export async function within<T>(tx: Tx, act: () => Promise<T>): Promise<T> {
  await tx.execute(sql`select set_config('app.within', 'yes', true)`);
  const result = await act();
  await tx.execute(sql`select set_config('app.within', '', true)`);
  return result;
}
