import { sql } from 'drizzle-orm';
import { boolean, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core';
import { bySecret, firmId, id, moment, ownFirm } from '../../platform/database';

/** The certificates with which the firm seals, or did. */
export const sealCertificates = pgTable(
  'seal_certificates',
  {
    id: id(),
    firmId: firmId(),
    /** DER, Base64; and those of the authorities above it. */
    certificate: text('certificate').notNull(),
    issuers: jsonb('issuers').$type<string[]>().notNull(),
    /** Sealed as private texts are; thrown away when the next one takes its place. */
    key: text('key'),
    /** An authority issued it to the firm, which brought it: no other is made by itself when it runs out. */
    isBrought: boolean('is_brought').notNull().default(false),
    fingerprint: text('fingerprint').notNull(),
    goodFrom: moment('good_from').notNull(),
    goodUntil: moment('good_until').notNull(),
    replacedAt: moment('replaced_at'),
  },
  (t) => [
    ownFirm(),
    uniqueIndex('seal_certificates_current')
      .on(t.firmId)
      .where(sql`replaced_at is null`),
  ],
);

/** Where the firm publishes the fingerprints of its certificates, and anybody checks what it sealed. */
export const sealPages = pgTable(
  'seal_pages',
  {
    firmId: firmId().primaryKey(),
    address: text('address').notNull(),
    tokenHash: text('token_hash').notNull(),
  },
  (t) => [ownFirm(), bySecret(), uniqueIndex('seal_pages_address').on(t.tokenHash)],
);
