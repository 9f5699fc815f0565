import { sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import type { Work } from '../../platform/work';

export interface Owed {
  /** What the client has still to send or sign, with since when, the longest first. */
  waits: { what: string; since: string }[];
  /** Something was asked for, and all of it was accepted. */
  everythingIn: boolean;
}

/**
 * What the client owes a job: items asked for, and signatures of those whose turn it is. An item on which the client's
 * question is the last word waits for the firm's reply, not for the client.
 */
export async function owedBy(work: Work, jobId: string): Promise<Owed> {
  const [owed] = await rows<Owed>(
    work.tx,
    sql`with items as (
          select i.name, i.state, i.state_since, i.position, coalesce((select a.kind = 'question' and a.at >= i.state_since from request_answers a where a.item_id = i.id order by a.id desc limit 1), false) as asked
          from request_items i join requests r on r.id = i.request_id where r.job_id = ${jobId}),
        waits as (
          select name as what, state_since as since, position from items where state in ('asked', 'sent back') and not asked
          union all select 'the signature of ' || s.name, s.turn_since, s.position from signers s join signature_requests q on q.id = s.request_id
          where q.job_id = ${jobId} and q.state = 'waiting' and s.state = 'waiting' and s.turn_since is not null)
        select (select coalesce(jsonb_agg(jsonb_build_object('what', what, 'since', since) order by since, position), '[]') from waits) as waits,
               (select count(*) > 0 and bool_and(state = 'accepted') from items) as "everythingIn"`,
  );
  return owed!;
}
