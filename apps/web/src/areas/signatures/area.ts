import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { send } from '../../app/api';
import type { Area } from '../../app/area';
import { signatureShown } from './shown';

export const signaturesArea: Area = {
  askKind: signatureShown,
  tryAgain: { 'signed copy': (id) => send(signaturesRoutes.copyAgain, { id }) },
};
