import { boolean, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { KeepingPeriods, KeptKind } from '@steady/core/keeping';
import { day, firmId, id, moment, ofSeenClient, ownFirm, version } from '../../platform/database';

/** For how long the firm keeps what, one row a firm. */
export const keepingPeriods = pgTable(
  'keeping_periods',
  {
    id: id(),
    firmId: firmId().unique(),
    version: version(),
    kinds: jsonb('kinds').$type<KeepingPeriods['kinds']>().notNull(),
    folders: jsonb('folders').$type<KeepingPeriods['folders']>().notNull(),
  },
  () => [ownFirm()],
);

/** Reasons to keep everything of a client, whatever the periods say. */
export const keepingHolds = pgTable(
  'keeping_holds',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    reason: text('reason').notNull(),
    until: day('until'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    endedAt: moment('ended_at'),
    endedBy: text('ended_by'),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.clientId), index().on(t.firmId, t.at)],
);

/** What was decided about things whose time was over. It stays. */
export const keepingDecisions = pgTable(
  'keeping_decisions',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    kind: text('kind').$type<KeptKind>().notNull(),
    /** The firm's folder, and what it was called. */
    folderId: uuid('folder_id'),
    folder: text('folder'),
    destroyed: boolean('destroyed').notNull(),
    /** How many things were destroyed; nothing where they are kept. */
    count: integer('count').notNull(),
    keepThrough: day('keep_through'),
    reason: text('reason'),
    at: moment('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.clientId), index().on(t.firmId, t.at)],
);
