import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { SignatureState, SignerState } from '@steady/contract/signatures';
import { day, firmId, id, moment, ofSeen, ofSeenClient, ownFirm } from '../../platform/database';

export const signatureRequests = pgTable(
  'signature_requests',
  {
    id: id(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    /** The phase in which it was asked for; the job leaves it only when everybody has signed, or it was taken back. */
    phaseKey: text('phase_key').notNull(),
    documentId: uuid('document_id').notNull(),
    title: text('title').notNull(),
    words: text('words'),
    dueOn: day('due_on').notNull(),
    askedAt: moment('asked_at').notNull(),
    askedBy: text('asked_by').notNull(),
    state: text('state').$type<SignatureState>().notNull(),
    endedAt: moment('ended_at'),
    /** Why it was refused or taken back. */
    reason: text('reason'),
  },
  (t) => [ownFirm(), ofSeenClient(), index().on(t.jobId), index().on(t.clientId)],
);

/** Who signs, in order. What a signer has done is written once and stays. */
export const signers = pgTable(
  'signers',
  {
    id: id(),
    firmId: firmId(),
    requestId: uuid('request_id')
      .notNull()
      .references(() => signatureRequests.id),
    position: integer('position').notNull(),
    contactId: uuid('contact_id').notNull(),
    name: text('name').notNull(),
    state: text('state').$type<SignerState>().notNull(),
    /** Since when it is their turn; null as long as somebody before them has not signed. */
    turnSince: moment('turn_since'),
    signedAt: moment('signed_at'),
    /** The name as they wrote it, and from where; or who of the firm noted that they signed on paper. */
    signedAs: text('signed_as'),
    signedFrom: text('signed_from'),
    onPaperBy: text('on_paper_by'),
    scanId: uuid('scan_id'),
    /** SHA-256 of the very bytes that were signed. */
    sha256: text('sha256'),
  },
  (t) => [ownFirm(), ofSeen('request_id', 'signature_requests'), index().on(t.requestId), index().on(t.contactId)],
);
