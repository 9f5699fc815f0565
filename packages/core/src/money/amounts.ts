const MINUS = '\u2212';

/**
 * Minor units as text with two decimals, thousands separated and a true minus: -123456 gives "−1,234.56".
 *
 * @example formatMoney(-123_456) // '−1,234.56'
 */
export function formatMoney(cents: number): string {
  const digits = Math.abs(cents).toString().padStart(3, '0');
  const whole = digits.slice(0, -2).replace(/\B(?=(\d{3})+$)/g, ',');
  return `${cents < 0 ? MINUS : ''}${whole}.${digits.slice(-2)}`;
}

/**
 * As formatMoney, with a plus before amounts above zero.
 *
 * @example formatSigned(5_000) // '+50.00'
 */
export function formatSigned(cents: number): string {
  return cents > 0 ? `+${formatMoney(cents)}` : formatMoney(cents);
}

/**
 * Reads an amount as people type it: "180", "1,234.50", "1 234,5", "−20". A single comma or point followed by one or
 * two digits at the end is the decimal mark; other separators group thousands.
 * @returns minor units, or null when the text is no amount.
 * @example parseMoney('1 234,5') // 123450
 */
export function parseMoney(text: string): number | null {
  const compact = text
    .trim()
    .replace(/[\s\u00a0']/g, '')
    .replace(/^\u2212/, '-');
  const match = /^(-?)(\d{1,3}(?:[.,]\d{3})+|\d+)(?:[.,](\d{1,2}))?$/.exec(compact);
  if (!match) return null;
  const whole = match[2]!.replace(/[.,]/g, '');
  const cents = Number(whole) * 100 + Number((match[3] ?? '').padEnd(2, '0'));
  return Number.isSafeInteger(cents) ? (match[1] && cents !== 0 ? -cents : cents) : null;
}
