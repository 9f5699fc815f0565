import { OWN_AUTHORITY } from '@steady/core/obligations';
import type { JobView } from '@steady/contract/jobs';

/** Whether a deadline is a date that the firm sets itself: nothing is filed with an authority. */
export const isOwnDate = (obligation: JobView['obligation']): boolean => obligation?.authority === OWN_AUTHORITY;
