import { sql } from 'drizzle-orm';
import { bigint, boolean, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeenClient, ownFirm, withoutFees } from '../../platform/database';

export const documents = pgTable(
  'documents',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id'),
    /** As the file was called by whoever sent it. */
    name: text('name').notNull(),
    /** What it is, where that is known: the item it was asked for as, or the bill. */
    what: text('what'),
    /** In the file store. */
    address: text('address').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** Sent by the client's people: it counts towards what is kept of what comes in. */
    fromOutside: boolean('from_outside').notNull().default(false),
    /** A bill: it is there only for whoever may see fees. */
    aboutFees: boolean('about_fees').notNull().default(false),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    withoutFees(),
    index().on(t.clientId),
    index().on(t.jobId),
    index().on(t.firmId, t.at),
    index()
      .on(t.firmId, t.clientId, t.bytes)
      .where(sql`from_outside`),
  ],
);
