import { apportion } from './apportion';
import { type Currency, isCurrency } from './currency';

/**
 * A sum of money: whole minor units (cents, yen) together with their currency. Plain data, the same from the database to
 * the screen; sums and comparisons of two currencies are refused.
 */
export interface Money {
  readonly amount: number;
  readonly currency: Currency;
}

/** Thrown when sums of different currencies are added or compared: there is no rate here at which that could be right. */
export class DifferentCurrenciesError extends RangeError {
  constructor(one: Currency, other: Currency) {
    super(`${one} and ${other} are different currencies and cannot be added or compared`);
  }
}

/**
 * A sum of money.
 *
 * @param amount whole minor units, may be negative; −0 becomes 0.
 * @throws RangeError when the amount is no whole number.
 * @example money(18_000, 'EUR') // { amount: 18000, currency: 'EUR' }
 */
export function money(amount: number, currency: Currency): Money {
  if (!Number.isSafeInteger(amount)) throw new RangeError('An amount is a whole number of minor units');
  return { amount: amount === 0 ? 0 : amount, currency };
}

/** No money, in a currency. */
export const noMoney = (currency: Currency): Money => ({ amount: 0, currency });

/**
 * Whether a value is a sum of money: whole minor units and a currency, nothing else.
 *
 * @example isMoney({ amount: 18_000, currency: 'EUR' }) // true
 */
export function isMoney(value: unknown): value is Money {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const { amount, currency, ...rest } = value as Record<string, unknown>;
  return Number.isSafeInteger(amount) && isCurrency(currency) && Object.keys(rest).length === 0;
}

function sameCurrency(one: Currency, other: Currency): void {
  if (one !== other) throw new DifferentCurrenciesError(one, other);
}

/**
 * All of it together. The currency is given because there may be nothing to add up.
 *
 * @throws DifferentCurrenciesError when one of them is of another currency.
 * @example sumOf('EUR', [money(100, 'EUR'), money(250, 'EUR')]) // { amount: 350, currency: 'EUR' }
 */
export function sumOf(currency: Currency, all: Iterable<Money>): Money {
  let amount = 0;
  for (const one of all) {
    sameCurrency(currency, one.currency);
    amount += one.amount;
  }
  return money(amount, currency);
}

/**
 * One and more besides.
 *
 * @throws DifferentCurrenciesError
 * @example plus(money(100, 'EUR'), money(-30, 'EUR')) // { amount: 70, currency: 'EUR' }
 */
export const plus = (one: Money, ...more: readonly Money[]): Money => sumOf(one.currency, [one, ...more]);

/**
 * One less the others.
 *
 * @throws DifferentCurrenciesError
 * @example minus(money(100, 'EUR'), money(30, 'EUR')) // { amount: 70, currency: 'EUR' }
 */
export const minus = (one: Money, ...less: readonly Money[]): Money => plus(one, ...less.map(opposite));

/**
 * The same with the other sign.
 *
 * @example opposite(money(100, 'EUR')) // { amount: -100, currency: 'EUR' }
 */
export const opposite = ({ amount, currency }: Money): Money => money(-amount, currency);

/**
 * How much it is, whether owed or owing.
 *
 * @example size(money(-100, 'EUR')) // { amount: 100, currency: 'EUR' }
 */
export const size = ({ amount, currency }: Money): Money => money(Math.abs(amount), currency);

/**
 * Times a number, rounded half up to the minor unit.
 *
 * @example times(money(18_001, 'EUR'), 0.5) // { amount: 9001, currency: 'EUR' }
 */
export const times = ({ amount, currency }: Money, by: number): Money => money(Math.round(amount * by), currency);

/**
 * Below zero when the first is less, above when it is more, 0 when they are equal; for sorting as well.
 *
 * @throws DifferentCurrenciesError
 * @example compareMoney(money(100, 'EUR'), money(250, 'EUR')) < 0 // true
 */
export function compareMoney(one: Money, other: Money): number {
  sameCurrency(one.currency, other.currency);
  return one.amount - other.amount;
}

/**
 * The larger of two.
 *
 * @throws DifferentCurrenciesError
 * @example larger(money(100, 'EUR'), money(250, 'EUR')) // { amount: 250, currency: 'EUR' }
 */
export const larger = (one: Money, other: Money): Money => (compareMoney(one, other) >= 0 ? one : other);

/**
 * Shares a sum out in proportion to others, to the minor unit: the parts sum exactly to it (see apportion).
 *
 * @throws DifferentCurrenciesError; RangeError when there is nothing to share it over.
 * @example shareOut(money(100, 'EUR'), [money(1, 'EUR'), money(2, 'EUR')]) // [{ amount: 33, currency: 'EUR' }, { amount: 67, currency: 'EUR' }]
 */
export function shareOut(total: Money, over: readonly Money[]): Money[] {
  for (const one of over) sameCurrency(total.currency, one.currency);
  return apportion(
    total.amount,
    over.map((one) => one.amount),
  ).map((part) => money(part, total.currency));
}
