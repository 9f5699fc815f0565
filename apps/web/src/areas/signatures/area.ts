import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { send } from '../../app/api';
import { type Area, page, part } from '../../app/area';
import { signatureShown } from './shown';

export const signaturesArea: Area = {
  pages: [
    page('signatures', () => import('./overview/signatures-page'), 'SignaturesPage'),
    page('signatures/:id/sign', () => import('./own-signature-page'), 'OwnSignaturePage'),
    page('firm/signing', () => import('./kinds/signing-page'), 'SigningPage'),
  ],
  firmPages: [{ to: '/firm/signing', words: 'Signing', at: 33 }],
  documentActs: [
    {
      at: 10,
      words: 'Give for signature',
      needs: 'do work',
      isFor: ({ kind }) => kind === 'application/pdf',
      Opens: part(() => import('./give-document-leaf'), 'GiveDocumentLeaf'),
    },
  ],
  jobsTogether: [{ at: 20, words: 'Give a letter to sign', needs: 'do work', Opens: part(() => import('./give-many-leaf'), 'GiveJobsLeaf') }],
  clientsTogether: [{ at: 20, words: 'Give a letter to sign', needs: 'do work', Opens: part(() => import('./give-many-leaf'), 'GiveClientsLeaf') }],
  today: {
    notes: [
      {
        at: 26,
        title: () => 'Given for signature',
        isShown: ({ signatures: { signed, refused, stuck, own } }) => signed + refused + stuck + own.length > 0,
        Body: part(() => import('./today-note'), 'SignaturesNote'),
      },
    ],
  },
  askKind: signatureShown,
  tryAgain: { 'signed copy': (id) => send(signaturesRoutes.copyAgain, { id }) },
};
