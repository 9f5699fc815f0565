/**
 * Where one party of an ask stands: somebody before it has not finished (`ahead`), it is its turn and nobody could write to
 * it (`to be told`), it was asked (`asked`), it has done its part (`done`), or it refused.
 */
export const PARTY_STATES = ['ahead', 'to be told', 'asked', 'done', 'refused'] as const;
export type PartyState = (typeof PARTY_STATES)[number];

/** One of those who are asked, in order. */
export interface Party {
  id: string;
  /** Null for whoever of the client's people gets asks of that kind. */
  contactId: string | null;
  /** The person of the firm that it is; null where it is one of the client's people. */
  memberId: string | null;
  name: string;
  /** Where they stand in the order: those of one place are asked at the same time. */
  position: number;
  state: PartyState;
  /** Since when it is its turn, an ISO moment; null before that. */
  turnSince: string | null;
  /** When it did its part or refused, an ISO moment. */
  doneAt: string | null;
  /** Why it refused. */
  reason: string | null;
  /** By when its part is wanted, ISO day; null where nothing was said but the day of the whole ask. */
  wantedBy: string | null;
}

/** Whose turn it is: of the first place where not all have finished, those who have not. Nobody where all have, or one of them refused. */
export function turnsOf<One extends Pick<Party, 'state' | 'position'>>(parties: readonly One[]): One[] {
  if (parties.some((party) => party.state === 'refused')) return [];
  const open = parties.filter((party) => party.state !== 'done');
  const first = Math.min(...open.map(({ position }) => position));
  return open.filter(({ position }) => position === first);
}

/** Those of them who are the client's people: they are written to, reminded, and what they owe the client owes. */
export const ofTheClient = <One extends Pick<Party, 'memberId'>>(parties: readonly One[]): One[] => parties.filter(({ memberId }) => memberId === null);

/** The first of those whose turn it is; null where it is nobody's. */
export const turnOf = <One extends Pick<Party, 'state' | 'position'>>(parties: readonly One[]): One | null => turnsOf(parties)[0] ?? null;

/**
 * By when the part of one party is wanted: the day said for it, as long as that comes before the day by which all of it is.
 * @returns ISO day
 * @example wantedOf({ wantedBy: '2026-03-18' }, { wantedBy: '2026-03-25' }) // '2026-03-18'
 */
export const wantedOf = (party: Pick<Party, 'wantedBy'>, ask: { wantedBy: string }): string =>
  party.wantedBy !== null && party.wantedBy < ask.wantedBy ? party.wantedBy : ask.wantedBy;
