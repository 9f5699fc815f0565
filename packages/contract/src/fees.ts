import { IsBoolean, IsInt, IsNotEmpty, Min } from 'class-validator';
import type { WipKind } from '@steady/core/wip';
import type { Workings } from '@steady/core/workings';
import type { Money } from '@steady/core/money';
import { IsDay, IsMoney, IsText, Trimmed } from './checks';
import { Versioned } from './versioned';

export class DraftBill {
  /** Net of VAT. */
  @IsMoney(1)
  amount: Money;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what the bill is for: the client reads it.' })
  @IsText(400, 'The wording')
  wording: string;
}

export class CancelBill extends Versioned {
  @Trimmed()
  @IsNotEmpty({ message: 'Give a reason: it is recorded in the ledger.' })
  @IsText(300, 'A reason')
  reason: string;
}

export type InvoiceStatus = 'draft' | 'issued' | 'paid' | 'cancelled';

export interface InvoiceView {
  id: string;
  version: number;
  number: string | null;
  status: InvoiceStatus;
  jobId: string;
  jobNumber: number;
  job: string;
  clientId: string;
  client: string;
  wording: string;
  net: Money;
  vat: Money;
  vatRate: number;
  gross: Money;
  paid: Money;
  issuedOn: string | null;
  dueOn: string | null;
  documentId: string | null;
  cancelReason: string | null;
  payments: { id: string; amount: Money; at: string; reference: string; by: string | null; takenBack: boolean }[];
  /** Why it cannot be cancelled, or null when it can. */
  cannotCancel: string | null;
  /** Null for one that is not open. */
  reminders: RemindersView | null;
}

/** How a bill that is not paid is reminded of. */
export interface RemindersView {
  sent: number;
  /** The day of the next, or why there is none. */
  next: string | null;
  quiet: string | null;
  isStopped: boolean;
  promisedFor: string | null;
}

export interface InvoiceRow {
  id: string;
  number: string | null;
  status: InvoiceStatus;
  client: string;
  clientId: string;
  jobId: string;
  job: string;
  gross: Money;
  paid: Money;
  issuedOn: string | null;
  dueOn: string | null;
}

export interface PersonEffect {
  memberId: string;
  name: string;
  recorded: Money;
  adjustment: Money;
  /** Tenths of a percent. */
  recovery: number | null;
}

export interface TaskEffect {
  task: string;
  recorded: Money;
  adjustment: Money;
  recovery: number | null;
}

/** What a bill will do, shown before it is approved. */
export interface BillPreview {
  invoice: InvoiceView;
  wipBefore: Money;
  wipAfter: Money;
  workings: Workings;
  /** If the job's WIP were settled right after; null when there is no time to carry a difference. */
  settling: { adjustment: Money; people: PersonEffect[] } | null;
  goesTo: { name: string; address: string }[];
  warnings: string[];
}

export interface LedgerPosting {
  id: string;
  at: string;
  kind: WipKind;
  what: string;
  by: string;
  amount: Money;
  after: Money;
}

export interface SettlementPreview {
  jobId: string;
  jobNumber: number;
  job: string;
  clientId: string;
  client: string;
  /** Since what was settled last: time, expenses and bills that are open. */
  billed: Money;
  recorded: Money;
  expenses: Money;
  balance: Money;
  adjustment: Money;
  lines: {
    entryId: string;
    on: string;
    who: string;
    task: string;
    minutes: number;
    rate: Money;
    value: Money;
    adjustment: Money;
    settledAt: Money;
    workings: Workings;
  }[];
  people: PersonEffect[];
  tasks: TaskEffect[];
  /** Why it cannot be settled now, or null when it can. */
  cannot: string | null;
  ledger: LedgerPosting[];
  settlements: { id: string; at: string; by: string; adjustment: Money; reversed: boolean }[];
}

export class ApproveSettlement {
  /** The balance that the preview showed; refused when it has changed since. */
  @IsMoney(-Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER)
  balance: Money;
}

export interface WipRow {
  jobId: string;
  jobNumber: number;
  job: string;
  clientId: string;
  client: string;
  fee: Money;
  recorded: Money;
  billed: Money;
  balance: Money;
  oldest: string | null;
  days: number;
}

/**
 * WIP of the firm, each figure by one definition: what of each job was recorded and not billed, what was billed ahead of work,
 * and the one less the other.
 */
export interface WipFigures {
  jobs: number;
  recorded: Money;
  billed: Money;
  /** Of jobs on which more is recorded than billed. */
  notBilled: Money;
  /** Of jobs on which more is billed than recorded, as a positive amount. */
  billedAhead: Money;
  /** Recorded, not billed, less billed ahead. */
  net: Money;
  /** What is recorded and not billed, by the age of the oldest entry of its job. */
  ages: { upTo30: Money; upTo60: Money; upTo90: Money; over90: Money };
}

export interface WipPage {
  figures: WipFigures;
  /** The oldest first. */
  rows: WipRow[];
  /** There are more jobs than are listed. */
  more: boolean;
}

/** Money that came in by the bank and is noted by hand. */
export class NotePayment {
  @IsMoney(1)
  amount: Money;

  @IsDay()
  on: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the reference of the bank statement, or say how it came in.' })
  @IsText(100, 'A reference')
  reference: string;

  @IsInt()
  @Min(1)
  version: number;
}

/** What the collector's stand-in took and refused, the newest first. */
export interface CollectorPage {
  /** The next card of the firm's clients is refused. */
  refusesNext: boolean;
  /** @property reference what the payer saw: the number of the bill */
  rows: { id: string; at: string; reference: string; amount: Money; outcome: 'paid' | 'refused' }[];
}

/** Whether the collector's stand-in is to refuse the next card. */
export class RefuseNextCard {
  @IsBoolean()
  refuse: boolean;
}

export interface InvoicePage {
  rows: InvoiceRow[];
  /** All unpaid bills of what was asked for, whatever their status on the page and however many are loaded. */
  unpaid: { count: number; amount: Money };
  more: boolean;
}

declare module './today' {
  interface TodayView {
    /** Null for whoever may not see fees. */
    unbilled: WipFigures | null;
    /** Bills that reminders did not bring in. */
    notPaid: First<TodayLine>;
  }
}
