import { type Party, turnsOf } from './parties';
import type { Lacks } from './standing';

/** What something to be approved lacks: the approval of those whose turn it is. Whoever does not approve ends it, with why. */
export function lacksOfApproval(title: string, parties: readonly Party[]): Lacks {
  const refused = parties.find((party) => party.state === 'refused');
  if (refused)
    return {
      client: [],
      us: [{ key: `${refused.id} refusal`, what: `Not approved: ${title}`, why: `${refused.name}: ${refused.reason ?? ''}`, since: refused.doneAt! }],
      ended: 'refused',
    };
  const turns = turnsOf(parties);
  if (turns.length === 0) return { client: [], us: [], ended: 'done' };
  // Where some of them know of it, it lies with those alone.
  const told = turns.filter(({ state }) => state !== 'to be told');
  const owed = (told.length > 0 ? told : turns).map(({ name, turnSince }) => ({ what: `the approval of ${name}`, since: turnSince! }));
  return { client: owed, us: [], ended: null };
}

/**
 * What exactly is approved, as one text of which a hash is kept: whatever is changed in it gives another one.
 *
 * @param document SHA-256 of the document, hexadecimal; null where the words alone are approved
 */
export const approvedText = ({ words, document }: { words: string; document: string | null }): string => JSON.stringify({ words, document });
