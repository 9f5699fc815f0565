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
  name: string;
  state: PartyState;
  /** Since when it is its turn, an ISO moment; null before that. */
  turnSince: string | null;
  /** When it did its part or refused, an ISO moment. */
  doneAt: string | null;
  /** Why it refused. */
  reason: string | null;
}

/** Whose turn it is: the first that has not finished. Null when all have, or one of them refused. */
export function turnOf<One extends Party>(parties: readonly One[]): One | null {
  if (parties.some((party) => party.state === 'refused')) return null;
  return parties.find((party) => party.state !== 'done') ?? null;
}
