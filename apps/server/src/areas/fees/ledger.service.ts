import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { type Money, formatHours, money, noMoney, plus } from '@steady/core/money';
import { type RecordedEntry, type WipTotals, foldWip } from '@steady/core/wip';
import type { LedgerPosting } from '@steady/contract/fees';
import { type AsFigures, fromColumns, inCurrency, rows, toColumns } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { ExpenseRecorded, TimeRecorded } from '../time';
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

  /** What the postings of a job come to. */
  async totals(work: Work, jobId: string): Promise<WipTotals> {
    const postings = await work.tx
      .select({ kind: wipPostings.kind, amount: wipPostings.amount, currency: wipPostings.currency })
      .from(wipPostings)
      .where(eq(wipPostings.jobId, jobId));
    return foldWip(
      work.firm.currency,
      postings.map((posting) => fromColumns(posting, 'amount')),
    );
  }

  /** Time entries of a job that no settlement in force has settled, with the value at which they were posted. */
  async openEntries(work: Work, jobId: string): Promise<RecordedEntry[]> {
    const found = await rows<AsFigures<RecordedEntry>>(
      work.tx,
      sql`select e.id, e.member_id as "personId", e.task_id as "taskId", p.amount::float8 as value
          from wip_postings p join time_entries e on e.id = p.entry_id
          where p.job_id = ${jobId} and p.kind = 'time'
            and not exists (select from wip_postings s join settlements t on t.id = s.settlement_id where s.job_id = p.job_id and s.entry_id = e.id and s.kind = 'settlement' and t.reversed_at is null)
          order by e.on_day, e.id`,
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
