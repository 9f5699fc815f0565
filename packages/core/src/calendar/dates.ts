import { Temporal } from 'temporal-polyfill';

/** A day of the civil calendar, without a time or a zone. */
export type CivilDate = Temporal.PlainDate;

/**
 * Reads an ISO 8601 date ("2026-02-28").
 * @throws RangeError when the text is not a day that exists.
 * @example civil('2026-02-28').add({ days: 1 }) // '2026-03-01'
 */
export function civil(iso: string): CivilDate {
  return Temporal.PlainDate.from(iso, { overflow: 'reject' });
}

/**
 * Whether something is a day as it is kept: ISO 8601 text of a day that exists. What somebody is still typing is none.
 *
 * @example isDay('2026-02-29') // false
 */
export function isDay(value: unknown): value is string {
  if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
  try {
    return civil(value) !== null;
  } catch {
    return false;
  }
}

/**
 * The last day of the month in which `date` lies.
 *
 * @example lastDayOfMonth(civil('2028-02-03')) // '2028-02-29'
 */
export function lastDayOfMonth(date: CivilDate): CivilDate {
  return date.with({ day: date.daysInMonth });
}

/**
 * True on the last day of a month.
 *
 * @example isLastDayOfMonth(civil('2028-02-28')) // false
 */
export function isLastDayOfMonth(date: CivilDate): boolean {
  return date.day === date.daysInMonth;
}

/**
 * Adds whole months. A day that the month reached does not have becomes its last day (31 Jan + 1 = 28 Feb).
 * With `keepMonthEnd`, a last day of a month stays one: 28 Feb + 1 = 31 Mar; without it, 28 Feb + 1 = 28 Mar.
 *
 * @example addMonths(civil('2026-01-31'), 1) // '2026-02-28'
 * @example addMonths(civil('2026-02-28'), 1, { keepMonthEnd: true }) // '2026-03-31'
 */
export function addMonths(date: CivilDate, months: number, options: { keepMonthEnd?: boolean } = {}): CivilDate {
  const moved = date.add({ months });
  return options.keepMonthEnd && isLastDayOfMonth(date) ? lastDayOfMonth(moved) : moved;
}

/**
 * The earlier of two days.
 *
 * @example earlier(civil('2026-03-11'), civil('2026-03-23')) // '2026-03-11'
 */
export function earlier(a: CivilDate, b: CivilDate): CivilDate {
  return Temporal.PlainDate.compare(a, b) <= 0 ? a : b;
}

/**
 * The later of two days.
 *
 * @example later(civil('2026-03-11'), civil('2026-03-23')) // '2026-03-23'
 */
export function later(a: CivilDate, b: CivilDate): CivilDate {
  return Temporal.PlainDate.compare(a, b) >= 0 ? a : b;
}

/**
 * The Monday of the ISO 8601 week in which `date` lies.
 *
 * @example weekStart(civil('2026-03-11')) // '2026-03-09'
 */
export function weekStart(date: CivilDate): CivilDate {
  return date.subtract({ days: date.dayOfWeek - 1 });
}
