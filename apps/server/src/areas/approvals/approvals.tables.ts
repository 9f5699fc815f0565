import { pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { firmId, id, moment, ofSeen, ownFirm } from '../../platform/database';
import { askParties, asks } from '../asks/asks.tables';

/** What an ask for approval is about; its words stand with the ask. */
export const approvals = pgTable(
  'approvals',
  {
    id: id(),
    firmId: firmId(),
    askId: uuid('ask_id')
      .notNull()
      .unique()
      .references(() => asks.id),
    documentId: uuid('document_id'),
    /** SHA-256 of the words and of the document, as they were when it was asked for. */
    sha256: text('sha256').notNull(),
    /** When its words were destroyed, as their time was over. */
    destroyedAt: moment('destroyed_at'),
  },
  () => [ownFirm(), ofSeen('ask_id', 'asks')],
);

/** Approvals as they were given. */
export const approvalTicks = pgTable(
  'approval_ticks',
  {
    id: id(),
    firmId: firmId(),
    partyId: uuid('party_id')
      .notNull()
      .unique()
      .references(() => askParties.id),
    at: moment('at').notNull(),
    /** Of the very words and bytes that were approved. */
    sha256: text('sha256').notNull(),
    destroyedAt: moment('destroyed_at'),
  },
  () => [ownFirm(), ofSeen('party_id', 'ask_parties')],
);
