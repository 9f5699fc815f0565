import { type Currency, decimalsOf, minorUnitsOf } from './currency';
import { type Money, money } from './money';

const MINUS = '\u2212';

/** Whole units and decimals of an amount without its sign. */
function parts({ amount, currency }: Money): { whole: string; decimals: string } {
  const decimals = decimalsOf(currency);
  const digits = Math.abs(amount)
    .toString()
    .padStart(decimals + 1, '0');
  return { whole: digits.slice(0, digits.length - decimals), decimals: digits.slice(digits.length - decimals) };
}

/**
 * An amount as a figure with its currency's decimals, thousands separated and a true minus, for a place that names the
 * currency: the head of a column, the line of a working.
 *
 * @example formatMoney(money(-123_456, 'EUR')) // '−1,234.56'
 */
export function formatMoney(sum: Money): string {
  const { whole, decimals } = parts(sum);
  return `${sum.amount < 0 ? MINUS : ''}${whole.replace(/\B(?=(\d{3})+$)/g, ',')}${decimals && `.${decimals}`}`;
}

/**
 * As formatMoney, with a plus before amounts above zero.
 *
 * @example formatSigned(money(5_000, 'EUR')) // '+50.00'
 */
export const formatSigned = (sum: Money): string => (sum.amount > 0 ? `+${formatMoney(sum)}` : formatMoney(sum));

/**
 * An amount with its currency, for a sentence.
 *
 * @example moneyInWords(money(123_456, 'JPY')) // 'JPY 123,456'
 */
export const moneyInWords = (sum: Money): string => `${sum.currency} ${formatMoney(sum)}`;

/**
 * An amount as a plain decimal, for files that other programs read.
 *
 * @example decimalOf(money(-123_456, 'EUR')) // '-1234.56'
 */
export function decimalOf(sum: Money): string {
  const { whole, decimals } = parts(sum);
  return `${sum.amount < 0 ? '-' : ''}${whole}${decimals && `.${decimals}`}`;
}

/**
 * An amount in whole units of its currency, as rules and spreadsheets reckon with it; for reading only, never for sums.
 *
 * @example wholeUnits(money(18_050, 'EUR')) // 180.5
 */
export const wholeUnits = ({ amount, currency }: Money): number => amount / minorUnitsOf(currency);

/**
 * Reads an amount as people type it: "180", "1,234.50", "1 234,5", "−20". A single comma or point followed by no more
 * digits at the end than the currency has decimals is the decimal mark; other separators group thousands. Where there
 * are three decimals, the point is the decimal mark and the comma groups.
 * @returns null when the text is no amount of the currency: "1.50" yen.
 * @example parseMoney('1 234,5', 'EUR') // { amount: 123450, currency: 'EUR' }
 */
export function parseMoney(text: string, currency: Currency): Money | null {
  const decimals = decimalsOf(currency);
  const compact = text
    .trim()
    .replace(/[\s\u00a0']/g, '')
    .replace(/^\u2212/, '-');
  const match =
    (decimals === 3 ? /^(-?)(\d{1,3}(?:,\d{3})+|\d+)(?:\.(\d{1,3}))?$/.exec(compact) : null) ??
    (decimals === 0 ? /^(-?)(\d{1,3}(?:[.,]\d{3})+|\d+)$/ : /^(-?)(\d{1,3}(?:[.,]\d{3})+|\d+)(?:[.,](\d{1,2}))?$/).exec(compact);
  if (!match) return null;
  const whole = match[2]!.replace(/[.,]/g, '');
  const amount = Number(whole) * minorUnitsOf(currency) + Number((match[3] ?? '').padEnd(decimals, '0'));
  return Number.isSafeInteger(amount) ? money(match[1] ? -amount : amount, currency) : null;
}
