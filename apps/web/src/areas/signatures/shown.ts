import type { SignaturePart } from '@steady/contract/signatures';
import { part } from '../../app/area';
import type { AskKindShown } from '../../app/ask-kind';

/** Documents given for signature among the asks. */
export const signatureShown: AskKindShown<SignaturePart> = {
  kind: 'signature',
  before: 'For signature: ',
  begin: { words: 'Give for signature', Leaf: part(() => import('./signature-leaf'), 'SignatureLeaf') },
  progress: ({ parties }) => ({ done: parties.filter((party) => party.state === 'done').length, of: parties.length, word: 'signed' }),
  Body: part(() => import('./signature-body'), 'SignatureBody'),
  OfClient: part(() => import('./overview/of-client'), 'SignaturesOfClient'),
};
