import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, and, asc, eq, gt, isNull, lt, sql } from 'drizzle-orm';
import { type Money, formatHours, minus, money, noMoney, plus } from '@steady/core/money';
import { type RecordedEntry, type WipTotals, foldWip } from '@steady/core/wip';
import { fullDate } from '@steady/core/words';
import type { LedgerPosting } from '@steady/contract/fees';
import { type AsFigures, fromColumns, inCurrency, rows, toColumns } from '../../platform/database';
import { dayIn } from '../../platform/clock';
import { Events } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ExpenseCorrected, ExpenseRecorded, TimeCorrected, TimeRecorded } from '../time';
import { settlements, wipPostings } from './fees.tables';

type NewPosting = Omit<typeof wipPostings.$inferInsert, 'id' | 'seq' | 'firmId' | 'at' | 'on' | 'by' | 'amount' | 'currency'> & { amount: Money; on?: string };

/** The WIP ledger of jobs. Postings are only ever added; the database itself refuses anything else. */
@Injectable()
export class LedgerService implements OnModuleInit {
  constructor(private readonly events: Events) {}

  onModuleInit(): void {
    this.events.on(TimeRecorded, async (work, { payload: { entry, task } }) => {
      const { clientId, jobId, minutes, on } = entry;
      await this.post(work, {
        clientId,
        jobId,
        kind: 'time',
        amount: money(entry.value, entry.currency),
        what: `Time, ${formatHours(minutes)}${task ? `, ${task}` : ''}`,
        on,
        entryId: entry.id,
      });
    });
    // A correction posts the difference: what stood before stays in the ledger.
    this.events.on(TimeCorrected, async (work, { payload: { before, after } }) => {
      await this.mustBeOpen(work, before.jobId, { entryId: before.id });
      const amount = minus(after ? money(after.value, after.currency) : noMoney(before.currency), money(before.value, before.currency));
      if (amount.amount === 0) return;
      const what = after
        ? `Time corrected, ${formatHours(before.minutes)} to ${formatHours(after.minutes)}`
        : `Time taken back, ${formatHours(before.minutes)}`;
      const { clientId, jobId, id: entryId } = before;
      await this.post(work, { clientId, jobId, kind: 'time', amount, what, on: before.on, entryId });
    });
    this.events.on(ExpenseCorrected, async (work, { payload: { before, after } }) => {
      await this.mustBeOpen(work, before.jobId, { expenseId: before.id });
      const amount = minus(after ? money(after.amount, after.currency) : noMoney(before.currency), money(before.amount, before.currency));
      if (amount.amount === 0) return;
      const { clientId, jobId, id: expenseId } = before;
      await this.post(work, {
        clientId,
        jobId,
        kind: 'expense',
        amount,
        what: `Expense ${after ? 'corrected' : 'taken back'}, ${before.what}`,
        on: before.on,
        expenseId,
      });
    });
    this.events.on(ExpenseRecorded, async (work, { payload: { expense } }) => {
      const { clientId, jobId, what, on } = expense;
      await this.post(work, {
        clientId,
        jobId,
        kind: 'expense',
        amount: money(expense.amount, expense.currency),
        what: `Expense, ${what}`,
        on,
        expenseId: expense.id,
      });
    });
  }

  /** Adds postings to the WIP ledger; none is ever changed. Amounts are signed as they change the balance. */
  async post(work: Work, ...postings: NewPosting[]): Promise<void> {
    const common = { firmId: work.firm.id, at: work.now.toString(), on: work.today.toString(), by: work.actor.name };
    await work.tx.insert(wipPostings).values(postings.map((posting) => toColumns(work.firm.currency, { ...common, ...posting })));
  }

  /** @throws Problem "settled-already" where a settlement in force counted an entry or an expense */
  private async mustBeOpen(work: Work, jobId: string, of: { entryId: string } | { expenseId: string }): Promise<void> {
    const column = 'entryId' in of ? wipPostings.entryId : wipPostings.expenseId;
    const [posted] = await work.tx
      .select({ seq: sql<number>`min(${wipPostings.seq})::float8` })
      .from(wipPostings)
      .where(eq(column, 'entryId' in of ? of.entryId : of.expenseId));
    const [settled] = await work.tx
      .select({ at: settlements.at })
      .from(wipPostings)
      .innerJoin(settlements, eq(settlements.id, wipPostings.settlementId))
      .where(and(eq(wipPostings.jobId, jobId), isNull(settlements.reversedAt), gt(wipPostings.seq, posted?.seq ?? 0)))
      .limit(1);
    if (settled)
      throw Problem.refused(
        'settled-already',
        `It was settled on ${fullDate(dayIn(work.firm.zone, settled.at))}. Reverse the settlement first, then correct it.`,
      );
  }

