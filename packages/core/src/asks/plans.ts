import { type CivilDate, type WorkingCalendar, addWorkingDays, civil, earlier, later, workingDaysIn } from '../calendar';

/**
 * The day on which a request goes out that is asked with each job of a service: the day on which the job begins, or the first day of that
 * number after the period of the job, or after its beginning where that comes before. A job that is begun late is not asked for a month later.
 *
 * @param job the days on which it begins and on which its period ends
 * @param dayOfMonth 1 to 28; 0 for the day on which it begins
 * @example sendsOn({ startOn: civil('2026-04-02'), periodEnd: civil('2026-03-31') }, 1).toString() // '2026-04-01'
 * @example sendsOn({ startOn: civil('2026-03-02'), periodEnd: civil('2026-03-31') }, 0).toString() // '2026-03-02'
 */
export function sendsOn({ startOn, periodEnd }: { startOn: CivilDate; periodEnd: CivilDate }, dayOfMonth: number): CivilDate {
  if (dayOfMonth === 0) return startOn;
  const from = earlier(startOn, periodEnd.add({ days: 1 }));
  const inMonth = from.with({ day: dayOfMonth });
  return inMonth.until(from).sign > 0 ? inMonth.add({ months: 1 }) : inMonth;
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

/** When a request goes out that is asked with each job, in words. @example eachTimeInWords(1) // 'on day 1 of the month, once the job is there' */
export const eachTimeInWords = (dayOfMonth: number): string =>
  dayOfMonth === 0 ? 'on the day on which the job begins' : `on day ${dayOfMonth} of the month, once the job is there`;
