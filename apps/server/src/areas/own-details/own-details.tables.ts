import { sql } from 'drizzle-orm';
import { index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { About, Details } from '@steady/core/own-details';
import { firmId, id, moment, ofSeenClient, ownFirm, version } from '../../platform/database';

/** Details that somebody of a client proposes to change; the firm takes them over, or says why not. */
export const proposedDetails = pgTable(
  'proposed_details',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    /** Who proposes. */
    contactId: uuid('contact_id').notNull(),
    /** Of which client, or the first that they act for where it is about themselves. */
    clientId: uuid('client_id').notNull(),
    about: text('about').$type<About>().notNull(),
    proposed: jsonb('proposed').$type<Details>().notNull(),
    note: text('note'),
    at: moment('at').notNull(),
    decidedAt: moment('decided_at'),
    decidedBy: text('decided_by'),
    /** What was taken over: "Email, Telephone"; empty for nothing. */
    taken: text('taken'),
    /** What was proposed, in words, once it is decided. */
    what: text('what').notNull(),
    reason: text('reason'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index().on(t.contactId),
    index('proposed_details_of_clients').on(t.clientId),
    index('proposed_details_open')
      .on(t.firmId)
      .where(sql`decided_at is null`),
  ],
);