  /** What the postings of a job come to. */
  totals(work: Work, jobId: string): Promise<WipTotals> {
    return this.folded(work, eq(wipPostings.jobId, jobId));
  }

  /** What they came to just before a bill was posted: that is never rewritten. */
  async totalsBefore(work: Work, jobId: string, invoiceId: string): Promise<WipTotals> {
    const [posted] = await work.tx
      .select({ seq: sql<number>`min(${wipPostings.seq})::float8` })
      .from(wipPostings)
      .where(and(eq(wipPostings.invoiceId, invoiceId), eq(wipPostings.kind, 'bill')));
    return this.folded(work, and(eq(wipPostings.jobId, jobId), lt(wipPostings.seq, posted!.seq))!);
  }

  /** What was posted after the last settlement in force: that one left nothing open. */
  async totalsOpen(work: Work, jobId: string): Promise<WipTotals> {
    const [settled] = await work.tx
      .select({ seq: sql<number>`coalesce(max(${wipPostings.seq}), 0)::float8` })
      .from(wipPostings)
      .innerJoin(settlements, eq(settlements.id, wipPostings.settlementId))
      .where(and(eq(wipPostings.jobId, jobId), isNull(settlements.reversedAt)));
    return this.folded(work, and(eq(wipPostings.jobId, jobId), gt(wipPostings.seq, settled!.seq))!);
  }

  private async folded(work: Work, where: SQL): Promise<WipTotals> {
    const postings = await work.tx
      .select({ kind: wipPostings.kind, amount: wipPostings.amount, currency: wipPostings.currency })
      .from(wipPostings)
      .where(where);
    return foldWip(
      work.firm.currency,
      postings.map((posting) => fromColumns(posting, 'amount')),
    );
  }

  /** Time entries of a job that no settlement in force has settled, with the value at which they were posted. */
  async openEntries(work: Work, jobId: string): Promise<RecordedEntry[]> {
    const found = await rows<AsFigures<RecordedEntry>>(
      work.tx,
      sql`select e.id, e.member_id as "personId", e.task_id as "taskId", sum(p.amount)::float8 as value
          from wip_postings p join time_entries e on e.id = p.entry_id
          where p.job_id = ${jobId} and p.kind = 'time'
            and not exists (select from wip_postings s join settlements t on t.id = s.settlement_id where s.job_id = p.job_id and s.entry_id = e.id and s.kind = 'settlement' and t.reversed_at is null)
          group by e.id order by e.on_day, e.id`,
    );
    return found.map((entry) => inCurrency(work.firm.currency, entry, 'value'));
  }

  /** True when a settlement of the job is in force. */
  async isSettled(work: Work, jobId: string): Promise<boolean> {
    const found = await work.tx
      .select({ id: settlements.id })
      .from(settlements)
      .where(and(eq(settlements.jobId, jobId), isNull(settlements.reversedAt)))
      .limit(1);
    return found.length > 0;
  }

  /** The ledger of a job in order, postings of one settlement or reversal taken together, with the balance after each. */
  async statement(work: Work, jobId: string): Promise<LedgerPosting[]> {
    const postings = await work.tx.select().from(wipPostings).where(eq(wipPostings.jobId, jobId)).orderBy(asc(wipPostings.seq));
    const lines: (LedgerPosting & { group: string })[] = [];
    let after = noMoney(work.firm.currency);
    for (const row of postings) {
      const posting = fromColumns(row, 'amount');
      after = plus(after, posting.amount);
      const group = posting.settlementId ?? (posting.reversesSettlementId ? `reversal of ${posting.reversesSettlementId}` : posting.id);
      const last = lines.at(-1);
      if (last && last.group === group) {
        last.amount = plus(last.amount, posting.amount);
        last.after = after;
      } else lines.push({ group, id: posting.id, at: posting.at, kind: posting.kind, what: posting.what, by: posting.by, amount: posting.amount, after });
    }
    return lines.map(({ group: _, ...line }) => line);
  }
}
