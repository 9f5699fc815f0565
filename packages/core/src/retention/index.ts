import type { Temporal } from '../calendar';

/** So many of the newest days, weeks and months that have any are kept, one of each: its last. */
export interface Retention {
  days: number;
  weeks: number;
  months: number;
}

/** Two working weeks can be looked at day by day, a quarter week by week, and a year with the one before it month by month. */
export const USUAL_RETENTION: Retention = { days: 14, weeks: 13, months: 24 };

/**
 * Which of many copies are kept, so that the near past can be told day by day and the far past month by month (the scheme
 * of grandfather, father and son).
 *
 * @param made when each was made, in civil days and times of one zone; in any order
 * @returns those kept, the newest first, each once. The newest is always among them.
 */
export function keptCopies(made: readonly Temporal.PlainDateTime[], { days, weeks, months }: Retention = USUAL_RETENTION): Temporal.PlainDateTime[] {
  const newestFirst = [...made].sort((a, b) => b.toString().localeCompare(a.toString()));
  const lastOfEach = (most: number, span: (of: Temporal.PlainDateTime) => string): Temporal.PlainDateTime[] => {
    const last = new Map<string, Temporal.PlainDateTime>();
    for (const one of newestFirst) if (!last.has(span(one)) && last.size < most) last.set(span(one), one);
    return [...last.values()];
  };
  const kept = new Set([
    ...newestFirst.slice(0, 1),
    ...lastOfEach(days, (of) => of.toPlainDate().toString()),
    ...lastOfEach(weeks, (of) => `${of.yearOfWeek} ${of.weekOfYear}`),
    ...lastOfEach(months, (of) => of.toPlainDate().toPlainYearMonth().toString()),
  ]);
  return newestFirst.filter((one) => kept.has(one));
}

/** A copy is made at night, when nobody is held up by it. */
const NIGHT = { from: 1, before: 5 };

/**
 * Whether it is time for the next copy: in the night after the last one, or as soon as a day has passed where the nights
 * were missed.
 *
 * @param last when the last one was made; null for none
 * @param now in the same zone
 * @example copyIsDue(null, Temporal.PlainDateTime.from('2026-03-11T10:00')) // true
 */
export function copyIsDue(last: Temporal.PlainDateTime | null, now: Temporal.PlainDateTime): boolean {
  if (last === null) return true;
  const hours = last.until(now).total('hours');
  return hours >= 24 || (hours >= 12 && now.hour >= NIGHT.from && now.hour < NIGHT.before);
}
