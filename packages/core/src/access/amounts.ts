/** An amount as this application writes it, with its currency where one stands before it: "EUR 1,234.00", "−12.50". */
const AMOUNT = /(?:\b(?!VAT )[A-Z]{3} )?[−-]?(?<![\d.,])\d{1,3}(?:,\d{3})*\.\d{2}(?!\d|\.\d)/g;
/** Fields of a record that hold an amount of money or a rate. */
const FEE_FIELDS = /^(fee|net|vat|gross|amount|balance|value|rate|perHour|costPerHour|agreedFee|feeRule|billing)$/;

/**
 * The text with "an amount" in the place of each sum of money: what whoever may not see fees reads.
 *
 * @example withoutAmounts('issued bill 2026-0048, 110.00 and VAT 25.30') // 'issued bill 2026-0048, an amount and VAT an amount'
 */
export const withoutAmounts = (text: string): string => text.replace(AMOUNT, 'an amount');

/** Whether a sentence names a sum of money. */
export const namesAmount = (text: string): boolean => withoutAmounts(text) !== text;

/** Whether a record holds an amount in one of its fields, however deep. */
export function holdsAmount(record: unknown): boolean {
  if (Array.isArray(record)) return record.some(holdsAmount);
  if (typeof record !== 'object' || record === null) return false;
  return Object.entries(record).some(([key, value]) => (FEE_FIELDS.test(key) && value !== null && value !== undefined) || holdsAmount(value));
}
