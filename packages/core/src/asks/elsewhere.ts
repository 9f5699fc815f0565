import { plainLetters } from '../words';

/** Where the firm gets a thing from, for good, so that the client is not asked for it. */
export const ELSEWHERE_SOURCES = ['bank feed', 'site of an authority', 'our books', 'another place'] as const;
export type ElsewhereSource = (typeof ELSEWHERE_SOURCES)[number];

/** A thing without the period behind the last comma of its name. @example thingWithoutPeriod('Bank Statements, March 2026') // 'Bank Statements' */
export const thingWithoutPeriod = (name: string): string => name.replace(/,[^,]*\d[^,]*$/, '').trim();

/**
 * What tells a thing from others when requests ask for it again and again: its name without the period behind its last comma, in small letters without accents.
 *
 * @example sameThing('Bank Statements, March 2026') // 'bank statements'
 */
export const sameThing = (name: string): string => plainLetters(thingWithoutPeriod(name)).replace(/\s+/g, ' ').trim();

/** Where it comes from and who said so. @example elsewhereInWords({ source: 'bank feed', saidBy: 'Seán Hickey' }) // 'bank feed, said Seán Hickey' */
export const elsewhereInWords = ({ source, saidBy }: { source: string; saidBy: string | null }): string => (saidBy ? `${source}, said ${saidBy}` : source);
