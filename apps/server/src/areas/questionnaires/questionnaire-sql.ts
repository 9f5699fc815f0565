import { type SQL, sql } from 'drizzle-orm';
import { asksThere } from '../asks';

/** What a questionnaire asks for, as one thing: its answers. */
export const questionnaireLines = (askId: SQL): SQL => sql`
      select 0 as position, q.ask_id::text as key, null::uuid as item_id, 'the answers to ' || own.title as what,
        case when q.sent_back <> '{}' then 'sent back' when q.sent_in_at is null then 'missing' when q.looked_at is null then 'came in' else 'received' end as state,
        coalesce(q.sent_back_at, q.sent_in_at, own.asked_at) as since, null::text as why, null::date as wanted_by
      from questionnaires q join ${asksThere} own on own.id = q.ask_id where q.ask_id = ${askId}`;
