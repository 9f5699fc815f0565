import { type CivilDate, Temporal, civil } from '../calendar';
import type { Standing } from '../clients';
import { counted, plainDate } from '../words';

/** What of a client is kept for a time. */
export const KEPT_KINDS = ['documents', 'messages', 'answers', 'signing steps'] as const;
export type KeptKind = (typeof KEPT_KINDS)[number];
export const KEPT_WORDS: Record<KeptKind, { name: string; what: string }> = {
  documents: { name: 'Documents', what: 'files, with their older versions and the words taken out of them' },
  messages: { name: 'Messages', what: 'what was written to clients' },
  answers: { name: 'Answers', what: 'what clients answered and asked in requests' },
  'signing steps': { name: 'Signing steps', what: 'who signed or approved, as whom and from where; a document that was signed is kept at least as long' },
};

/** For how many years things are kept after the end of an engagement; null: for good, as long as the firm says nothing else. */
export interface KeepingPeriods {
  kinds: Readonly<Partial<Record<KeptKind, number | null>>>;
  /** By folder of the firm, where it is another time than that of documents. */
  folders: Readonly<Record<string, number | null>>;
}

export const KEPT_FOR_GOOD: KeepingPeriods = { kinds: {}, folders: {} };
/** As long a period can be. */
export const MOST_YEARS = 100;

/**
 * The years for which things of a kind are kept.
 *
 * @param folderId the firm's folder in which documents lie; null where they lie in none of the firm's
 * @returns null: for good
 * @example yearsFor({ kinds: { documents: 7 }, folders: { payroll: 5 } }, 'documents', 'payroll') // 5
 * @example yearsFor({ kinds: { documents: 7 }, folders: {} }, 'documents', 'payroll') // 7
 */
export function yearsFor({ kinds, folders }: KeepingPeriods, kind: KeptKind, folderId: string | null = null): number | null {
  const ofFolder = kind === 'documents' && folderId !== null ? folders[folderId] : undefined;
  return ofFolder === undefined ? (kinds[kind] ?? null) : ofFolder;
}

/**
 * The last day on which something is kept: so many years after the end of the engagement. From 29 February it is the 28th in
 * a year that has none.
 */
export const keptThrough = (endedOn: CivilDate, years: number): CivilDate => endedOn.add({ years });

/** A reason to keep everything of a client, whatever the periods say: an inspection, a dispute. */
export interface Hold {
  reason: string;
  /** ISO day, the last on which it holds; null until it is lifted. */
  until: string | null;
}

/** What is known of a client's things of one kind. */
export interface Kept {
  client: { name: string; standing: Standing; /** ISO day. */ endedOn: string | null };
  years: number | null;
  holds: readonly Hold[];
  /** ISO day through which somebody decided to keep them longer. */
  decidedThrough: string | null;
}

/** Whether things may be destroyed, and why, in words that stand after "it stays: " or "it may go: ". */
export interface Keeping {
  mayGo: boolean;
  /** The last day on which they are kept; null where that is not known. */
  through: CivilDate | null;
  why: string;
}

const holdsOn = ({ until }: Hold, today: CivilDate) => until === null || until >= today.toString();

/**
 * Whether things of a client may be destroyed. A hold comes before everything, then the engagement, then the firm's period, then
 * what was decided for these things alone.
 *
 * @param on the day by which their time must be over: that of the yearly list, or today
 * @param today holds count as they stand today
 */
export function keepingOf({ client, years, holds, decidedThrough }: Kept, on: CivilDate, today: CivilDate): Keeping {
  const hold = holds.find((one) => holdsOn(one, today));
  if (hold) {
    const until = hold.until === null ? '' : ` until ${plainDate(civil(hold.until))}`;
    return { mayGo: false, through: null, why: `everything of ${client.name} is held${until}: ${hold.reason}` };
  }
  if (client.standing !== 'former' || client.endedOn === null) return { mayGo: false, through: null, why: `the engagement of ${client.name} has not ended` };
  if (years === null) return { mayGo: false, through: null, why: 'the firm keeps it for good, as long as it has set no period' };
  const ended = civil(client.endedOn);
  const period = keptThrough(ended, years);
  const decided = decidedThrough === null ? null : civil(decidedThrough);
  const longer = decided !== null && Temporal.PlainDate.compare(decided, period) > 0;
  const through = longer ? decided : period;
  const why = longer
    ? `it was decided to keep it through ${plainDate(through)}`
    : `${counted(years, 'year')} from the end of the engagement on ${plainDate(ended)}: kept through ${plainDate(through)}`;
  return { mayGo: Temporal.PlainDate.compare(through, on) < 0, through, why };
}

/** The day of the yearly list: on it stands what was to be kept until the year before ended. */
export const yearlyListDay = (today: CivilDate): CivilDate => civil(`${today.year}-01-01`);

/**
 * Whether anything at all of a client can be due by a day: the shortest of the periods is over. It is quick, and says nothing of
 * holds and decisions.
 *
 * @param endedOn ISO day on which the engagement ended; null where it has not
 */
export function mayBeDue({ kinds, folders }: KeepingPeriods, endedOn: string | null, on: CivilDate): boolean {
  const years = [...Object.values(kinds), ...Object.values(folders)].filter((one) => one !== null);
  return endedOn !== null && years.length > 0 && Temporal.PlainDate.compare(keptThrough(civil(endedOn), Math.min(...years)), on) < 0;
}
