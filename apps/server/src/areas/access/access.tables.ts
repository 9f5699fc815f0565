import { index, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm } from '../../platform/database';

/** Which clients were granted to whom, one by one. */
export const clientGrants = pgTable(
  'client_grants',
  {
    firmId: firmId(),
    memberId: uuid('member_id').notNull(),
    clientId: uuid('client_id').notNull(),
    /** How it came about: "by Orla Keane", "added the client". */
    how: text('how').notNull(),
    at: moment('at').notNull(),
    /** The group by which it came; it goes when the person leaves that group. */
    groupId: uuid('group_id'),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.memberId, t.clientId] }), index().on(t.clientId)],
);

/** Groups of people to whom clients are granted together. */
export const groups = pgTable('groups', { id: id(), firmId: firmId(), name: text('name').notNull() }, (t) => [ownFirm(), unique().on(t.firmId, t.name)]);

export const groupMembers = pgTable(
  'group_members',
  {
    firmId: firmId(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id, { onDelete: 'cascade' }),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.groupId, t.memberId] }), index().on(t.memberId)],
);

/** What was granted to a group: whoever joins it later sees it too. */
export const groupGrants = pgTable(
  'group_grants',
  {
    firmId: firmId(),
    groupId: uuid('group_id')
      .notNull()
      .references(() => groups.id, { onDelete: 'cascade' }),
    clientId: uuid('client_id').notNull(),
    how: text('how').notNull(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.groupId, t.clientId] })],
);
