/** How papers came to the firm. */
export const PAPERS_CAME = ['dropped off', 'by post', 'fetched by us'] as const;
export type PapersCame = (typeof PAPERS_CAME)[number];

/** A code for a return label, and the number behind it. @example returnCode(128) // 'P-128-1' */
export const returnCode = (number: number): string => `P-${number}-${checkDigit(number)}`;

/** A digit that shows most slips of the pen: the digits weighted 3, 1, 3, 1 ... from the right, as bar codes do. Source: ISO/IEC 15420, annex A. */
function checkDigit(number: number): number {
  const sum = [...String(number)].reverse().reduce((total, digit, at) => total + Number(digit) * (at % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}

/**
 * The number behind a code as somebody typed or scanned it; null for what is none, or was typed wrong.
 *
 * @example numberOfCode('p 128 1') // 128
 * @example numberOfCode('P-129-1') // null
 */
export function numberOfCode(text: string): number | null {
  const found = /^p[\s-]*(\d{1,9})[\s-]+(\d)$/i.exec(text.trim());
  if (!found) return null;
  const number = Number(found[1]);
  return checkDigit(number) === Number(found[2]) ? number : null;
}
