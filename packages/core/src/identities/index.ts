import { civil, type CivilDate } from '../calendar';
import { fullDate } from '../words';

/** How the firm knows that somebody is who they say: one of us saw their papers, or a checker of identities passed them. */
export const IDENTITY_WAYS = ['papers seen', 'check passed'] as const;
export type IdentityWay = (typeof IDENTITY_WAYS)[number];

/** What the firm can ask for of a person: one of the ways, or either. */
export const IDENTITY_WANTED = [...IDENTITY_WAYS, 'either'] as const;
export type IdentityWanted = (typeof IDENTITY_WANTED)[number];

/** That the identity of a person was confirmed once. */
export interface IdentityConfirmed {
  way: IdentityWay;
  /** Which papers, "passport"; or who checked. */
  what: string;
  /** ISO day. */
  on: string;
  /** The last day, ISO, on which it is good: that on which the paper runs out, say; null where it has none. */
  goodUntil: string | null;
  /** Who of the firm noted it. */
  by: string;
}

/** Whether what was confirmed is good on a day. */
export const isGood = ({ on, goodUntil }: Pick<IdentityConfirmed, 'on' | 'goodUntil'>, day: CivilDate): boolean => {
  const at = day.toString();
  return on <= at && (goodUntil === null || goodUntil >= at);
};

/**
 * The one by which a person is confirmed as the firm asks: of those that are good, the latest.
 * @returns null where there is none
 * @example confirmedAs('papers seen', [{ way: 'check passed', what: 'checker', on: '2026-03-02', goodUntil: null, by: 'Niamh Daly' }], civil('2026-03-11')) // null
 */
export function confirmedAs(wanted: IdentityWanted, all: readonly IdentityConfirmed[], day: CivilDate): IdentityConfirmed | null {
  const found = all.filter((one) => (wanted === 'either' || one.way === wanted) && isGood(one, day));
  return found.reduce<IdentityConfirmed | null>((latest, one) => (latest === null || one.on > latest.on ? one : latest), null);
}

/**
 * How somebody was confirmed, in words.
 * @example identityInWords({ way: 'papers seen', what: 'passport', on: '2026-03-02', goodUntil: null, by: 'Niamh Daly' }) // 'passport seen by Niamh Daly on Mon 2 Mar 2026'
 */
export function identityInWords({ way, what, on, by }: IdentityConfirmed): string {
  return way === 'papers seen' ? `${what} seen by ${by} on ${fullDate(civil(on))}` : `identity check passed on ${fullDate(civil(on))} (${what})`;
}

/** What is wanted, as it stands behind "each with": "their papers seen by one of us". */
export const WANTED_IN_WORDS: Record<IdentityWanted, string> = {
  'papers seen': 'their papers seen by one of us',
  'check passed': 'an identity check passed',
  either: 'their identity confirmed, by papers seen or a check passed',
};
