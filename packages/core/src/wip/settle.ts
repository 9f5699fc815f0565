import { apportion, formatMoney, formatSigned } from '../money';
import type { Workings } from '../workings';
import { recovery } from './outlook';

/** A time entry that no settlement in force has settled yet. */
export interface RecordedEntry {
  id: string;
  personId: string;
  taskId: string | null;
  /** Minor units at the rate that held when it was recorded. */
  value: number;
}

export interface SettlementLine {
  entryId: string;
  value: number;
  /** Write-up (above zero) or write-down (below zero). */
  adjustment: number;
  settledAt: number;
  workings: Workings;
}

/** What a settlement does to one person or one task. */
export interface SettlementShare {
  id: string | null;
  recorded: number;
  adjustment: number;
  /** Settled as tenths of a percent of recorded: 1111 is 111.1 %; null when nothing was recorded. */
  recovery: number | null;
}

export interface Settlement {
  /** The whole difference; exactly the sum of the lines' adjustments. */
  adjustment: number;
  lines: SettlementLine[];
  byPerson: SettlementShare[];
  byTask: SettlementShare[];
}

/** Thrown when a difference exists but no entry carries a value to share it over, or there is no difference at all. */
export class NothingToSettleError extends Error {}

function shares(entries: readonly RecordedEntry[], lines: readonly SettlementLine[], keyOf: (entry: RecordedEntry) => string | null): SettlementShare[] {
  const byKey = new Map<string | null, SettlementShare>();
  entries.forEach((entry, index) => {
    const id = keyOf(entry);
    const share = byKey.get(id) ?? { id, recorded: 0, adjustment: 0, recovery: null };
    share.recorded += entry.value;
    share.adjustment += lines[index]!.adjustment;
    byKey.set(id, share);
  });
  return [...byKey.values()].map((share) => ({ ...share, recovery: recovery(share.recorded + share.adjustment, share.recorded) }));
}

/**
 * Settles a job's WIP: the difference between what was billed and what was recorded is shared over the open time
 * entries in proportion to their value, to the cent (largest remainder), so that the ledger's balance becomes zero.
 *
 * @param entries time entries not settled yet.
 * @param balance the WIP balance before settling, minor units; -60000 means 600.00 was billed above what is recorded.
 * @throws NothingToSettleError when there is no entry with a value to carry the difference.
 * @example settleByValue([{ id: 'a', personId: 'Niamh', taskId: null, value: 20_000 }, { id: 'b', personId: 'Orla', taskId: null, value: 10_000 }], 10_000).lines.map((line) => line.settledAt) // [13333, 6667]
 */
export function settleByValue(entries: readonly RecordedEntry[], balance: number): Settlement {
  const whole = entries.reduce((sum, entry) => sum + entry.value, 0);
  if (whole === 0) throw new NothingToSettleError('There is no recorded time to carry the difference.');
  const difference = balance === 0 ? 0 : -balance;
  const parts = apportion(
    difference,
    entries.map((entry) => entry.value),
  );
  const lines = entries.map((entry, index): SettlementLine => {
    const adjustment = parts[index]!;
    const exact = ((Math.abs(difference) / 100) * entry.value) / whole;
    return {
      entryId: entry.id,
      value: entry.value,
      adjustment,
      settledAt: entry.value + adjustment,
      workings: {
        title: `How this ${formatMoney(adjustment)} comes about`,
        lines: [
          `Difference to share, a write-${difference < 0 ? 'down' : 'up'}: ${formatMoney(Math.abs(difference))}`,
          `This entry's part: ${formatMoney(entry.value)} of ${formatMoney(whole)}`,
          `${formatMoney(Math.abs(difference))} × ${formatMoney(entry.value)} ÷ ${formatMoney(whole)} = ${exact.toFixed(4)}`,
          'Cents left over go to the largest fractions, the earlier entry first where they are equal',
          `This entry: ${formatSigned(adjustment)}; all entries together exactly ${formatSigned(difference)}`,
        ],
        source: 'Largest-remainder apportionment (Hamilton)',
      },
    };
  });
  return { adjustment: difference, lines, byPerson: shares(entries, lines, (e) => e.personId), byTask: shares(entries, lines, (e) => e.taskId) };
}
