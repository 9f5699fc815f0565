/** Words that stand for something else in an address, or that make a page look like something it is not. */
const KEPT_BACK: ReadonlySet<string> = new Set([
  ...['api', 'assets', 'portal', 'sign-in', 'join', 'forgot', 'today', 'clients', 'almanac', 'jobs', 'documents', 'post', 'time', 'fees', 'reports', 'firm'],
  ...['admin', 'administrator', 'root', 'system', 'support', 'help', 'security', 'login', 'password', 'account', 'accounts', 'billing', 'payment', 'payments'],
  ...['bank', 'tax-office', 'revenue', 'customs', 'government', 'police', 'court', 'notary', 'test', 'example', 'steady', 'steady-almanac'],
]);

export const ADDRESS_LENGTH = { least: 4, most: 40 };

/**
 * What is wrong with the last part of the address of a drop-off page, in words that say what to do; null for one that can be taken.
 * Written in small letters a to z, digits and single hyphens, as they can be read out on the telephone; letters of other scripts that look the same
 * are refused with everything else.
 *
 * @example whyNotAddress('marram-tern') // null
 */
export function whyNotAddress(address: string): string | null {
  if (address.length < ADDRESS_LENGTH.least || address.length > ADDRESS_LENGTH.most)
    return `Give ${ADDRESS_LENGTH.least} to ${ADDRESS_LENGTH.most} letters, digits and hyphens.`;
  if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(address)) return 'Use small letters a to z, digits and single hyphens between them, for example marram-tern.';
  if (!/[a-z]{2}/.test(address)) return 'Use at least two letters side by side: people read it out.';
  if (KEPT_BACK.has(address)) return `“${address}” is kept back, as it could be taken for something else. Choose the name of your firm.`;
  return null;
}

/** An address as the name of a firm suggests it; empty where none can be made of it. */
export function addressFrom(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, ADDRESS_LENGTH.most)
    .replace(/^-+|-+$/g, '');
  return whyNotAddress(plain) === null ? plain : '';
}
