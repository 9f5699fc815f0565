import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ownFirm, whileSigningIn } from '../database';

/** Tries at doors, counted by whom or what they are made with: a person, a known browser, an address, a client's person. */
export const doorTries = pgTable(
  'door_tries',
  {
    /** "person:…", as a hash. */
    key: text('key').primaryKey(),
    tries: integer('tries').notNull(),
    /** When counting began. */
    since: moment('since').notNull(),
    /** How often it was shut before: each time for longer. */
    locks: integer('locks').notNull().default(0),
    shutUntil: moment('shut_until'),
  },
  () => [whileSigningIn()],
);

/** Codes that were sent to an address, to confirm that it is theirs who gave it. */
export const emailedCodes = pgTable(
  'emailed_codes',
  {
    id: id(),
    firmId: firmId(),
    /** The person, or the thing that waits for it. */
    of: uuid('of').notNull(),
    codeHash: text('code_hash').notNull(),
    expiresAt: moment('expires_at').notNull(),
    tries: integer('tries').notNull().default(0),
    usedAt: moment('used_at'),
  },
  (t) => [ownFirm(), index().on(t.of)],
);
