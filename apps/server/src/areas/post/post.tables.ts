import { sql } from 'drizzle-orm';
import { boolean, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { SentMessage } from '@steady/contract/post';
import { firmId, id, moment, ofSeenClient, ownFirm, version } from '../../platform/database';

/** What the firm has written to clients. */
export const messages = pgTable(
  'messages',
  {
    id: id(),
    firmId: firmId(),
    at: moment('at').notNull(),
    contactId: uuid('contact_id').notNull(),
    toName: text('to_name').notNull(),
    address: text('address').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    status: text('status').$type<SentMessage['status']>().notNull(),
    clientId: uuid('client_id'),
    jobId: uuid('job_id'),
    by: text('by').notNull(),
    /** It tells of an amount: whoever may not see fees reads "an amount" in its place. */
    aboutFees: boolean('about_fees').notNull().default(false),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index().on(t.firmId, t.at),
    index().on(t.clientId),
    // Few messages wait of all that were ever written.
    index('messages_going_out')
      .on(t.firmId)
      .where(sql`status in ('waiting', 'failed')`),
  ],
);

/** Wording kept for messages, with details to be filled in. */
export const templates = pgTable(
  'message_templates',
  { id: id(), firmId: firmId(), version: version(), name: text('name').notNull(), subject: text('subject').notNull(), body: text('body').notNull() },
  () => [ownFirm()],
);
