import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { LegalForm } from '@steady/core/clients';
import type { FolderRight, Origin } from '@steady/core/documents';
import { firmId, id, moment, ofSeenAlways, ofSeenClient, ownFirm, version, withoutFees } from '../../platform/database';

/** Folders that the firm gives to its clients. */
export const folderTemplates = pgTable(
  'folder_templates',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    name: text('name').notNull(),
    right: text('right').$type<FolderRight>().notNull(),
    forms: jsonb('forms').$type<LegalForm[]>().notNull(),
    byYear: boolean('by_year').notNull(),
    takes: jsonb('takes').$type<Origin[]>().notNull(),
    services: jsonb('services').$type<string[]>().notNull(),
    position: integer('position').notNull(),
    /** No client gets it any more; what lies in it stays. */
    isRetired: boolean('is_retired').notNull().default(false),
  },
  (t) => [ownFirm(), index().on(t.firmId, t.position)],
);

/** A folder of one client: one of the firm's as soon as something of its own is known of it, or the client's alone. */
export const clientFolders = pgTable(
  'client_folders',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    /** Null for a folder of this client alone. */
    templateId: uuid('template_id').references(() => folderTemplates.id),
    /** Null: as the firm's. */
    name: text('name'),
    right: text('right').$type<FolderRight>(),
    /** Ids of the contacts for whom alone it is; null for all. */
    onlyFor: jsonb('only_for').$type<string[]>(),
  },
  (t) => [ownFirm(), ofSeenClient(), unique().on(t.clientId, t.templateId)],
);

export const documents = pgTable(
  'documents',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id'),
    /** As the file was called by whoever sent it. */
    name: text('name').notNull(),
    /** What it is, where that is known: the item it was asked for as, or the bill. */
    what: text('what'),
    /** In the file store. */
    address: text('address').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** Which of the client's people sent it; null where it was somebody of the firm. */
    byContact: uuid('by_contact'),
    /** Sent by the client's people: it counts towards what is kept of what comes in. */
    fromOutside: boolean('from_outside').notNull().default(false),
    /** A bill: it is there only for whoever may see fees. */
    aboutFees: boolean('about_fees').notNull().default(false),
    version: version(),
    /** Where it lies; null outside all folders, where only the firm sees it. */
    folderId: uuid('folder_id').references(() => clientFolders.id),
    /** To which year it belongs. */
    year: integer('year').notNull(),
    /** How many came before what is there now. */
    earlier: integer('earlier').notNull().default(0),
    /** When somebody of the firm looked at it; what the firm added itself needs no look. */
    lookedAt: moment('looked_at'),
    lookedBy: text('looked_by'),
    /** Who is to look at it. */
    assignedTo: uuid('assigned_to'),
    takenOutAt: moment('taken_out_at'),
    takenOutBy: text('taken_out_by'),
    /** What is inside was looked through, or there is nothing to look through. */
    isLookedThrough: boolean('is_looked_through').notNull().default(false),
    /** Its content was destroyed: that it was there stays on record. */
    removedAt: moment('removed_at'),
  },
  (t) => [
    ownFirm(),
    ofSeenClient(),
    withoutFees(),
    index().on(t.clientId),
    index().on(t.jobId),
    index().on(t.firmId, t.at),
    index().on(t.folderId),
    index().on(t.firmId, t.address),
    index()
      .on(t.firmId, t.clientId, t.bytes)
      .where(sql`from_outside`),
    index('documents_of_people')
      .on(t.byContact)
      .where(sql`by_contact is not null`),
    index('documents_to_look_at')
      .on(t.firmId, t.at)
      .where(sql`looked_at is null and taken_out_at is null`),
    index('documents_to_look_through')
      .on(t.firmId, t.at)
      .where(sql`not is_looked_through`),
    index('documents_taken_out')
      .on(t.firmId, t.takenOutAt)
      .where(sql`taken_out_at is not null and removed_at is null`),
  ],
);

/** What stood in the place of a document before a newer version came. */
export const documentVersions = pgTable(
  'document_versions',
  {
    documentId: uuid('document_id')
      .notNull()
      .references(() => documents.id, { onDelete: 'cascade' }),
    firmId: firmId(),
    /** The oldest is 1. */
    number: integer('number').notNull(),
    name: text('name').notNull(),
    address: text('address').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
  },
  (t) => [ownFirm(), ofSeenAlways('document_id', 'documents'), primaryKey({ columns: [t.documentId, t.number] })],
);

/** The text inside a document, taken out in the background so that it can be looked for. It lies in the database unsealed: see docs/decisions. */
export const documentTexts = pgTable(
  'document_texts',
  {
    documentId: uuid('document_id')
      .primaryKey()
      .references(() => documents.id, { onDelete: 'cascade' }),
    firmId: firmId(),
    /** Of which content it is: a newer version is read anew. */
    address: text('address').notNull(),
    text: text('text').notNull(),
  },
  () => [ownFirm(), ofSeenAlways('document_id', 'documents')],
);
