import { bigint, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeenClient, ownFirm } from '../../platform/database';

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
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.clientId), index().on(t.jobId), index().on(t.firmId, t.at)],
);
