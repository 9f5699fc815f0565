import { type SQL, sql } from 'drizzle-orm';

/** Under which messages to clients stand in the outbox. */
export const DELIVER = 'deliver message';

/** Messages `m` with their place in the outbox `o` while they wait: that of the message as a part of which they go. */
export const MESSAGES = sql`messages m left join outbox o on o.firm_id = m.firm_id and o.kind = ${DELIVER} and o.key = coalesce(m.goes_with, m.id)::text and o.done_at is null`;

/** When a message about the matter in `matter` went out last, as part of a statement of another area. */
export const lastSentAbout = (matter: SQL): SQL => sql`(select max(l.sent_at) from messages l where l.matter = ${matter})`;
