import { type CivilDate, DAYS, DAYS_LONG, MONTHS, MONTHS_LONG } from '../calendar';

/**
 * "Thu 23 Apr 2026".
 *
 * @example fullDate(civil('2026-04-23')) // 'Thu 23 Apr 2026'
 */
export function fullDate(date: CivilDate): string {
  return `${shortDate(date)} ${date.year}`;
}

/**
 * "Thu 23 Apr".
 *
 * @example shortDate(civil('2026-04-23')) // 'Thu 23 Apr'
 */
export function shortDate(date: CivilDate): string {
  return `${DAYS[date.dayOfWeek - 1]} ${date.day} ${MONTHS[date.month - 1]}`;
}

/**
 * "23 Apr 2026".
 *
 * @example plainDate(civil('2026-04-23')) // '23 Apr 2026'
 */
export function plainDate(date: CivilDate): string {
  return `${date.day} ${MONTHS[date.month - 1]} ${date.year}`;
}

/**
 * "Thursday 23 April".
 *
 * @example longDate(civil('2026-04-23')) // 'Thursday 23 April'
 */
export function longDate(date: CivilDate): string {
  return `${DAYS_LONG[date.dayOfWeek - 1]} ${date.day} ${MONTHS_LONG[date.month - 1]}`;
}

/**
 * "Mar 2026" for the month "2026-03".
 *
 * @example monthInWords('2026-03') // 'Mar 2026'
 */
export function monthInWords(month: string): string {
  const [year, at] = month.split('-');
  return `${MONTHS[Number(at) - 1]} ${year}`;
}

/**
 * "1 day", "3 days": a count with its noun. The plural is the noun with an s unless given.
 *
 * @example counted(3, 'day') // '3 days'
 */
export function counted(count: number, noun: string, plural = `${noun}s`): string {
  return `${count} ${count === 1 ? noun : plural}`;
}

/**
 * How far a due date lies from today: "overdue 3 days", "today", "tomorrow", "in 12 days", "in 6 weeks", "in 6 months".
 *
 * @example dueInWords(civil('2026-03-23'), civil('2026-03-11')) // 'in 12 days'
 */
export function dueInWords(due: CivilDate, today: CivilDate): string {
  const days = today.until(due).days;
  if (days < 0) return `overdue ${counted(-days, 'day')}`;
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days < 21) return `in ${days} days`;
  if (days < 120) return `in ${Math.round(days / 7)} weeks`;
  return `in ${today.until(due, { largestUnit: 'months', smallestUnit: 'months', roundingMode: 'halfExpand' }).months} months`;
}

/**
 * How long something has waited: "today", "1 day", "6 days".
 *
 * @example sinceInWords(civil('2026-03-05'), civil('2026-03-11')) // '6 days'
 */
export function sinceInWords(since: CivilDate, today: CivilDate): string {
  const days = since.until(today).days;
  return days <= 0 ? 'today' : counted(days, 'day');
}

/**
 * How a filing stood to its date: "filed 4 days early", "filed on the day", "filed 2 days late".
 *
 * @example filedInWords(civil('2026-03-23'), civil('2026-03-19')) // 'filed 4 days early'
 */
export function filedInWords(due: CivilDate, filed: CivilDate): string {
  const days = filed.until(due).days;
  return days === 0 ? 'filed on the day' : `filed ${counted(Math.abs(days), 'day')} ${days > 0 ? 'early' : 'late'}`;
}

/**
 * A day of any year, "MM-DD", as "31 December".
 *
 * @example monthDayInWords('12-31') // '31 December'
 */
export function monthDayInWords(monthDay: string): string {
  const [month, day] = monthDay.split('-').map(Number);
  return `${day} ${MONTHS_LONG[month! - 1]}`;
}
/**
 * With a capital at the beginning, as a sentence or a heading has it.
 *
 * @example capital('no date changes') // 'No date changes'
 */
export const capital = (words: string): string => words.replace(/^./u, (letter) => letter.toUpperCase());
export { holdsText, plainLetters } from './plain-letters';
