import { Temporal } from 'temporal-polyfill';

/** A day of the civil calendar, without a time or a zone. */
export type CivilDate = Temporal.PlainDate;

/**
 * Reads an ISO 8601 date ("2026-02-28").
 * @throws RangeError when the text is not a day that exists.
 */
export function civil(iso: string): CivilDate {
  return Temporal.PlainDate.from(iso, { overflow: 'reject' });
}

/** The last day of the month in which `date` lies. */
export function lastDayOfMonth(date: CivilDate): CivilDate {
  return date.with({ day: date.daysInMonth });
}

/** True on the last day of a month. */
export function isLastDayOfMonth(date: CivilDate): boolean {
  return date.day === date.daysInMonth;
}

/**
 * Adds whole months. A day that the month reached does not have becomes its last day (31 Jan + 1 = 28 Feb).
 * With `keepMonthEnd`, a last day of a month stays one: 28 Feb + 1 = 31 Mar; without it, 28 Feb + 1 = 28 Mar.
 */
export function addMonths(date: CivilDate, months: number, options: { keepMonthEnd?: boolean } = {}): CivilDate {
  const moved = date.add({ months });
  return options.keepMonthEnd && isLastDayOfMonth(date) ? lastDayOfMonth(moved) : moved;
}

/** The earlier of two days. */
export function earlier(a: CivilDate, b: CivilDate): CivilDate {
  return Temporal.PlainDate.compare(a, b) <= 0 ? a : b;
}

/** The later of two days. */
export function later(a: CivilDate, b: CivilDate): CivilDate {
  return Temporal.PlainDate.compare(a, b) >= 0 ? a : b;
}

/** The Monday of the ISO 8601 week in which `date` lies. */
export function weekStart(date: CivilDate): CivilDate {
  return date.subtract({ days: date.dayOfWeek - 1 });
}
