import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { bySecret, firmId, forReceivers, id, moment, ofSeenAlways, ofSeenClient, ownFirm, version } from '../../platform/database';

/** The public page of a firm where anybody may leave a message and files. */
export const dropOffPages = pgTable(
  'drop_off_pages',
  {
    firmId: firmId().primaryKey(),
    version: version(),
    /** The last part of its address, chosen once; the page is found by its hash before its firm is known. */
    address: text('address'),
    tokenHash: text('token_hash'),
    isOn: boolean('is_on').notNull().default(false),
    welcome: text('welcome').notNull(),
    hours: text('hours'),
    /** Until when it takes nothing, because too much came at once. */
    shutUntil: moment('shut_until'),
  },
  (t) => [ownFirm(), bySecret(), uniqueIndex('drop_off_pages_address').on(t.tokenHash)],
);

/** Who of the firm takes what is left there; nobody else reads it. */
export const dropOffReceivers = pgTable('drop_off_receivers', { firmId: firmId(), memberId: uuid('member_id').notNull() }, (t) => [
  ownFirm(),
  primaryKey({ columns: [t.firmId, t.memberId] }),
]);

/** What a visitor left. It has arrived once the code of the mail was entered. */
export const arrivals = pgTable(
  'arrivals',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    /** Of the browser in which it was left: it shows what was sent from it. */
    deviceHash: text('device_hash').notNull(),
    /** Of the work that was done for it, so that none is done for two. */
    proof: text('proof').notNull(),
    name: text('name').notNull(),
    email: text('email').notNull(),
    /** Sealed. */
    message: text('message').notNull(),
    beganAt: moment('began_at').notNull(),
    arrivedAt: moment('arrived_at'),
    holderId: uuid('holder_id'),
    filedAt: moment('filed_at'),
    refusedAt: moment('refused_at'),
    /** Who filed or refused it, and why it was refused. */
    decidedBy: text('decided_by'),
    reason: text('reason'),
    clientId: uuid('client_id'),
    contactId: uuid('contact_id'),
    conversationId: uuid('conversation_id'),
    /** Its words and files were destroyed. */
    emptiedAt: moment('emptied_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    forReceivers('drop_off_receivers'),
    uniqueIndex('arrivals_proof').on(t.firmId, t.proof),
    index('arrivals_of_devices').on(t.firmId, t.deviceHash),
    index('arrivals_by_time').on(t.firmId, t.arrivedAt),
    index('arrivals_of_clients').on(t.clientId),
    index('arrivals_open')
      .on(t.firmId)
      .where(sql`filed_at is null and refused_at is null`),
  ],
);

/** Files of an arrival; filed, they are documents of the client. */
export const arrivalFiles = pgTable(
  'arrival_files',
  {
    id: id(),
    firmId: firmId(),
    arrivalId: uuid('arrival_id')
      .notNull()
      .references(() => arrivals.id),
    at: moment('at').notNull(),
    name: text('name').notNull(),
    kind: text('kind').notNull(),
    bytes: integer('bytes').notNull(),
    /** In the store; nothing where it was filed or destroyed. */
    address: text('address'),
    documentId: uuid('document_id'),
  },
  (t) => [ownFirm(), ofSeenAlways('arrival_id', 'arrivals'), index().on(t.arrivalId), index('arrival_files_in_store').on(t.address)],
);
