import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { DetailKind, DetailValue } from '@steady/core/details';
import { CLIENT_FACTS } from '@steady/core/clients';
import type { NoteKind } from '@steady/contract/clients';
import type { Address, Marketing, RelatedKind } from '@steady/contract/contacts';
import { columnsOfFacts, firmId, grantedClients, id, moment, ofSeenBy, ofSeenClient, ownFirm, version, day } from '../../platform/database';

export const clients = pgTable(
  'clients',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    number: integer('number').notNull(),
    /** What is known of it: see the list of facts. */
    ...columnsOfFacts(CLIENT_FACTS),
    /** Persons stand by their last name in lists, other clients by their name. */
    sortName: text('sort_name').generatedAlwaysAs(sql`case when legal_form = 'person' then regexp_replace(name, '^.*\\s', '') || ' ' || name else name end`),
    /** The firm's own details, by the id of the detail. */
    details: jsonb('details').$type<Record<string, DetailValue>>().notNull().default({}),
    relatedId: uuid('related_id').references(() => relatedClients.id),
    /** The record that this one was found to be, and became part of. */
    mergedInto: uuid('merged_into'),
  },
  (t) => [
    ownFirm(),
    grantedClients(),
    unique().on(t.firmId, t.number),
    index().on(t.firmId, t.name),
    index('clients_in_order').on(t.firmId, sql`sort_name collate "unicode"`, t.id),
    index().on(t.relatedId),
    index()
      .on(t.mergedInto)
      .where(sql`merged_into is not null`),
  ],
);

export type Client = typeof clients.$inferSelect;

/** Clients that belong together: a family, a group of companies. */
export const relatedClients = pgTable(
  'related_clients',
  { id: id(), firmId: firmId(), name: text('name').notNull(), kind: text('kind').$type<RelatedKind>().notNull() },
  () => [ownFirm(), ofSeenBy('clients', 'related_id')],
);

/** People, each once, however many clients they act for. */
export const contacts = pgTable(
  'contacts',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    name: text('name').notNull(),
    email: text('email'),
    /** Since when mail goes to another address than before, until somebody has made sure that it is theirs. */
    newEmailSince: moment('new_email_since'),
    phone: text('phone'),
    mobile: text('mobile'),
    address: jsonb('address').$type<Address>(),
    /** The last day on which they are away: no follow-up goes to them until after it. */
    awayUntil: day('away_until'),
    /** Whether they want to be written to about more than their work, since when, and how the firm knows. */
    marketing: jsonb('marketing').$type<Marketing>(),
    /** When they last came into the portal; null where they never did. */
    lastInAt: moment('last_in_at'),
    /** When what need not stay was erased, as they asked. */
    erasedAt: moment('erased_at'),
  },
  (t) => [ownFirm(), ofSeenBy('client_contacts', 'contact_id'), index().on(t.firmId, t.email)],
);

/** Records of people that became part of another: their old addresses lead there. */
export const mergedContacts = pgTable('merged_contacts', { fromId: uuid('from_id').primaryKey(), firmId: firmId(), intoId: uuid('into_id').notNull() }, () => [
  ownFirm(),
]);

export const clientContacts = pgTable(
  'client_contacts',
  {
    firmId: firmId(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => clients.id),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contacts.id),
    role: text('role'),
    getsRequests: boolean('gets_requests').notNull().default(true),
    signs: boolean('signs').notNull().default(true),
    pays: boolean('pays').notNull().default(true),
    position: integer('position').notNull(),
  },
  (t) => [ownFirm(), ofSeenClient(), primaryKey({ columns: [t.clientId, t.contactId] }), index().on(t.contactId)],
);

/** Details that the firm decided to keep of its clients. */
export const detailFields = pgTable(
  'detail_fields',
  {
    id: id(),
    firmId: firmId(),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    kind: text('kind').$type<DetailKind>().notNull(),
    choices: jsonb('choices').$type<string[]>().notNull(),
    /** Legal forms that have it; none means all. */
    forms: jsonb('forms').$type<string[]>().notNull(),
  },
  (t) => [ownFirm(), unique().on(t.firmId, t.name)],
);

/** Notes on a client: a pinned one is seen at once; an open question is the preparer's own; a phone note meets a colleague. */
export const clientNotes = pgTable(
  'client_notes',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => clients.id),
    kind: text('kind').$type<NoteKind>().notNull(),
    text: text('text').notNull(),
    pinned: boolean('pinned').notNull().default(false),
    at: moment('at').notNull(),
    byId: uuid('by_id'),
    byName: text('by_name').notNull(),
    /** For whom a phone note or a notice is. */
    forId: uuid('for_id'),
    /** The job, or the task of it, that a notice is about. */
    jobId: uuid('job_id'),
    taskId: uuid('task_id'),
    /** When a question was answered or a phone note taken, and by whom; nobody where a notice went with its job. */
    doneAt: moment('done_at'),
    doneBy: text('done_by'),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.clientId), index().on(t.firmId, t.forId), index().on(t.jobId)],
);

/** Changes of many clients at once, with what stood before, so that they can be undone. */
export const bulkChanges = pgTable(
  'bulk_changes',
  {
    id: id(),
    firmId: firmId(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    byId: uuid('by_id'),
    what: text('what').notNull(),
    /** Still being written, or being taken back, lot by lot; null when nothing goes on. */
    going: text('going').$type<'in' | 'back'>(),
    undoneAt: moment('undone_at'),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.at)],
);

/** Parts of a change of many: each is written in a transaction of its own, and taken back in one. */
export const bulkLots = pgTable(
  'bulk_lots',
  {
    firmId: firmId(),
    bulkId: uuid('bulk_id').notNull(),
    lot: integer('lot').notNull(),
    /** For each client what was set and what stood there before; `added` where it came with this change. */
    rows: jsonb('rows').$type<BulkRow[]>().notNull(),
    /** When it was taken back: how many stand as before, and the names of those that were changed since. */
    back: integer('back'),
    left: jsonb('left').$type<string[]>(),
  },
  (t) => [ownFirm(), primaryKey({ columns: [t.bulkId, t.lot] })],
);

export interface BulkRow {
  clientId: string;
  added?: true;
  before: Record<string, unknown>;
  after: Record<string, unknown>;
  /** The contact that came or changed with it. */
  contact?: { id: string; before: ContactFacts | null; after: ContactFacts; newEmailSince?: string | null };
}

export interface ContactFacts {
  name: string;
  email: string | null;
  phone: string | null;
  role: string | null;
}
