import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import { moment, whileSigningIn } from '../database';

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
