import { type Currency, isMoney } from '@steady/core/money';
import { Problem } from './problem';

/** The first sum of another currency in what was given, by the field in which it stands; null where there is none. */
function strangeIn(currency: Currency, given: unknown, field: string): { field: string; currency: Currency } | null {
  if (isMoney(given)) return given.currency === currency ? null : { field, currency: given.currency };
  if (typeof given !== 'object' || given === null) return null;
  for (const [key, value] of Object.entries(given)) {
    const found = strangeIn(currency, value, field === '' ? key : `${field}.${key}`);
    if (found) return found;
  }
  return null;
}

/**
 * A firm keeps its books in one currency: what was given in another is refused, wherever it stands in it.
 *
 * @throws Problem with the field in which the amount stands
 */
export function mustBeInCurrency(currency: Currency, given: unknown): void {
  const strange = strangeIn(currency, given, '');
  if (strange)
    throw Problem.invalid([
      { field: strange.field, message: `This amount is in ${strange.currency}. The firm keeps its books in ${currency}: give the amount in ${currency}.` },
    ]);
}
