import { type SQL, sql } from 'drizzle-orm';
import { documentFile } from '../documents';
import { requestsEachTime } from './requests.tables';

/** What a request asks for, one by one, with what was asked back, what came last, or why it was sent back. */
export const requestLines = (askId: SQL): SQL => sql`
  select i.position, i.id::text as key, i.id as item_id, i.name || coalesce(', ' || i.period, '') as what,
    case when q.at is not null then 'their question' when i.state = 'asked' then 'missing' when i.state in ('answered', 'does not apply') then 'came in'
         when i.state = 'accepted' then 'received' else i.state end as state,
    coalesce(q.at, i.state_since) as since,
    case when q.at is not null then q.text when i.state = 'sent back' then i.sent_back_reason
         when i.state = 'from elsewhere' then null else c.words end as why,
    i.wanted_by
  from request_items i
  left join lateral (select a.text, a.at from request_answers a where a.item_id = i.id and a.kind = 'question' and a.answered_at is null order by a.at desc limit 1) q on true
  left join lateral (
    select case when count(*) filter (where a.kind = 'file') > 1 then count(*) filter (where a.kind = 'file') || ' files'
           else (array_agg(coalesce(${documentFile(sql`a.document_id`)}, a.text, a.way) order by a.at desc))[1] end as words
    from request_answers a where a.item_id = i.id and a.kind not in ('question', 'reply') and a.taken_back_at is null) c on true
  where i.ask_id = ${askId} and i.state <> 'taken out'`;

/** The titles of what is asked with each job of the line whose id stands in `lineId`, as part of a statement of another area. */
export const askedEachTime = (lineId: SQL): SQL<string[]> =>
  sql<string[]>`(select coalesce(jsonb_agg(r.title order by r.at, r.id), '[]') from ${requestsEachTime} r where r.line_id = ${lineId} and r.ended_at is null)`;
