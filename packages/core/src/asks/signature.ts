import { type Party, turnsOf } from './parties';
import type { Lacks } from './standing';

/** What a document given for signature lacks: the signature of those whose turn it is. */
export function lacksOfSignature(title: string, parties: readonly Party[]): Lacks {
  const refused = parties.find((party) => party.state === 'refused');
  if (refused)
    return {
      client: [],
      us: [{ key: `${refused.id} refusal`, what: `Refused to sign: ${title}`, why: `${refused.name}: ${refused.reason ?? ''}`, since: refused.doneAt! }],
      ended: 'refused',
    };
  const turns = turnsOf(parties);
  if (turns.length === 0) return { client: [], us: [], ended: 'done' };
  // Where some of them know of it, it lies with those alone.
  const told = turns.filter(({ state }) => state !== 'to be told');
  const owed = (told.length > 0 ? told : turns).map(({ name, turnSince }) => ({ what: `the signature of ${name}`, since: turnSince! }));
  return { client: owed, us: [], ended: null };
}
