import { civil } from '../calendar';

/** How many years back work is begun by itself at most. */
const YEARS_BACK = 2;

/**
 * The first day on which a period may end whose job begins by itself. What ended earlier, or before its line began, is in doubt, and
 * left to a person.
 *
 * @param today ISO
 * @example begunSince('2026-03-11') // '2024-03-11'
 */
export const begunSince = (today: string): string => civil(today).subtract({ years: YEARS_BACK }).toString();

/**
 * Why the job of a period is not begun by itself; null where nothing speaks against it.
 *
 * @param startsOn when the line began, ISO
 * @example doubtOf('2000-12-31', '2026-03-11', '2026-03-11') // 'its period ended before the service began'
 */
export function doubtOf(periodEnd: string, startsOn: string, today: string): string | null {
  if (periodEnd < startsOn) return 'its period ended before the service began';
  return periodEnd < begunSince(today) ? 'its period ended more than two years ago' : null;
}
