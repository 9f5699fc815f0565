import { index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm } from '../../platform/database';

/** A file of clients that was read, and what became of it. */
export const imports = pgTable(
  'imports',
  {
    id: id(),
    firmId: firmId(),
    file: text('file').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    byId: uuid('by_id').notNull(),
    headings: jsonb('headings').$type<string[]>().notNull(),
    rows: jsonb('rows').$type<string[][]>().notNull(),
    mapping: jsonb('mapping').$type<(string | null)[]>().notNull(),
    outcome: text('outcome'),
    /** The change of many that it was, by which it is undone. */
    bulkId: uuid('bulk_id'),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);

/** What the headings of a source were brought in as the last time. */
export const importSources = pgTable(
  'import_sources',
  { firmId: firmId(), source: text('source').notNull(), mapping: jsonb('mapping').$type<(string | null)[]>().notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.source] })],
);
