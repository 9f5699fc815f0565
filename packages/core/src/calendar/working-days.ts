import type { CivilDate } from './dates';

/** The days on which a firm works: its weekly pattern without its holidays and closing days. */
export interface WorkingCalendar {
  /** Closed days, ISO date to name ("2026-03-17" to "St Patrick's Day"). */
  closed: ReadonlyMap<string, string>;
}

/** Monday to Friday with no holiday. */
export const openWeek: WorkingCalendar = { closed: new Map() };

/**
 * True from Monday to Friday, unless the day is a holiday or closing day.
 *
 * @example isWorkingDay(civil('2026-03-17'), holidayCalendar('IE', { from: 2026, until: 2026 })) // false
 */
export function isWorkingDay(date: CivilDate, calendar: WorkingCalendar = openWeek): boolean {
  return date.dayOfWeek <= 5 && !calendar.closed.has(date.toString());
}

/**
 * The day itself when it is a working day, otherwise the first working day after it.
 *
 * @example nextWorkingDay(civil('2026-03-14')) // '2026-03-16'
 */
export function nextWorkingDay(date: CivilDate, calendar: WorkingCalendar = openWeek): CivilDate {
  let day = date;
  while (!isWorkingDay(day, calendar)) day = day.add({ days: 1 });
  return day;
}

/**
 * The day itself when it is a working day, otherwise the last working day before it.
 *
 * @example previousWorkingDay(civil('2026-03-15')) // '2026-03-13'
 */
export function previousWorkingDay(date: CivilDate, calendar: WorkingCalendar = openWeek): CivilDate {
  let day = date;
  while (!isWorkingDay(day, calendar)) day = day.subtract({ days: 1 });
  return day;
}

/**
 * Moves by working days, forwards or (negative) backwards; the starting day itself is not counted.
 * Zero gives the day unchanged, even when it is not a working day.
 *
 * @example addWorkingDays(civil('2026-03-13'), 2, holidayCalendar('IE', { from: 2026, until: 2026 })) // '2026-03-18'
 */
export function addWorkingDays(date: CivilDate, days: number, calendar: WorkingCalendar = openWeek): CivilDate {
  const step = Math.sign(days);
  let day = date;
  for (let left = Math.abs(days); left > 0;) {
    day = day.add({ days: step });
    if (isWorkingDay(day, calendar)) left -= 1;
  }
  return day;
}

/**
 * The working days from `from` to `to`, both included, in order; empty when `to` lies before `from`.
 *
 * @example workingDaysIn(civil('2026-03-13'), civil('2026-03-16')) // ['2026-03-13', '2026-03-16']
 */
export function workingDaysIn(from: CivilDate, to: CivilDate, calendar: WorkingCalendar = openWeek): CivilDate[] {
  const days: CivilDate[] = [];
  const count = from.until(to).days;
  for (let offset = 0; offset <= count; offset += 1) {
    const day = from.add({ days: offset });
    if (isWorkingDay(day, calendar)) days.push(day);
  }
  return days;
}
