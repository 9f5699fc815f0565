import { isCurrency, isMoney } from '../money';

/** An amount with its currency: "EUR 1,234.00", "JPY −1,234". */
const IN_WORDS = /\b([A-Z]{3}) [−-]?\d{1,3}(?:,\d{3})*(?:\.\d{2,3})?(?!\d|[.,]\d)/g;
/** An amount that stands alone, told from counts, years and percentages by its two decimals: "−12.50". */
const ALONE = /[−-]?(?<![\d.,])\d{1,3}(?:,\d{3})*\.\d{2}(?!\d|\.\d)/g;
/** Fields of a record that hold an amount of money or a rate. */
const FEE_FIELDS = /^(fee|net|vat|gross|amount|balance|value|rate|perHour|costPerHour|agreedFee|feeRule|billing)$/;

/**
 * The text with "an amount" in the place of each sum of money: what whoever may not see fees reads.
 *
 * @example withoutAmounts('issued bill 2026-0048, 110.00 and VAT 25.30') // 'issued bill 2026-0048, an amount and VAT an amount'
 */
export const withoutAmounts = (text: string): string =>
  text.replace(IN_WORDS, (words, code: string) => (isCurrency(code) ? 'an amount' : words)).replace(ALONE, 'an amount');

/** Whether a sentence names a sum of money. */
export const namesAmount = (text: string): boolean => withoutAmounts(text) !== text;

/**
 * Whether a record holds an amount in one of its fields, however deep. What the firm keeps of a client besides (its
 * turnover) is a fact of the client and no fee.
 */
export function holdsAmount(record: unknown): boolean {
  if (Array.isArray(record)) return record.some(holdsAmount);
  if (typeof record !== 'object' || record === null) return false;
  return Object.entries(record).some(
    ([key, value]) => key !== 'details' && ((FEE_FIELDS.test(key) && value !== null && value !== undefined) || isMoney(value) || holdsAmount(value)),
  );
}
