import { formatMoney, valueOfTime } from '../money';
import type { Workings } from '../workings';

/**
 * Settled value as tenths of a percent of recorded value, rounded half up; null when nothing was recorded.
 *
 * @example recovery(600_000, 660_000) // 909
 */
export function recovery(settled: number, recorded: number): number | null {
  return recorded === 0 ? null : Math.round((settled * 1000) / recorded);
}

export interface JobMoney {
  agreedFee: number;
  timeValue: number;
  timeMinutes: number;
  expenses: number;
  billed: number;
  /** Expected write-up (above zero) or write-down (below zero) if the job ended now. */
  ifFinishedNow: number;
  /** The same with the estimate that is left, at the average rate of the people on it. */
  atTheEnd: number;
  minutesLeft: number;
  workings: Workings;
}

/**
 * What a job's fee comes to against its recorded value. Bills passed beyond the agreed fee count in its place, for
 * what was billed is what will be recovered.
 * @param minutesLeft estimate of tasks not done, less what is recorded on them, zero or more.
 * @param ratePerHour average charge rate of the people who still work, minor units.
 * @example jobMoney({ agreedFee: 60_000, timeValue: 45_000, timeMinutes: 450, expenses: 2_000, billed: 0, minutesLeft: 120, ratePerHour: 6_000 }).atTheEnd // 1000
 */
export function jobMoney(input: {
  agreedFee: number;
  timeValue: number;
  timeMinutes: number;
  expenses: number;
  billed: number;
  minutesLeft: number;
  ratePerHour: number;
}): JobMoney {
  const { minutesLeft, ratePerHour, ...rest } = input;
  const expected = Math.max(input.agreedFee, input.billed);
  const ifFinishedNow = expected - input.timeValue - input.expenses;
  const left = valueOfTime(minutesLeft, ratePerHour);
  const atTheEnd = ifFinishedNow - left;
  const lines = [
    input.billed > input.agreedFee
      ? `Billed, above the agreed fee of ${formatMoney(input.agreedFee)}: ${formatMoney(input.billed)}`
      : `Agreed fee: ${formatMoney(input.agreedFee)}`,
    `Time recorded: ${formatMoney(input.timeValue)}`,
    `Expenses: ${formatMoney(input.expenses)}`,
    `${formatMoney(expected)} − ${formatMoney(input.timeValue)} − ${formatMoney(input.expenses)} = ${formatMoney(ifFinishedNow)}`,
  ];
  return { ...rest, ifFinishedNow, atTheEnd, minutesLeft, workings: { title: 'How this comes about', lines } };
}
