import { boolean, doublePrecision, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { type Evidence, type FieldKind, type Given, NO_EVIDENCE, type SignField } from '@steady/core/signing';
import { day, firmId, id, moment, ofSeen, ownFirm, version } from '../../platform/database';
import type { Upload } from '../../platform/files';
import { askParties, asks } from '../asks/asks.tables';

/** One in whose place somebody else signs. */
export interface Replaced {
  /** ISO moment. */
  at: string;
  /** Of the firm, who asked the other. */
  by: string;
  contactId: string | null;
  name: string;
  /** Why they refused; null where they had not. */
  refused: string | null;
  instead: string;
}

/** The document that an ask for signatures is about. */
export const signatureDocuments = pgTable(
  'signature_documents',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .unique()
      .references(() => asks.id),
    documentId: uuid('document_id').notNull(),
    /** The kind of document it was given as, and what is asked of a signature on it, as it was then. */
    kindId: uuid('kind_id'),
    evidence: jsonb('evidence').$type<Evidence>().notNull().default(NO_EVIDENCE),
    /** The edition of the terms that those agree to who sign. */
    termsId: uuid('terms_id'),
    recordFirst: boolean('record_first').notNull().default(false),
    holdsFiling: boolean('holds_filing').notNull().default(false),
    mayHandOn: boolean('may_hand_on').notNull().default(false),
    /** How it was signed was destroyed, as its time was over: nothing holds the document here any more. */
    isOver: boolean('is_over').notNull().default(false),
    /** Who was to sign and did not, and who does in their place: it stands in the signing record. */
    replaced: jsonb('replaced').$type<Replaced[]>().notNull().default([]),
    /** After this day it cannot be signed any more; null where it can for as long as it is asked for. */
    expiresOn: day('expires_on'),
    /** The sealed copy, once it is made: its document, when it was sealed, and by which certificate. */
    signedCopyId: uuid('signed_copy_id'),
    sealedAt: moment('sealed_at'),
    fingerprint: text('fingerprint'),
    /** Why it could not be made; somebody of the firm has it made again. */
    copyFault: text('copy_fault'),
  },
  () => [ownFirm(), ofSeen('ask_id', 'asks')],
);

/** Signatures as they were given: written once, and they stay. */
export const signings = pgTable(
  'signings',
  {
    id: id(),
    firmId: firmId(),
    partyId: uuid('party_id')
      .notNull()
      .unique()
      .references(() => askParties.id),
    signedAt: moment('signed_at').notNull(),
    /** The name as they wrote it, and from where; or who of the firm noted that they signed on paper. */
    signedAs: text('signed_as'),
    signedFrom: text('signed_from'),
    onPaperBy: text('on_paper_by'),
    scanId: uuid('scan_id'),
    /** The end of the number to which a code went by text message that they typed. */
    textTo: text('text_to'),
    /** How their identity had been confirmed, in words, where the firm asks for that. */
    identity: text('identity'),
    /** SHA-256 of the very bytes that were signed. */
    sha256: text('sha256').notNull(),
    /** Their name as they typed or drew it, and what they filled in; null for a signature on paper. */
    given: jsonb('given').$type<Given>(),
    /** When as whom, with which mark, from where and by whom on paper was destroyed: setting it destroys them, and nothing else of a row can change. */
    destroyedAt: moment('destroyed_at'),
  },
  () => [ownFirm(), ofSeen('party_id', 'ask_parties')],
);

/** Places on the pages of a document, each to be filled in by one who signs. They are put down before it goes out, and stay. */
export const signatureFields = pgTable(
  'signature_fields',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .references(() => asks.id),
    partyId: uuid('party_id')
      .notNull()
      .references(() => askParties.id),
    kind: text('kind').$type<FieldKind>().notNull(),
    page: integer('page').notNull(),
    x: doublePrecision('x').notNull(),
    y: doublePrecision('y').notNull(),
    width: doublePrecision('width').notNull(),
    height: doublePrecision('height').notNull(),
    isRequired: boolean('is_required').notNull(),
    label: text('label'),
  },
  (t) => [ownFirm(), ofSeen('ask_id', 'asks'), index().on(t.askId)],
);

/** A kind of document that is given for signature: where it is signed, what it says to those who sign, and what the firm asks of a signature on it. */
export const signingKinds = pgTable(
  'signing_kinds',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    name: text('name').notNull(),
    fields: jsonb('fields').$type<SignField[]>().notNull(),
    /** How many sign it; none as long as no places are kept. */
    signers: integer('signers').notNull(),
    used: integer('used').notNull().default(0),
    /** The document itself, where it is the same for every client. */
    letter: jsonb('letter').$type<Upload>(),
    /** What is said to those who sign, where nothing else is written. */
    words: text('words'),
    evidence: jsonb('evidence').$type<Evidence>().notNull().default(NO_EVIDENCE),
    /** Terms, by their name, that those agree to who sign it. */
    terms: text('terms'),
    /** The signing record stands before the document, not behind it. */
    recordFirst: boolean('record_first').notNull().default(false),
    /** The return of its job is filed only when it is signed. */
    holdsFiling: boolean('holds_filing').notNull().default(false),
    /** Whoever is asked may have somebody else of the client sign. */
    mayHandOn: boolean('may_hand_on').notNull().default(false),
  },
  (t) => [ownFirm(), unique().on(t.firmId, t.name)],
);

/** Terms that signers agree to, each edition as it was: what somebody agreed to stays readable. */
export const terms = pgTable(
  'terms',
  {
    id: id(),
    firmId: firmId(),
    name: text('name').notNull(),
    edition: integer('edition').notNull(),
    text: text('text').notNull(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    /** Not offered any more. */
    isRetired: boolean('is_retired').notNull().default(false),
  },
  (t) => [ownFirm(), unique().on(t.firmId, t.name, t.edition)],
);

/** Who agreed to which edition of which terms, with which signature: written once, and it stays. */
export const termsAgreed = pgTable(
  'terms_agreed',
  {
    id: id(),
    firmId: firmId(),
    termsId: uuid('terms_id')
      .notNull()
      .references(() => terms.id),
    contactId: uuid('contact_id').notNull(),
    partyId: uuid('party_id')
      .notNull()
      .references(() => askParties.id),
    at: moment('at').notNull(),
  },
  (t) => [ownFirm(), ofSeen('party_id', 'ask_parties'), unique().on(t.termsId, t.contactId, t.partyId)],
);

/** Codes by text message that confirm who signs: to which number, and when the right one was typed. */
export const textCodes = pgTable(
  'text_codes',
  {
    id: id(),
    firmId: firmId(),
    partyId: uuid('party_id')
      .notNull()
      .unique()
      .references(() => askParties.id),
    number: text('number').notNull(),
    sent: integer('sent').notNull().default(0),
    sentAt: moment('sent_at'),
    confirmedAt: moment('confirmed_at'),
  },
  () => [ownFirm(), ofSeen('party_id', 'ask_parties')],
);
