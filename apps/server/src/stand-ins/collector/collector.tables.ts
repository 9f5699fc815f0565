import { pgTable, text } from 'drizzle-orm/pg-core';
import { currency, firmId, id, moment, money, ownFirm } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

/** Collections that the simulated collector has made or refused. */
export const collections = pgTable(
  'collections',
  {
    id: id(),
    firmId: firmId(),
    key: text('key').notNull().unique(),
    amount: money('amount').notNull(),
    currency: currency(),
    reference: text('reference').notNull(),
    outcome: text('outcome').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [ownFirm(), inFirmsCurrency(t)],
);

/** The firms whose next card the simulated collector refuses, so that a refusal can be seen. */
export const collectorRefusals = pgTable('collector_refusals', { firmId: firmId().primaryKey() }, () => [ownFirm()]);
