import { civil } from '@steady/core/calendar';
import type { Matter } from '../../app/portal-area';

/** How many days a matter is late; none where its day is to come, or nothing is theirs to do. */
export const daysLate = ({ by }: Pick<Matter, 'by'>, today: string): number => (by === null ? 0 : Math.max(0, civil(by).until(civil(today)).days));

/** What is late first, the latest of it on top; then by what moved last. */
export const byUrgency = (of: readonly Matter[], today: string): Matter[] =>
  [...of].sort((a, b) => daysLate(b, today) - daysLate(a, today) || b.movedAt.localeCompare(a.movedAt));
