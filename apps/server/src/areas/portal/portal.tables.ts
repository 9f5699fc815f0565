import { sql } from 'drizzle-orm';
import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { bySecret, firmId, id, moment, ofSeenClient, ownFirm } from '../../platform/database';

/** Links that go out in messages. A link says whose door it is; it opens nothing by itself. */
export const portalLinks = pgTable(
  'portal_links',
  {
    tokenHash: text('token_hash').primaryKey(),
    firmId: firmId(),
    contactId: uuid('contact_id').notNull(),
    leadsTo: text('leads_to').notNull(),
    expiresAt: moment('expires_at').notNull(),
  },
  () => [ownFirm(), bySecret()],
);

/** Browsers in which a contact has entered a code before. */
export const portalDevices = pgTable(
  'portal_devices',
  {
    tokenHash: text('token_hash').primaryKey(),
    id: uuid('id').notNull().defaultRandom(),
    firmId: firmId(),
    contactId: uuid('contact_id').notNull(),
    expiresAt: moment('expires_at').notNull(),
    /** What it is, as far as it says: "iPhone", "Windows computer". */
    name: text('name').notNull().default('a device'),
    at: moment('at')
      .notNull()
      .default(sql`now()`),
    /** When somebody last came in on it. */
    lastInAt: moment('last_in_at'),
  },
  (t) => [ownFirm(), bySecret(), index().on(t.contactId)],
);

export const portalSessions = pgTable(
  'portal_sessions',
  {
    tokenHash: text('token_hash').primaryKey(),
    firmId: firmId(),
    contactId: uuid('contact_id').notNull(),
    expiresAt: moment('expires_at').notNull(),
    /** The device on which it was begun: it ends with it. */
    deviceHash: text('device_hash'),
    /** The person of the firm who looks through the contact's eyes, and may change nothing. */
    lookedAtBy: uuid('looked_at_by'),
    /** The session in which they look: it ends with it. */
    lookedIn: text('looked_in'),
  },
  () => [ownFirm(), bySecret()],
);

/** What a contact opened in the portal: first, last, how often. */
export const openedThings = pgTable(
  'opened_things',
  {
    id: id(),
    firmId: firmId(),
    contactId: uuid('contact_id').notNull(),
    clientId: uuid('client_id').notNull(),
    /** An ask, a document, a bill. */
    kind: text('kind').notNull(),
    thingId: uuid('thing_id').notNull(),
    /** What it was called then. */
    what: text('what').notNull(),
    firstAt: moment('first_at').notNull(),
    lastAt: moment('last_at').notNull(),
    times: integer('times').notNull().default(1),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.contactId, t.lastAt), index().on(t.thingId), index('opened_things_of_clients').on(t.clientId)],
);
