import { dictionary } from '@zxcvbn-ts/language-common';
import { PASSWORD_LENGTH } from '@steady/contract/sign-in';

/** Some 49,000 passwords, in the order in which they are tried first by whoever guesses. */
const GUESSED = new Set(dictionary.passwords);
/** Shorter ones are words like any other. */
const SHORTEST = 5;
/** What stands beside a guessed password has to be at least so long. */
const REST = 6;

/** What is left of a password when the longest guessed one at its beginning is taken off; the whole where there is none. */
function withoutGuessed(plain: string): string {
  for (let length = plain.length; length >= SHORTEST; length -= 1) if (GUESSED.has(plain.slice(0, length))) return plain.slice(length);
  return plain;
}

/**
 * Why a password is too easily guessed, or null when it will do. Length counts; signs of many kinds are not asked for
 * (NIST SP 800-63B, 5.1.1.2). Not allowed: what is often used, with or without figures after it, few different signs, and
 * the person's own name, address or firm.
 */
export function whyNotPassword(password: string, own: readonly string[]): string | null {
  if (password.length < PASSWORD_LENGTH) return `Use at least ${PASSWORD_LENGTH} characters. Three or four words that do not belong together are good.`;
  if (password.length > 200) return 'Use at most 200 characters.';
  if (new Set(password).size < 5) return 'This repeats a few characters. Use more different ones.';
  const plain = password.toLowerCase();
  const named = own.flatMap((words) => words.toLowerCase().split(/[^\p{L}\d]+/u)).filter((word) => word.length >= 4);
  const rest = named.reduce((text, word) => text.split(word).join(''), plain).replace(/[^\p{L}\d]/gu, '');
  if (rest.length < REST) return 'This is mostly your name, address or firm. Choose another.';
  const left = withoutGuessed(plain);
  return left !== plain && left.replace(/[^\p{L}]/gu, '').length < REST ? 'This is one of the first that are guessed. Choose another.' : null;
}
