import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { send } from '../../app/api';
import { type Area, page } from '../../app/area';
import { signatureShown } from './shown';

export const signaturesArea: Area = {
  pages: [page('signatures', () => import('./overview/signatures-page'), 'SignaturesPage')],
  askKind: signatureShown,
  tryAgain: { 'signed copy': (id) => send(signaturesRoutes.copyAgain, { id }) },
};
