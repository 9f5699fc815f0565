import { bigint, boolean, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeenClient, ownFirm, withoutFees } from '../../platform/database';

export const documents = pgTable(
  'documents',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id'),
    name: text('name').notNull(),
    sha256: text('sha256').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** A bill: it is there only for whoever may see fees. */
    aboutFees: boolean('about_fees').notNull().default(false),
  },
  (t) => [ownFirm(), ofSeenClient(), withoutFees(), index().on(t.clientId), index().on(t.jobId), index().on(t.firmId, t.at)],
);
