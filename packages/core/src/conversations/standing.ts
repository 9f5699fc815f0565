/** Who wrote: the firm, or the client's people. */
export type Side = 'us' | 'them';

/** Whose turn it is in a conversation. Moments ISO 8601. */
export interface Turn {
  /** Since when the client's people wait for an answer; null where they do not. */
  waitingSince: string | null;
  /** When it was ended; null while it goes on. */
  closedAt: string | null;
}

export const AT_FIRST: Turn = { waitingSince: null, closedAt: null };

/**
 * How a conversation stands after somebody wrote. The client's people wait since the first words that nobody answered; what is
 * written to one that was ended opens it again.
 */
export const afterWords = ({ waitingSince }: Turn, from: Side, at: string): Turn => ({
  waitingSince: from === 'us' ? null : (waitingSince ?? at),
  closedAt: null,
});

/** The same after it was ended: nobody waits any more. */
export const afterEnd = (at: string): Turn => ({ waitingSince: null, closedAt: at });

/** Who reads a conversation, in names. */
export interface Readers {
  /** Of the client. */
  contacts: readonly string[];
  /** Of the firm, named in it. */
  members: readonly string[];
  firm: string;
  isPrivate: boolean;
  /** Of the firm, not named, who may read what is private. */
  others: readonly string[];
}

const and = (names: readonly string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`);

/**
 * Who can read a conversation, as a sentence for whoever is about to write in it.
 *
 * @example readersInWords({ contacts: ['Cara Nolan'], members: ['Orla Keane'], firm: 'Marram & Tern', isPrivate: false, others: [] })
 * // 'Read by Cara Nolan and Orla Keane, and by those of Marram & Tern who work for the client.'
 */
export function readersInWords({ contacts, members, firm, isPrivate, others }: Readers): string {
  const named = and([...contacts, ...members]);
  if (!isPrivate) return `Read by ${named}, and by those of ${firm} who work for the client.`;
  if (others.length === 0) return `Private: read by ${named} alone.`;
  return `Private: read by ${named}; also by ${and(others)}, who may read what is private.`;
}
