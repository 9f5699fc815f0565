import { index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm } from '../../platform/database';
import type { Refused } from '../clients';
import type { ImportLot } from './tasks';

/** What of a file is written, as it was planned, and the rows that a rule did not allow. */
export interface ComingIn {
  fresh: number;
  changed: number;
  left: number;
  refused: Refused[];
}

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
    /** A few values of each column, to recognise it by. */
    samples: jsonb('samples').$type<string[][]>().notNull(),
    /** How many rows it has; null while they are being put in. */
    rows: integer('rows'),
    mapping: jsonb('mapping').$type<(string | null)[]>().notNull(),
    outcome: text('outcome'),
    /** What was asked for, while it is brought in; `whole` once it is laid out in lots. */
    coming: jsonb('coming').$type<{ decisions: { line: number; as: string }[]; confirmed: boolean; whole: ComingIn | null }>(),
    /** The change of many that it was, by which it is undone. */
    bulkId: uuid('bulk_id'),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);

/** The rows of a file, in parts. */
export const importParts = pgTable(
  'import_parts',
  { firmId: firmId(), importId: uuid('import_id').notNull(), part: integer('part').notNull(), rows: jsonb('rows').$type<string[][]>().notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.importId, t.part] })],
);

/** What is still to be written of a file that is being brought in: each lot goes away with the transaction that writes it. */
export const importLots = pgTable(
  'import_lots',
  {
    firmId: firmId(),
    importId: uuid('import_id').notNull(),
    lot: integer('lot').notNull(),
    size: integer('size').notNull(),
    rows: jsonb('rows').$type<ImportLot>().notNull(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.importId, t.lot] })],
);

/** What the headings of a source were brought in as the last time. */
export const importSources = pgTable(
  'import_sources',
  { firmId: firmId(), source: text('source').notNull(), mapping: jsonb('mapping').$type<(string | null)[]>().notNull() },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.source] })],
);
