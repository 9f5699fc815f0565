import { type Party, ofTheClient, turnsOf } from './parties';
import type { Lacks } from './standing';

/** What a document given for signature lacks: the signature of those whose turn it is. That of a person of the firm lies with us. */
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
  const ours = turns.filter(({ memberId }) => memberId !== null);
  const us = ours.map(({ id, name, turnSince }) => ({ key: `${id} ours`, what: `To sign: ${title}`, why: `${name} signs it`, since: turnSince! }));
  // Where some of them know of it, it lies with those alone.
  const theirs = ofTheClient(turns);
  const told = theirs.filter(({ state }) => state !== 'to be told');
  const owed = (told.length > 0 ? told : theirs).map(({ name, turnSince }) => ({ what: `the signature of ${name}`, since: turnSince! }));
  return { client: owed, us, ended: null };
}
