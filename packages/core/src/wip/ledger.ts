import { type Currency, type Money, noMoney, opposite, plus } from '../money';

/**
 * The WIP ledger of a job is a list of postings that is only ever added to. Its balance is the value of recorded work
 * not yet settled against bills: time and expenses add, bills take away, a settlement adds the write-up (or takes
 * away the write-down), and a reversal posts the opposite of what it reverses.
 */
export type WipKind = 'time' | 'expense' | 'bill' | 'settlement';

export interface WipPosting {
  kind: WipKind;
  /** Signed as it changes the balance: a bill of 6,000.00 is −6,000.00. */
  amount: Money;
}

export interface WipTotals {
  time: Money;
  expenses: Money;
  /** Billed net of cancelled bills, as a positive amount. */
  billed: Money;
  /** Written up (above zero) or down (below) by settlements in force. */
  settled: Money;
  /** What stands open: time + expenses - billed + settled. */
  balance: Money;
}

/**
 * Folds postings, reversals included, into totals. The order of postings does not matter.
 *
 * @param currency of the ledger; there may be no posting yet.
 * @throws DifferentCurrenciesError when a posting is of another currency.
 * @example foldWip('EUR', [{ kind: 'time', amount: money(660_000, 'EUR') }, { kind: 'bill', amount: money(-600_000, 'EUR') }]).balance // { amount: 60000, currency: 'EUR' }
 */
export function foldWip(currency: Currency, postings: Iterable<WipPosting>): WipTotals {
  const none = noMoney(currency);
  const sums: Record<WipKind, Money> = { time: none, expense: none, bill: none, settlement: none };
  for (const { kind, amount } of postings) sums[kind] = plus(sums[kind], amount);
  return {
    time: sums.time,
    expenses: sums.expense,
    billed: opposite(sums.bill),
    settled: sums.settlement,
    balance: plus(sums.time, sums.expense, sums.bill, sums.settlement),
  };
}
