import { sql } from 'drizzle-orm';
import { clientName } from '../clients';
import { foundByName } from '../search';

/** Conversations by what they are about, for the search. What is private is sealed, and not searched. */
export const conversationsFound = foundByName(
  'conversation',
  sql`(select id, firm_id, client_id, subject as name from conversations where not is_private)`,
  clientName(sql`x.client_id`),
);
