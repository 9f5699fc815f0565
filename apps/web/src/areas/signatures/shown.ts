import type { SignaturePart } from '@steady/contract/signatures';
import { part } from '../../app/area';
import type { AskKindShown } from '../../app/ask-kind';

/** Documents given for signature among the asks. */
export const signatureShown: AskKindShown<SignaturePart> = {
  kind: 'signature',
  before: 'For signature: ',
  begin: { words: 'Give for signature', Leaf: part(() => import('./signature-leaf'), 'GiveInJob') },
  progress: ({ parties }) => ({ done: parties.filter((party) => party.state === 'done').length, of: parties.length, word: 'signed' }),
  whenWithdrawn: ({ parties }) => {
    const told = parties.flatMap(({ state, name }) => (state === 'asked' || state === 'done' ? [name] : []));
    return told.length === 0 ? null : `${told.join(' and ')} ${told.length === 1 ? 'is' : 'are'} told by mail, with this reason.`;
  },
  Body: part(() => import('./signature-body'), 'SignatureBody'),
  OfClient: part(() => import('./overview/of-client'), 'SignaturesOfClient'),
};
