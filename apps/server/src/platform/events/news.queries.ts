import { sql } from 'drizzle-orm';
import { rows } from '../database';
import type { Work } from '../work';

/** That something happened: its place in the order of all, to whose client, and of what kind. */
export interface News {
  seq: number;
  clientId: string | null;
  kind: string;
}

/** What happened in a firm after a place in the order of all, oldest first. */
export const newsAfter = (work: Work, seq: number): Promise<News[]> =>
  rows(work.tx, sql`select seq::float8 as seq, client_id as "clientId", kind from events where firm_id = ${work.firm.id} and seq > ${seq} order by seq`);

/** The place of the last thing that happened in a firm; 0 where nothing did. */
export async function lastPlace(work: Work): Promise<number> {
  const [last] = await rows<{ seq: number }>(work.tx, sql`select coalesce(max(seq), 0)::float8 as seq from events where firm_id = ${work.firm.id}`);
  return last!.seq;
}
