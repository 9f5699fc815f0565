import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { IdentityWay } from '@steady/core/identities';
import { day, firmId, id, moment, ofSeen, ownFirm } from '../../platform/database';

/** How the firm knows that people are who they say. */
export const identities = pgTable(
  'identities',
  {
    id: id(),
    firmId: firmId(),
    contactId: uuid('contact_id').notNull(),
    way: text('way').$type<IdentityWay>().notNull(),
    what: text('what').notNull(),
    /** The number of the paper or of the check; null where none was noted. */
    number: text('number'),
    on: day('on_day').notNull(),
    goodUntil: day('good_until'),
    by: text('by').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [ownFirm(), ofSeen('contact_id', 'contacts'), index().on(t.contactId)],
);
