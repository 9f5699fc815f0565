import { type CivilDate, type WorkingCalendar, addWorkingDays, civil, later, workingDaysIn } from '../calendar';

/**
 * The day on which a request goes out that is asked with each job of a service: the day on which the job begins, or the first day of that number on or after it.
 *
 * @param startOn the day on which the job begins
 * @param dayOfMonth 1 to 28; 0 for the day on which it begins
 * @example sendsOn(civil('2026-03-02'), 1).toString() // '2026-04-01'
 * @example sendsOn(civil('2026-03-02'), 0).toString() // '2026-03-02'
 */
export function sendsOn(startOn: CivilDate, dayOfMonth: number): CivilDate {
  if (dayOfMonth === 0) return startOn;
  const inMonth = startOn.with({ day: dayOfMonth });
  return inMonth.until(startOn).sign > 0 ? inMonth.add({ months: 1 }) : inMonth;
}

/**
 * By when something is wanted that goes out later than it was planned to: the client keeps as many working days as it would have had.
 *
 * @param plan both ISO days
 * @returns an ISO day, never before the one planned
 */
export function wantedByThen({ sendOn, wantedBy }: { sendOn: string; wantedBy: string }, today: CivilDate, calendar: WorkingCalendar): string {
  if (today.toString() <= sendOn) return wantedBy;
  const days = workingDaysIn(civil(sendOn).add({ days: 1 }), civil(wantedBy), calendar).length;
  return later(civil(wantedBy), addWorkingDays(today, days, calendar)).toString();
}

/** When a request goes out that is asked with each job, in words. @example eachTimeInWords(1) // 'on day 1 of the month, the first after the job begins' */
export const eachTimeInWords = (dayOfMonth: number): string =>
  dayOfMonth === 0 ? 'on the day on which the job begins' : `on day ${dayOfMonth} of the month, the first after the job begins`;
