import { type Column, type SQL, sql } from 'drizzle-orm';
import { askParties, asks } from './asks.tables';

/** The client of the ask whose id stands in `id`, as part of a statement of another area. */
export const clientOfAsk = (id: SQL | Column): SQL<string> => sql<string>`(select ${asks.clientId} from ${asks} where ${asks.id} = ${id})`;

/** The ids of what is open with a client: planned, with it, or with us and still wanted. */
export const openAsksOf = (clientId: string): SQL =>
  sql`(select ${asks.id} from ${asks} where ${asks.clientId} = ${clientId} and not ${asks.released} and ${asks.state} in ('planned', 'with the client', 'with us'))`;

/** Those whose signature an ask wants, in order: who has not finished before them is asked first. */
export const partyLines = (askId: SQL, what = 'the signature of'): SQL => sql`
  select p.position, p.id::text as key, null::uuid as item_id, ${what} || ' ' || p.name as what,
    case p.state when 'asked' then 'missing' when 'done' then 'received' when 'refused' then 'refused' else 'to ask' end as state,
    coalesce(p.done_at, p.turn_since, own.asked_at) as since, p.reason as why, least(p.wanted_by, own.wanted_by) as wanted_by
  from ask_parties p join asks own on own.id = p.ask_id where p.ask_id = ${askId} and p.member_id is null`;

/** Asks and those who are asked, to be joined within a statement of another area. */
export const asksThere = sql`(select ${asks.id}, ${asks.firmId}, ${asks.clientId}, ${asks.jobId}, ${asks.state}, ${asks.title}, ${asks.words}, ${asks.askedAt}, ${asks.endedAt}, ${asks.wantedBy}, ${asks.released} from ${asks})`;
export const partiesThere = sql`(select ${askParties.id}, ${askParties.askId}, ${askParties.contactId}, ${askParties.memberId}, ${askParties.state}, ${askParties.wantedBy} from ${askParties})`;

/** Asks of a kind with whose turn it is and how many have done their part, to be listed within a statement of another area. */
export const asksWithTurns = (kind: string): SQL => sql`(
  select a.*, t.name as turn_name, t.contact_id as turn_contact, t.member_id as turn_member, t.state as turn_state, t.turn_since, least(t.wanted_by, a.wanted_by) as turn_wanted, n.done, n.of_all, n.contacts, coalesce(a.reason, n.refusal) as why
  from ${asks} a
    left join lateral (
      select string_agg(p.name, ' and ' order by p.name) as name, min(p.turn_since) as turn_since, min(p.wanted_by) as wanted_by, (array_agg(p.contact_id order by p.state = 'to be told' desc, p.name))[1] as contact_id,
        (array_agg(p.member_id order by p.name) filter (where p.member_id is not null))[1] as member_id,
        case when bool_or(p.state = 'refused') then 'refused' when bool_or(p.state = 'to be told') then 'to be told' else min(p.state) end as state
      from ask_parties p
      where p.ask_id = a.id and p.state <> 'done' and a.ended_at is null and not a.released
        and p.position = (select min(f.position) from ask_parties f where f.ask_id = a.id and f.state <> 'done')
    ) t on t.state <> 'refused'
    cross join lateral (
      select (count(*) filter (where p.state = 'done'))::int as done, count(*)::int as of_all, array_agg(p.contact_id) as contacts,
        max(p.name || ': ' || p.reason) filter (where p.state = 'refused') as refusal
      from ask_parties p where p.ask_id = a.id
    ) n
  where a.kind = ${kind}
)`;
