import { sql } from 'drizzle-orm';
import { type Tx, rows } from './tx';

/** What was in this database was moved elsewhere: it is not served a second time. */
export class MovedAwayError extends Error {}

const MOVED = 'Moved by Steady Almanac to ';

/** @throws MovedAwayError */
export async function checkNotMoved(orm: Tx): Promise<void> {
  const [found] = await rows<{ words: string | null }>(orm, sql`select obj_description('public'::regnamespace) as words`);
  if (found?.words?.startsWith(MOVED))
    throw new MovedAwayError(
      `What was in this database was moved to ${found.words.slice(MOVED.length)}. Start it there, without DATABASE_URL, or give an empty database.`,
    );
}

export async function markMoved(orm: Tx, where: string): Promise<void> {
  await orm.execute(sql.raw(`comment on schema public is '${`${MOVED}${where}`.replaceAll("'", "''")}'`));
}
