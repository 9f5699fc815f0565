import { index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Filter } from '@steady/core/lists';
import type { ListOf } from '@steady/contract/lists';
import { firmId, id, ownFirm } from '../database';

/** Lists that somebody saved: for oneself, or for everybody in the firm. */
export const savedLists = pgTable(
  'saved_lists',
  {
    id: id(),
    firmId: firmId(),
    /** Whose it is; nobody's when it is shared. */
    memberId: uuid('member_id'),
    /** Who saved it. */
    byId: uuid('by_id'),
    /** What it is a list of. */
    of: text('of').$type<ListOf>().notNull().default('clients'),
    name: text('name').notNull(),
    filters: jsonb('filters').$type<Filter[]>().notNull(),
    columns: jsonb('columns').$type<string[]>().notNull(),
    sort: text('sort'),
    /** What else stood in the address: the view, what it was narrowed to, what it was added up by. */
    more: jsonb('more').$type<Record<string, string>>().notNull().default({}),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.memberId)],
);
