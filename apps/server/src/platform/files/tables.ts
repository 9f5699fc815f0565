import { bigint, boolean, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { firmId, moment, ownFirm } from '../database';

/** What is in the file store: sealed files by their address. */
export const storedFiles = pgTable(
  'stored_files',
  {
    firmId: firmId(),
    /** HMAC of the content under the firm's key, hexadecimal. */
    address: text('address').notNull(),
    /** SHA-256 of the sealed file: with it a copy is checked without the key. */
    sealedHash: text('sealed_hash').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    keptAt: moment('kept_at').notNull(),
    /** Somebody outside the firm sent it: what they may send is kept within bounds. */
    fromOutside: boolean('from_outside').notNull().default(false),
    /** When the round last looked at it. */
    checkedAt: moment('checked_at'),
    /** What was wrong with it then. */
    wrong: text('wrong').$type<'missing' | 'damaged'>(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.firmId, t.address] })],
);
