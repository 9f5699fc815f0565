import { PASSWORD_LENGTH } from '@steady/contract/team';

/** What is tried first by whoever guesses, in the lengths that are allowed here. */
const GUESSED = ['password', 'qwertyuiop', 'letmein', 'welcome', 'iloveyou', 'abcdefghijkl', '123456789012', 'accountant', 'changeme'];

/**
 * Why a password is too easily guessed, or null when it will do. Length counts; signs of many kinds are not asked for
 * (NIST SP 800-63B, 5.1.1.2). Not allowed: what is often used, few different signs, and the person's own name, address or firm.
 */
export function whyNotPassword(password: string, own: readonly string[]): string | null {
  if (password.length < PASSWORD_LENGTH) return `Use at least ${PASSWORD_LENGTH} characters. Three or four words that do not belong together are good.`;
  if (password.length > 200) return 'Use at most 200 characters.';
  if (new Set(password).size < 5) return 'This repeats a few characters. Use more different ones.';
  const plain = password.toLowerCase();
  const bare = plain.replace(/[^\p{L}]/gu, '');
  if (GUESSED.some((guessed) => bare === guessed || plain.startsWith(guessed))) return 'This is one of the first that are guessed. Choose another.';
  const named = own.flatMap((words) => words.toLowerCase().split(/[^\p{L}\d]+/u)).filter((word) => word.length >= 4);
  const rest = named.reduce((left, word) => left.split(word).join(''), plain).replace(/[^\p{L}\d]/gu, '');
  return rest.length < 6 ? 'This is mostly your name, address or firm. Choose another.' : null;
}
