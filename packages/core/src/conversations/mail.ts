/** What stands before the sign in an address to which answers go. */
const BEFORE = 'answer';
const KEY = /^answer\+([a-z0-9]{8,40})@/i;

/**
 * The address to which an answer by mail goes: it says by itself to which conversation the answer belongs, and whose it is.
 *
 * @param key of the reader in the conversation, letters and digits
 * @example replyAddress('k3v9x2m7q1', 'post.marram.example') // 'answer+k3v9x2m7q1@post.marram.example'
 */
export const replyAddress = (key: string, domain: string): string => `${BEFORE}+${key}@${domain}`;

/**
 * The key in an address to which an answer was sent; null where it is no such address.
 *
 * @example keyOfAddress('Answer+K3V9X2M7Q1@post.marram.example') // 'k3v9x2m7q1'
 */
export const keyOfAddress = (address: string): string | null => KEY.exec(address.trim())?.[1]?.toLowerCase() ?? null;

/** Lines that mail programs put before what they quote: "On 11 March 2026 at 10:00, Orla Keane wrote:", "-----Original Message-----". */
const QUOTES_FROM = [/^-{2,}\s*(original|forwarded) message\s*-{2,}$/i, /^_{10,}$/, /^on .{6,200} wrote:$/i, /^from:\s.+@.+$/i];
const QUOTED = /^\s*>/;

/**
 * What somebody wrote in an answer by mail, without the message that it answers: what stands after the line before a quotation,
 * and lines marked as quoted. Where nothing is left, all of it: nothing that came in is lost.
 *
 * @param text plain text, lines ended as they come (RFC 5322 or not)
 * @example newWordsOf('Yes, both.\n\nOn 11 Mar 2026, Orla Keane wrote:\n> Which accounts?') // 'Yes, both.'
 */
export function newWordsOf(text: string): string {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  const from = lines.findIndex((line) => QUOTES_FROM.some((form) => form.test(line.trim())));
  const own = (from < 0 ? lines : lines.slice(0, from)).filter((line) => !QUOTED.test(line));
  return tidy(own.join('\n')) || tidy(text.replace(/\r\n?/g, '\n'));
}

const tidy = (text: string) => text.replace(/\n{3,}/g, '\n\n').trim();
