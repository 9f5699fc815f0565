/** Of what came through the drop-off page: with nobody, with somebody of the firm, filed with a client, or refused. */
export type ArrivalStanding = 'new' | 'with somebody' | 'filed' | 'refused';

interface Arrival {
  holderId: string | null;
  filedAt: string | null;
  refusedAt: string | null;
}

/** Where an arrival stands. */
export function standingOf({ holderId, filedAt, refusedAt }: Arrival): ArrivalStanding {
  if (filedAt !== null) return 'filed';
  if (refusedAt !== null) return 'refused';
  return holderId === null ? 'new' : 'with somebody';
}

/** So long what was refused is kept, in days: until then it can be taken back. */
export const REFUSED_KEPT_DAYS = 30;
/** So long an arrival waits for its code, in hours. */
export const CODE_WAITED_HOURS = 24;

const wordsOf = (name: string) =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word.length > 1);

/**
 * Whether a name that somebody gave may be that of a person who is known by the address: they share a word of more than one letter ("C. Nolan", "Nolan,
 * Cara"). Accents and case do not count. A name without such a word is not taken for anybody's.
 *
 * @example mayBe('cara nolan', 'Cara Nolan-Breen') // true
 */
export function mayBe(given: string, known: string): boolean {
  const there = new Set(wordsOf(known));
  return wordsOf(given).some((word) => there.has(word));
}
