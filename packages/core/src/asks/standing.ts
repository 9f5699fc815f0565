import { type Party, ofTheClient, turnsOf } from './parties';
import type { AskState } from './states';

/** One thing that the client has still to do. */
export interface Owed {
  /** As it stands behind "waits for": "Bank statements", "the signature of Conal Foley". */
  what: string;
  /** Since when, an ISO moment. */
  since: string;
}

/** One thing that came from the client, and that a person of the firm has to look at. */
export interface ForUs {
  /** Tells it from the others of the same ask. */
  key: string;
  /** "Answered: Bank statements" */
  what: string;
  /** What it says: the words of a question, the name of a file, the reason of a refusal. */
  why: string;
  /** Since when, an ISO moment. */
  since: string;
}

/** Whether what came is a question of the client, which waits for our answer. */
export const isQuestion = ({ key }: Pick<ForUs, 'key'>): boolean => key.endsWith(' question');

/** Whether it waits for the part of a person of the firm, and not for a look at what came. */
export const isOurTurn = ({ key }: Pick<ForUs, 'key'>): boolean => key.endsWith(' ours');

/** What an ask lacks, as its kind sees it. */
export interface Lacks {
  client: Owed[];
  us: ForUs[];
  /** It came to its end by what was done: all of it is there, or somebody refused. */
  ended: 'done' | 'refused' | null;
}

export interface AskStanding {
  state: AskState;
  owed: Owed[];
  forUs: ForUs[];
}

const bySince = <One extends { since: string }>(list: readonly One[]): One[] => [...list].sort((a, b) => Date.parse(a.since) - Date.parse(b.since));

/**
 * Where an ask stands.
 * @param released the client is asked no more, what has come is still looked at: the work for which it was wanted ended
 * @param isPlanned it goes out on a day of its own, and has not yet
 * @returns its state, what lies with the client and what with us, each the longest first
 */
export function standingOf(lacks: Lacks, parties: readonly Party[], { released = false, isPlanned = false } = {}): AskStanding {
  // Of what is not asked any more nobody of the firm signs; what came is looked at all the same.
  const forUs = bySince(released ? lacks.us.filter((one) => !isOurTurn(one)) : lacks.us);
  if (lacks.ended) return { state: lacks.ended, owed: [], forUs };
  if (isPlanned && !released) return { state: 'planned', owed: [], forUs };
  const turns = ofTheClient(turnsOf(parties));
  // Nobody owes what they were not told of.
  const isUntold = turns.length > 0 && turns.every(({ state }) => state === 'to be told');
  const owed = released || isUntold ? [] : bySince(lacks.client);
  if (owed.length > 0) return { state: 'with the client', owed, forUs };
  return { state: released && forUs.length === 0 ? 'withdrawn' : 'with us', owed, forUs };
}

/**
 * Why an ask needs somebody's eye, in words; null where nothing is wrong. Computed when it is looked at, never kept.
 * @param ask `wantedBy` and `today` are ISO days
 */
export function troubleOf(
  ask: { state: AskState; wantedBy: string; parties: readonly Party[] },
  today: string,
): 'refused' | 'expired' | 'nobody was told' | 'overdue' | null {
  if (ask.state === 'refused' || ask.state === 'expired') return ask.state;
  if ((ask.state === 'with us' || ask.state === 'with the client') && turnsOf(ask.parties).some(({ state }) => state === 'to be told'))
    return 'nobody was told';
  return ask.state === 'with the client' && ask.wantedBy < today ? 'overdue' : null;
}

/**
 * What a job waits for from its client, over all of its asks.
 * @param asks those of the job; `material` says that what comes with them is what work begins with, as papers and answers are
 * @returns since when and for what it waits, nulls when it does not; and whether all material that was asked for is in; null where none was asked for
 */
export function jobWaits(asks: readonly { state: AskState; owed: readonly Owed[]; material: boolean }[]): {
  since: string | null;
  what: string | null;
  everythingIn: boolean | null;
} {
  const waits = bySince(asks.flatMap((ask) => (ask.state === 'with the client' ? ask.owed : [])));
  const material = asks.filter((ask) => ask.material && ask.state !== 'withdrawn');
  return {
    since: waits[0]?.since ?? null,
    what: waits.length > 0 ? waits.map((one) => one.what).join(', ') : null,
    everythingIn: material.length === 0 ? null : material.every((ask) => ask.state === 'done'),
  };
}
