import type { Area } from '../../app/area';
import { approvalShown } from './shown';

export const approvalsArea: Area = { askKind: approvalShown };
