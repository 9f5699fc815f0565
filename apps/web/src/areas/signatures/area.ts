import type { Area } from '../../app/area';
import { signatureShown } from './shown';

export const signaturesArea: Area = { askKind: signatureShown };
