import { boolean, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeen, ownFirm } from '../../platform/database';
import { askParties, asks } from '../asks/asks.tables';

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
    /** How it was signed was destroyed, as its time was over: nothing holds the document here any more. */
    isOver: boolean('is_over').notNull().default(false),
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
    /** SHA-256 of the very bytes that were signed. */
    sha256: text('sha256').notNull(),
    /** When as whom, from where and by whom on paper was destroyed: setting it destroys them, and nothing else of a row can change. */
    destroyedAt: moment('destroyed_at'),
  },
  () => [ownFirm(), ofSeen('party_id', 'ask_parties')],
);
