import { jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { firmId, moment, ownFirm } from '../database';

/** Answers already given to requests that carried an Idempotency-Key. */
export const idempotencyKeys = pgTable(
  'idempotency_keys',
  { firmId: firmId(), key: text('key').notNull(), requestHash: text('request_hash').notNull(), response: jsonb('response'), at: moment('at').notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.key] })],
);
