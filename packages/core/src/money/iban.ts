/**
 * Letters and digits of an account number, without the spaces that people write.
 *
 * @example plainIban('ie51 tern 9904') // 'IE51TERN9904'
 */
export const plainIban = (text: string): string => text.replace(/[\s.-]/g, '').toUpperCase();

/**
 * An account number in groups of four, as it is printed.
 *
 * @example ibanInGroups('IE51TERN9904') // 'IE51 TERN 9904'
 */
export const ibanInGroups = (iban: string): string => plainIban(iban).replace(/(.{4})(?=.)/g, '$1 ');

/**
 * Whether an international bank account number can be right: two letters, two check digits, 11 to 30 letters and digits,
 * and the check digits fit the rest.
 * Source: ISO 13616 (structure, and the sample number below) and ISO/IEC 7064, MOD 97-10 (check digits).
 *
 * @example isIban('IE29 AIBK 9311 5212 3456 78') // true
 */
export function isIban(text: string): boolean {
  const plain = plainIban(text);
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{11,30}$/.test(plain)) return false;
  const digits = `${plain.slice(4)}${plain.slice(0, 4)}`.replace(/[A-Z]/g, (letter) => String(letter.charCodeAt(0) - 55));
  let rest = 0;
  for (const digit of digits) rest = (rest * 10 + Number(digit)) % 97;
  return rest === 1;
}

/**
 * The two check digits that make an account number right; for making up numbers of a demo.
 *
 * @example isIban(`IE${checkDigits('IE', 'TERN99046325355093')}TERN99046325355093`) // true
 */
export function checkDigits(country: string, account: string): string {
  let rest = 0;
  for (const digit of `${account}${country}00`.replace(/[A-Z]/g, (letter) => String(letter.charCodeAt(0) - 55))) rest = (rest * 10 + Number(digit)) % 97;
  return String(98 - rest).padStart(2, '0');
}
