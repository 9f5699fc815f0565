import { Temporal } from 'temporal-polyfill';
import { type CivilDate, addMonths, isLastDayOfMonth } from './dates';

/** A stretch of days, first and last day included. */
export interface Period {
  start: CivilDate;
  end: CivilDate;
}

/** How often work recurs: a step of whole months or of whole weeks. */
const STEPS = {
  weekly: { weeks: 1, words: 'weekly' },
  fortnightly: { weeks: 2, words: 'every two weeks' },
  'four-weekly': { weeks: 4, words: 'every four weeks' },
  monthly: { months: 1, words: 'monthly' },
  'two-monthly': { months: 2, words: 'every two months' },
  quarterly: { months: 3, words: 'every three months' },
  'half-yearly': { months: 6, words: 'every six months' },
  yearly: { months: 12, words: 'yearly' },
} as const satisfies Record<string, { months?: number; weeks?: number; words: string }>;

export type RhythmName = keyof typeof STEPS;
export const RHYTHMS = Object.keys(STEPS) as RhythmName[];

/** The rhythm as it stands in a sentence: "every two months". */
export function rhythmInWords(rhythm: RhythmName): string {
  return STEPS[rhythm].words;
}

/** Whole months in one step of the rhythm; undefined for rhythms counted in weeks. */
export function monthsOf(rhythm: RhythmName): number | undefined {
  const step = STEPS[rhythm];
  return 'months' in step ? step.months : undefined;
}

/**
 * The n-th period counted from the one that ends on `anchorEnd` (n may be negative). Month-ends stay month-ends, and
 * every period is reckoned from the anchor itself, so that no drift builds up over short months.
 */
function nthPeriod(rhythm: RhythmName, anchorEnd: CivilDate, n: number): Period {
  const step = STEPS[rhythm];
  const endOf = (k: number) =>
    'weeks' in step ? anchorEnd.add({ weeks: step.weeks * k }) : addMonths(anchorEnd, step.months * k, { keepMonthEnd: isLastDayOfMonth(anchorEnd) });
  return { start: endOf(n - 1).add({ days: 1 }), end: endOf(n) };
}

/** The period of the rhythm in which `date` lies, where `anchorEnd` is the last day of any one of its periods. */
export function periodContaining(rhythm: RhythmName, anchorEnd: CivilDate, date: CivilDate): Period {
  const step = STEPS[rhythm];
  const apart =
    'weeks' in step
      ? anchorEnd.until(date, { largestUnit: 'weeks' }).weeks / step.weeks
      : anchorEnd.until(date, { largestUnit: 'months' }).months / step.months;
  let n = Math.floor(apart) - 1;
  while (Temporal.PlainDate.compare(nthPeriod(rhythm, anchorEnd, n).end, date) < 0) n += 1;
  return nthPeriod(rhythm, anchorEnd, n);
}

/**
 * `count` periods in order, beginning with the one in which `from` lies.
 * @param anchorEnd last day of any one period: a year-end, a registration's group end.
 */
export function periodsFrom(rhythm: RhythmName, anchorEnd: CivilDate, from: CivilDate, count: number): Period[] {
  const periods: Period[] = [];
  let current = periodContaining(rhythm, anchorEnd, from);
  for (let i = 0; i < count; i += 1) {
    periods.push(current);
    current = periodContaining(rhythm, anchorEnd, current.end.add({ days: 1 }));
  }
  return periods;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const monthName = (date: CivilDate) => MONTHS[date.month - 1]!;
const dayName = (date: CivilDate) => `${date.day} ${monthName(date)} ${date.year}`;

/**
 * The period as it stands in a job's name: "Jan-Feb 2026", "Nov 2025-Jan 2026", "Mar 2026", "year to 30 Jun 2026",
 * "week ending 6 Mar 2026".
 */
export function periodName(period: Period, rhythm: RhythmName): string {
  const { start, end } = period;
  if (rhythm === 'yearly') return `year to ${dayName(end)}`;
  if (rhythm === 'weekly') return `week ending ${dayName(end)}`;
  if (start.day !== 1 || !isLastDayOfMonth(end)) return `${dayName(start)} to ${dayName(end)}`;
  if (start.year !== end.year) return `${monthName(start)} ${start.year}-${monthName(end)} ${end.year}`;
  if (start.month === end.month) return `${monthName(end)} ${end.year}`;
  return `${monthName(start)}-${monthName(end)} ${end.year}`;
}
