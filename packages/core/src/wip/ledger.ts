/**
 * The WIP ledger of a job is a list of postings that is only ever added to. Its balance is the value of recorded work
 * not yet settled against bills: time and expenses add, bills take away, a settlement adds the write-up (or takes
 * away the write-down), and a reversal posts the opposite of what it reverses.
 */
export type WipKind = 'time' | 'expense' | 'bill' | 'settlement';

export interface WipPosting {
  kind: WipKind;
  /** Minor units, signed as it changes the balance: a bill of 6,000.00 is -600000. */
  amount: number;
}

export interface WipTotals {
  time: number;
  expenses: number;
  /** Billed net of cancelled bills, as a positive amount. */
  billed: number;
  /** Written up (above zero) or down (below) by settlements in force. */
  settled: number;
  /** What stands open: time + expenses - billed + settled. */
  balance: number;
}

/**
 * Folds postings, reversals included, into totals. The order of postings does not matter.
 *
 * @example foldWip([{ kind: 'time', amount: 660_000 }, { kind: 'bill', amount: -600_000 }]) // { time: 660000, expenses: 0, billed: 600000, settled: 0, balance: 60000 }
 */
export function foldWip(postings: Iterable<WipPosting>): WipTotals {
  const sums: Record<WipKind, number> = { time: 0, expense: 0, bill: 0, settlement: 0 };
  for (const posting of postings) sums[posting.kind] += posting.amount;
  return {
    time: sums.time,
    expenses: sums.expense,
    billed: sums.bill === 0 ? 0 : -sums.bill,
    settled: sums.settlement,
    balance: sums.time + sums.expense + sums.bill + sums.settlement,
  };
}
