import { type SQL, type SQLWrapper, sql } from 'drizzle-orm';
import { rows } from '../database';
import { Problem } from '../http/problem';
import { pastGrants } from '../identity/within';
import { type Work, narrowOf, readerOf } from './work';

/**
 * Refuses whoever sees only a part of what was done together: taking it back is for those who see all of it, and is not
 * used up by others. Records that are not there any more do not count.
 */
export async function mustSeeAllOf(work: Work, table: 'clients' | 'jobs', ids: readonly string[]): Promise<void> {
  const count = async () =>
    (
      await rows<{ count: number }>(
        work.tx,
        sql`select count(*)::int as count from ${sql.identifier(table)} where id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`,
      )
    )[0]!.count;
  if ((await count()) < (await pastGrants(work.tx, count)))
    throw Problem.refused('not-all-seen', `You see only some of the ${table} in it. Ask somebody who sees all of them to undo it.`);
}

/** What somebody did themselves; everything for whoever sees every client. It may name clients that were not granted to others. */
export const ofOwn = ({ actor }: Work, by: SQLWrapper): SQL => (actor.kind !== 'staff' || actor.allClients ? sql`true` : sql`${by} = ${actor.id}`);

/** Does something that has to take in what the person who acts may not see, and shows them nothing of it. */
export function asWhole<T>(work: Work, act: () => Promise<T>): Promise<T> {
  return narrowOf(work.actor).narrow || readerOf(work.actor).reader ? pastGrants(work.tx, act) : act();
}
