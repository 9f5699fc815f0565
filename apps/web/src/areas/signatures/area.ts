import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { send } from '../../app/api';
import { type Area, page, part } from '../../app/area';
import { signatureShown } from './shown';

export const signaturesArea: Area = {
  pages: [
    page('signatures', () => import('./overview/signatures-page'), 'SignaturesPage'),
    page('firm/signing', () => import('./kinds/signing-page'), 'SigningPage'),
  ],
  firmPages: [{ to: '/firm/signing', words: 'Signing', at: 33 }],
  jobsTogether: [{ at: 20, words: 'Give a letter to sign', needs: 'do work', Opens: part(() => import('./give-many-leaf'), 'GiveJobsLeaf') }],
  clientsTogether: [{ at: 20, words: 'Give a letter to sign', needs: 'do work', Opens: part(() => import('./give-many-leaf'), 'GiveClientsLeaf') }],
  askKind: signatureShown,
  tryAgain: { 'signed copy': (id) => send(signaturesRoutes.copyAgain, { id }) },
};
