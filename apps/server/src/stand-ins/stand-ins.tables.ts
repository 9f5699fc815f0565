import { boolean, index, pgTable, text } from 'drizzle-orm/pg-core';
import { firmId, id, moment, money, ownFirm } from '../platform/database';

/** Messages that the simulated post room has taken. */
export const postRoom = pgTable(
  'post_room',
  {
    id: id(),
    firmId: firmId(),
    key: text('key').notNull().unique(),
    at: moment('at').notNull(),
    channel: text('channel').notNull(),
    toName: text('to_name').notNull(),
    address: text('address').notNull(),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    /** It lets a person of the firm in: shown only beside the sign-in page of the demo. */
    forStaff: boolean('for_staff').notNull().default(false),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);

/** Collections that the simulated collector has made or refused. */
export const collections = pgTable(
  'collections',
  {
    id: id(),
    firmId: firmId(),
    key: text('key').notNull().unique(),
    amount: money('amount').notNull(),
    reference: text('reference').notNull(),
    outcome: text('outcome').notNull(),
    at: moment('at').notNull(),
  },
  () => [ownFirm()],
);

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
