import { sql } from 'drizzle-orm';
import { bigserial, boolean, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { InvoiceStatus } from '@steady/contract/fees';
import type { WipKind } from '@steady/core/wip';
import { currency, day, firmId, id, moment, money, ofSeen, ofSeenClient, ofSeenJob, ownFirm, version } from '../../platform/database';
import { inFirmsCurrency } from '../../platform/work/tables';

/** The WIP ledger. Only ever added to: a mistake is reversed by a posting of its own. */
export const wipPostings = pgTable(
  'wip_postings',
  {
    id: id(),
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    firmId: firmId(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    kind: text('kind').$type<WipKind>().notNull(),
    amount: money('amount').notNull(),
    currency: currency(),
    what: text('what').notNull(),
    at: moment('at').notNull(),
    /** The day to which it belongs; WIP is aged by it. */
    on: day('on_day').notNull(),
    by: text('by').notNull(),
    entryId: uuid('entry_id'),
    expenseId: uuid('expense_id'),
    invoiceId: uuid('invoice_id'),
    settlementId: uuid('settlement_id'),
    /** The settlement whose posting this one undoes. */
    reversesSettlementId: uuid('reverses_settlement_id'),
  },
  (t) => [
    ownFirm(),
    inFirmsCurrency(t),
    ofSeenClient(),
    index().on(t.jobId, t.seq),
    index().on(t.clientId),
    unique().on(t.entryId, t.settlementId, t.reversesSettlementId),
  ],
);

export const invoices = pgTable(
  'invoices',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    clientId: uuid('client_id').notNull(),
    jobId: uuid('job_id').notNull(),
    number: text('number'),
    status: text('status').$type<InvoiceStatus>().notNull(),
    wording: text('wording').notNull(),
    net: money('net').notNull(),
    vat: money('vat').notNull(),
    vatRate: integer('vat_rate').notNull(),
    gross: money('gross').notNull(),
    currency: currency(),
    issuedOn: day('issued_on'),
    /** When the service was supplied: when the job was finished, or else the day of issue. */
    suppliedOn: day('supplied_on'),
    dueOn: day('due_on'),
    documentId: uuid('document_id'),
    cancelReason: text('cancel_reason'),
    /** Why the collector refused the last try; null after one that went through. */
    refusal: text('refusal'),
    /** How many reminders went out by themselves, and when the next is due; nothing where none is. */
    reminders: integer('reminders').notNull().default(0),
    nextReminderOn: day('next_reminder_on'),
    /** Somebody has stopped them. */
    isReminderStopped: boolean('is_reminder_stopped').notNull().default(false),
    /** For which day the client promised to pay it. */
    promisedFor: day('promised_for'),
  },
  (t) => [
    ownFirm(),
    inFirmsCurrency(t),
    ofSeenClient(),
    unique().on(t.firmId, t.number),
    index().on(t.jobId),
    index().on(t.clientId),
    index().on(t.firmId, t.status),
    index('bills_reminded')
      .on(t.firmId, t.nextReminderOn)
      .where(sql`status = 'issued'`),
  ],
);

export const payments = pgTable(
  'payments',
  {
    id: id(),
    firmId: firmId(),
    invoiceId: uuid('invoice_id').notNull(),
    amount: money('amount').notNull(),
    currency: currency(),
    at: moment('at').notNull(),
    reference: text('reference').notNull(),
    /** Who noted it by hand; null for what the collector told. */
    by: text('by'),
    /** The payment, noted by mistake, that this one of the opposite amount takes back. */
    takesBack: uuid('takes_back').unique(),
  },
  (t) => [ownFirm(), inFirmsCurrency(t), ofSeen('invoice_id', 'invoices'), index().on(t.invoiceId), index().on(t.firmId, t.reference)],
);

export const settlements = pgTable(
  'settlements',
  {
    id: id(),
    firmId: firmId(),
    jobId: uuid('job_id').notNull(),
    adjustment: money('adjustment').notNull(),
    currency: currency(),
    at: moment('at').notNull(),
    by: text('by').notNull(),
    reversedAt: moment('reversed_at'),
  },
  (t) => [ownFirm(), inFirmsCurrency(t), ofSeenJob(), index().on(t.jobId)],
);
