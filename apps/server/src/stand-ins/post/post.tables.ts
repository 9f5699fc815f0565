import { boolean, index, pgTable, text } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm } from '../../platform/database';

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
    replyTo: text('reply_to'),
    /** It lets a person of the firm in: shown only beside the sign-in page of the demo. */
    forStaff: boolean('for_staff').notNull().default(false),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);
