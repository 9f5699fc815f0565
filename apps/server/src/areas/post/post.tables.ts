import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Held } from '@steady/core/pacing';
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
    /** What it is about, where that is something: those of one matter keep their order. */
    matter: text('matter'),
    /** Its words without greeting, link and signature, and those of the link: to go out with others as one message. */
    paragraphs: text('paragraphs').notNull().default(''),
    signature: text('signature').notNull().default(''),
    /** It is not to go out before; as soon as it was written where nothing is said. */
    wantedAt: moment('wanted_at')
      .notNull()
      .default(sql`now()`),
    /** It goes at once, whatever the hour and however many went before. */
    isNow: boolean('is_now').notNull().default(false),
    /** The message as a part of which it goes out, or went. */
    goesWith: uuid('goes_with'),
    /** Where an answer to it goes by mail. */
    replyTo: text('reply_to'),
    /** What holds it back, in the order in which it did. */
    held: jsonb('held').$type<Held[]>().notNull().default([]),
    /** How many go to its reader in a day, where that holds it back. */
    perDay: integer('per_day'),
    /** It was taken back by itself, as what it was about was not wanted any more; it waits again where that is. */
    dropped: boolean('dropped').notNull().default(false),
    sentAt: moment('sent_at'),
    /** When its words and address were destroyed: that it was sent stays. */
    destroyedAt: moment('destroyed_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    index().on(t.firmId, t.at),
    index().on(t.clientId),
    index('messages_of_matters').on(t.matter),
    index('messages_going_together')
      .on(t.goesWith)
      .where(sql`goes_with is not null`),
    index('messages_sent_to').on(t.contactId, t.sentAt),
    // Few messages wait of all that were ever written.
    index('messages_going_out')
      .on(t.firmId, t.contactId)
      .where(sql`status in ('waiting', 'failed')`),
  ],
);

/** Wording kept for messages, with details to be filled in. */
export const templates = pgTable(
  'message_templates',
  { id: id(), firmId: firmId(), version: version(), name: text('name').notNull(), subject: text('subject').notNull(), body: text('body').notNull() },
  () => [ownFirm()],
);
