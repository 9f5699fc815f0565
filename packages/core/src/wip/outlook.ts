import { type Money, compareMoney, formatMoney, larger, minus, valueOfTime } from '../money';
import type { Workings } from '../workings';

/**
 * Settled value as tenths of a percent of recorded value, rounded half up; null when nothing was recorded.
 *
 * @throws DifferentCurrenciesError
 * @example recovery(money(600_000, 'EUR'), money(660_000, 'EUR')) // 909
 */
export function recovery(settled: Money, recorded: Money): number | null {
  compareMoney(settled, recorded);
  return recorded.amount === 0 ? null : Math.round((settled.amount * 1000) / recorded.amount);
}

export interface JobMoney {
  agreedFee: Money;
  timeValue: Money;
  timeMinutes: number;
  expenses: Money;
  billed: Money;
  /** Expected write-up (above zero) or write-down (below zero) if the job ended now. */
  ifFinishedNow: Money;
  /** The same with the estimate that is left, at the average rate of the people on it. */
  atTheEnd: Money;
  minutesLeft: number;
  workings: Workings;
}

/**
 * What a job's fee comes to against its recorded value. Bills passed beyond the agreed fee count in its place, for
 * what was billed is what will be recovered.
 * @param minutesLeft estimate of tasks not done, less what is recorded on them, zero or more.
 * @param ratePerHour average charge rate of the people who still work.
 * @throws DifferentCurrenciesError
 * @example jobMoney({ agreedFee: money(60_000, 'EUR'), timeValue: money(45_000, 'EUR'), timeMinutes: 450, expenses: money(2_000, 'EUR'), billed: money(0, 'EUR'), minutesLeft: 120, ratePerHour: money(6_000, 'EUR') }).atTheEnd // { amount: 1000, currency: 'EUR' }
 */
export function jobMoney(input: {
  agreedFee: Money;
  timeValue: Money;
  timeMinutes: number;
  expenses: Money;
  billed: Money;
  minutesLeft: number;
  ratePerHour: Money;
}): JobMoney {
  const { minutesLeft, ratePerHour, ...rest } = input;
  const expected = larger(input.agreedFee, input.billed);
  const ifFinishedNow = minus(expected, input.timeValue, input.expenses);
  const left = valueOfTime(minutesLeft, ratePerHour);
  const atTheEnd = minus(ifFinishedNow, left);
  const lines = [
    compareMoney(input.billed, input.agreedFee) > 0
      ? `Billed, above the agreed fee of ${formatMoney(input.agreedFee)}: ${formatMoney(input.billed)}`
      : `Agreed fee: ${formatMoney(input.agreedFee)}`,
    `Time recorded: ${formatMoney(input.timeValue)}`,
    `Expenses: ${formatMoney(input.expenses)}`,
    `${formatMoney(expected)} − ${formatMoney(input.timeValue)} − ${formatMoney(input.expenses)} = ${formatMoney(ifFinishedNow)}`,
  ];
  return { ...rest, ifFinishedNow, atTheEnd, minutesLeft, workings: { title: 'How this comes about', lines } };
}
