import { type Money, decimalsOf, formatMoney, formatSigned, noMoney, opposite, plus, shareOut, size, sumOf } from '../money';
import type { Workings } from '../workings';
import { recovery } from './outlook';

/** A time entry that no settlement in force has settled yet. */
export interface RecordedEntry {
  id: string;
  personId: string;
  taskId: string | null;
  /** At the rate that held when it was recorded. */
  value: Money;
}

export interface SettlementLine {
  entryId: string;
  value: Money;
  /** Write-up (above zero) or write-down (below zero). */
  adjustment: Money;
  settledAt: Money;
  workings: Workings;
}

/** What a settlement does to one person or one task. */
export interface SettlementShare {
  id: string | null;
  recorded: Money;
  adjustment: Money;
  /** Settled as tenths of a percent of recorded: 1111 is 111.1 %; null when nothing was recorded. */
  recovery: number | null;
}

export interface Settlement {
  /** The whole difference; exactly the sum of the lines' adjustments. */
  adjustment: Money;
  lines: SettlementLine[];
  byPerson: SettlementShare[];
  byTask: SettlementShare[];
}

/** Thrown when a difference exists but no entry carries a value to share it over, or there is no difference at all. */
export class NothingToSettleError extends Error {}

function shares(
  none: Money,
  entries: readonly RecordedEntry[],
  lines: readonly SettlementLine[],
  keyOf: (entry: RecordedEntry) => string | null,
): SettlementShare[] {
  const byKey = new Map<string | null, SettlementShare>();
  entries.forEach((entry, index) => {
    const id = keyOf(entry);
    const share = byKey.get(id) ?? { id, recorded: none, adjustment: none, recovery: null };
    share.recorded = plus(share.recorded, entry.value);
    share.adjustment = plus(share.adjustment, lines[index]!.adjustment);
    byKey.set(id, share);
  });
  return [...byKey.values()].map((share) => ({ ...share, recovery: recovery(plus(share.recorded, share.adjustment), share.recorded) }));
}

/**
 * Settles a job's WIP: the difference between what was billed and what was recorded is shared over the open time
 * entries in proportion to their value, to the cent (largest remainder), so that the ledger's balance becomes zero.
 *
 * @param entries time entries not settled yet.
 * @param balance the WIP balance before settling; −600.00 means 600.00 was billed above what is recorded.
 * @throws NothingToSettleError when there is no entry with a value to carry the difference; DifferentCurrenciesError.
 * @example settleByValue([{ id: 'a', personId: 'Niamh', taskId: null, value: money(20_000, 'EUR') }, { id: 'b', personId: 'Orla', taskId: null, value: money(10_000, 'EUR') }], money(10_000, 'EUR')).lines.map((line) => line.settledAt.amount) // [13333, 6667]
 */
export function settleByValue(entries: readonly RecordedEntry[], balance: Money): Settlement {
  const { currency } = balance;
  const values = entries.map((entry) => entry.value);
  const whole = sumOf(currency, values);
  if (whole.amount === 0) throw new NothingToSettleError('There is no recorded time to carry the difference.');
  const difference = opposite(balance);
  const parts = shareOut(difference, values);
  const lines = entries.map((entry, index): SettlementLine => ({
    entryId: entry.id,
    value: entry.value,
    adjustment: parts[index]!,
    settledAt: plus(entry.value, parts[index]!),
    workings: workingsOfPart(entry.value, whole, difference, parts[index]!),
  }));
  const none = noMoney(currency);
  return {
    adjustment: difference,
    lines,
    byPerson: shares(none, entries, lines, (entry) => entry.personId),
    byTask: shares(none, entries, lines, (entry) => entry.taskId),
  };
}

/** How the part of one entry comes about; the exact part with two decimals more than its currency has. */
function workingsOfPart(value: Money, whole: Money, difference: Money, part: Money): Workings {
  const decimals = decimalsOf(value.currency);
  const exact = ((Math.abs(difference.amount) / 10 ** decimals) * value.amount) / whole.amount;
  const toShare = formatMoney(size(difference));
  return {
    title: `How this ${formatMoney(part)} comes about`,
    lines: [
      `Difference to share, a write-${difference.amount < 0 ? 'down' : 'up'}: ${toShare}`,
      `This entry's part: ${formatMoney(value)} of ${formatMoney(whole)}`,
      `${toShare} × ${formatMoney(value)} ÷ ${formatMoney(whole)} = ${exact.toFixed(decimals + 2)}`,
      `${decimals === 2 ? 'Cents' : 'Units'} left over go to the largest fractions, the earlier entry first where they are equal`,
      `This entry: ${formatSigned(part)}; all entries together exactly ${formatSigned(difference)}`,
    ],
    source: 'Largest-remainder apportionment (Hamilton)',
  };
}
