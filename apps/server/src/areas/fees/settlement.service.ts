import { may } from '../../platform/identity';
import { Injectable } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import { type Money, compareMoney, minus, money, moneyInWords, noMoney, opposite, plus, size, sumOf } from '@steady/core/money';
import { NothingToSettleError, type Settlement, settleByValue } from '@steady/core/wip';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { JobsService } from '../jobs';
import { toColumns } from '../../platform/database';
import { settlements, wipPostings } from './fees.tables';
import { LedgerService } from './ledger.service';

type SettlementEvent = { jobId: string; settlementId: string };

export const WipSettled = eventKind<SettlementEvent>('wip settled', 'fees');
export const SettlementReversed = eventKind<SettlementEvent>('settlement reversed', 'fees');

/** What a settlement would do now, or why it cannot be made. */
export interface SettlementOutlook {
  settlement: Settlement | null;
  cannot: string | null;
  balance: Money;
  recorded: Money;
  /** Expenses and bills since what was settled last. */
  expenses: Money;
  billed: Money;
}

/** Sets billed amounts against recorded value, and takes it back again. */
@Injectable()
export class SettlementService {
  constructor(
    private readonly events: Events,
    private readonly jobs: JobsService,
    private readonly ledger: LedgerService,
  ) {}

  /** What settling would do now, or once a further bill of `extraBill` is approved, or why it cannot be done. */
  async outlook(work: Work, jobId: string, options: { extraBill?: Money } = {}): Promise<SettlementOutlook> {
    const { currency } = work.firm;
    const { extraBill = noMoney(currency) } = options;
    const totals = await this.ledger.totals(work, jobId);
    const entries = await this.ledger.openEntries(work, jobId);
    const balance = minus(totals.balance, extraBill);
    const recorded = sumOf(
      currency,
      entries.map((entry) => entry.value),
    );
    const open = await this.ledger.totalsOpen(work, jobId);
    const state = { balance, recorded, expenses: open.expenses, billed: plus(open.billed, extraBill) };
    if (plus(totals.billed, extraBill).amount <= 0) return { ...state, settlement: null, cannot: 'Nothing is billed on this job yet. A bill comes first.' };
    if (entries.length === 0 && balance.amount === 0) return { ...state, settlement: null, cannot: 'Everything on this job is settled.' };
    try {
      return { ...state, settlement: settleByValue(entries, balance), cannot: null };
    } catch (error) {
      if (error instanceof NothingToSettleError) return { ...state, settlement: null, cannot: `${error.message} Record the time first.` };
      throw error;
    }
  }

  /**
   * Posts the write-up or write-down of each open entry. The ledger's balance is zero afterwards.
   * @param balance what the preview showed; refused when something was recorded or billed since.
   */
  async approve(work: Work, jobId: string, balance: Money): Promise<string> {
    const job = await this.jobs.lock(work, jobId);
    const outlook = await this.outlook(work, jobId);
    if (!outlook.settlement) throw Problem.refused('cannot-settle', outlook.cannot!);
    if (compareMoney(outlook.balance, balance) !== 0) throw Problem.stale('job\u2019s WIP', jobId);
    const { adjustment, lines } = outlook.settlement;
    if (adjustment.amount < 0 && work.actor.kind === 'staff' && !may(work.actor, 'write off')) throw Problem.notAllowed('write off');
    const [settlement] = await work.tx
      .insert(settlements)
      .values(toColumns(work.firm.currency, { firmId: work.firm.id, jobId, adjustment, at: work.now.toString(), by: work.actor.name }))
      .returning({ id: settlements.id });
    const what = `Settlement, write-${adjustment.amount < 0 ? 'down' : 'up'} by value`;
    await this.ledger.post(
      work,
      ...lines.map((line) => ({
        clientId: job.clientId,
        jobId,
        kind: 'settlement' as const,
        amount: line.adjustment,
        what,
        entryId: line.entryId,
        settlementId: settlement!.id,
      })),
    );
    await this.events.record(work, WipSettled, {
      what: `settled WIP, ${adjustment.amount === 0 ? 'nothing to write up or down' : `wrote ${adjustment.amount > 0 ? 'up' : 'down'} ${moneyInWords(size(adjustment))}`}`,
      clientId: job.clientId,
      jobId,
      after: { adjustment },
      payload: { jobId, settlementId: settlement!.id },
    });
    return settlement!.id;
  }

  /** Posts the opposite of a settlement. Both stay in the ledger. */
  async reverse(work: Work, settlementId: string): Promise<void> {
    const [settlement] = await work.tx
      .select()
      .from(settlements)
      .where(and(eq(settlements.id, settlementId), eq(settlements.firmId, work.firm.id)))
      .for('update');
    if (!settlement) throw Problem.notFound('settlement');
    if (settlement.reversedAt) throw Problem.refused('reversed-already', 'This settlement was reversed already.');
    const job = await this.jobs.lock(work, settlement.jobId);
    const posted = await work.tx.select().from(wipPostings).where(eq(wipPostings.settlementId, settlementId)).orderBy(asc(wipPostings.seq));
    await work.tx.update(settlements).set({ reversedAt: work.now.toString() }).where(eq(settlements.id, settlementId));
    await this.ledger.post(
      work,
      ...posted.map((posting) => ({
        clientId: job.clientId,
        jobId: job.id,
        kind: 'settlement' as const,
        amount: opposite(money(posting.amount, posting.currency)),
        what: 'Settlement reversed',
        entryId: posting.entryId,
        reversesSettlementId: settlementId,
      })),
    );
    await this.events.record(work, SettlementReversed, {
      what: `reversed the settlement of ${moneyInWords(money(settlement.adjustment, settlement.currency))}`,
      clientId: job.clientId,
      jobId: job.id,
      payload: { jobId: job.id, settlementId },
    });
  }
}
