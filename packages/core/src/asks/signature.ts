import { type Party, turnOf } from './parties';
import type { Lacks } from './standing';

/** What a document given for signature lacks: the signature of the one whose turn it is. */
export function lacksOfSignature(title: string, parties: readonly Party[]): Lacks {
  const refused = parties.find((party) => party.state === 'refused');
  if (refused)
    return {
      client: [],
      us: [{ key: `${refused.id} refusal`, what: `Refused to sign: ${title}`, why: `${refused.name}: ${refused.reason ?? ''}`, since: refused.doneAt! }],
      ended: 'refused',
    };
  const turn = turnOf(parties);
  if (!turn) return { client: [], us: [], ended: 'done' };
  return { client: [{ what: `the signature of ${turn.name}`, since: turn.turnSince! }], us: [], ended: null };
}
