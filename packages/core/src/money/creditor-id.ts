import { isIban, plainIban } from './iban';

/**
 * Whether a creditor identifier of the SEPA direct debit can be right: two letters of the country, two check digits, three letters or digits
 * that the creditor chooses freely, and the national identifier. The check digits are those of an account number, worked out without the
 * three free places.
 * Source: European Payments Council, EPC262-08, Creditor Identifier Overview; ISO/IEC 7064, MOD 97-10.
 *
 * @example isCreditorId('IE54 ZZZ 990012') // true
 */
export function isCreditorId(text: string): boolean {
  const plain = plainIban(text);
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{3}[A-Z0-9]{1,28}$/.test(plain)) return false;
  // An account number has at least eleven places after its check digits; zeros in front of the identifier change nothing.
  return isIban(`${plain.slice(0, 4)}${plain.slice(7).padStart(11, '0')}`);
}

/**
 * Whether a bank identifier code can be right: four letters of the institution, two of the country, two places of the town, and three of a
 * branch that may be left out.
 * Source: ISO 9362.
 *
 * @example isBic('ternie2d') // true
 */
export const isBic = (text: string): boolean => /^[A-Z]{4}[A-Z]{2}[A-Z0-9]{2}([A-Z0-9]{3})?$/.test(plainIban(text));
