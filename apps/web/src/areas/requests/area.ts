import type { Area } from '../../app/area';
import { requestShown } from './shown';

export const requestsArea: Area = { askKind: requestShown };
