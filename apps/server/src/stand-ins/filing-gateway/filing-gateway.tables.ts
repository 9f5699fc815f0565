import { pgTable, text } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm } from '../../platform/database';

/** Returns that the simulated filing gateway has taken, with the receipts it gave. */
export const filings = pgTable(
  'filings',
  {
    id: id(),
    firmId: firmId(),
    key: text('key').notNull().unique(),
    authority: text('authority').notNull(),
    what: text('what').notNull(),
    receipt: text('receipt').notNull(),
    at: moment('at').notNull(),
  },
  () => [ownFirm()],
);
