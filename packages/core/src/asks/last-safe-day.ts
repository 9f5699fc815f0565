import { type CivilDate, type WorkingCalendar, addWorkingDays, civil } from '../calendar';
import { counted, fullDate } from '../words';
import type { Workings } from '../workings';

/** What the firm has agreed about records that come late: so many working days it needs, and what follows. */
export interface LateRules {
  /** Working days between the last safe day and the deadline; 0 where nothing was agreed. */
  days: number;
  /** What follows, as clients read it. */
  consequence: string;
}

/**
 * The last day on which records can come so that the work is surely done by its deadline: so many working days before it.
 *
 * @param deadline the day on which it has to be filed
 * @returns null where the firm has agreed nothing
 */
export const lastSafeDay = (deadline: CivilDate, { days }: LateRules, calendar: WorkingCalendar): CivilDate | null =>
  days === 0 ? null : addWorkingDays(deadline, -days, calendar);

/** How the last safe day comes about; null where the firm has agreed nothing. */
export function lastSafeDayWorkings(deadline: CivilDate, rules: LateRules, calendar: WorkingCalendar): Workings | null {
  const day = lastSafeDay(deadline, rules, calendar);
  if (day === null) return null;
  return {
    title: 'How the last safe day comes about',
    lines: [
      `The job is due ${fullDate(deadline)}.`,
      `The work takes ${counted(rules.days, 'working day')}, as agreed with clients: counted back over weekends, public holidays and closing days.`,
      `Records have to be here by ${fullDate(day)}.`,
    ],
  };
}

/**
 * Whether records came, or are still to come, after the last safe day.
 *
 * @param lastSafe null where nothing was agreed
 * @param everythingInOn ISO day on which all was in; null while something is missing
 */
export const isPastSafe = (lastSafe: string | null, everythingInOn: string | null, today: string): boolean =>
  lastSafe !== null && (everythingInOn ?? today) > lastSafe;

/**
 * What a follow-up says of the last safe day.
 *
 * @param lastSafe ISO day
 */
export function lastSafeInWords(lastSafe: string, { consequence }: LateRules, today: string): string {
  const day = fullDate(civil(lastSafe));
  return today > lastSafe
    ? `The last day on which we could be sure to file in time was ${day}. ${consequence}`
    : `We can be sure to file in time for what is here by ${day}. ${consequence}`;
}
