import { Temporal } from 'temporal-polyfill';
import { type CivilDate, addMonths, isLastDayOfMonth, lastDayOfMonth } from './dates';
import { MONTHS } from './names';
import { Recurrence } from './recurrence';
import { type Rhythm, type RhythmStep, stepOf } from './rhythms';
import { type WorkingCalendar, addWorkingDays, isWorkingDay, openWeek } from './working-days';

/** A stretch of days, first and last day included. */
export interface Period {
  start: CivilDate;
  end: CivilDate;
}

const compare = (a: CivilDate, b: CivilDate) => Temporal.PlainDate.compare(a, b);

/**
 * The periods of a rhythm, counted by number from the one that ends on an anchor. Each is reckoned from the anchor
 * itself, so that no drift builds up over short months, and is kept once it was reckoned.
 */
export class Periods {
  private readonly step: RhythmStep;
  private readonly known = new Map<number, CivilDate | null>();
  private readonly recurrence: Recurrence | null;

  /**
   * @param anchorEnd last day of any one period: a year-end, a registration's group end. A rhythm of once ends on it, and a
   *   recurrence rule begins with it.
   * @throws RangeError when a recurrence rule cannot be followed
   */
  constructor(
    readonly rhythm: Rhythm,
    private readonly anchorEnd: CivilDate,
    private readonly calendar: WorkingCalendar = openWeek,
  ) {
    this.step = stepOf(rhythm);
    this.recurrence = 'rule' in this.step ? new Recurrence(this.step.rule, anchorEnd) : null;
  }

  /** The nth period, counted from the one that ends on the anchor; none where the rhythm does not go so far. */
  at(n: number): Period | undefined {
    const end = this.endOf(n);
    if (!end) return undefined;
    const before = this.endOf(n - 1);
    return { start: before ? before.add({ days: 1 }) : this.recurrence ? this.anchorEnd : end, end };
  }

  private endOf(n: number): CivilDate | null {
    let end = this.known.get(n);
    if (end === undefined) {
      end = this.reckon(n);
      this.known.set(n, end);
    }
    return end;
  }

  private reckon(n: number): CivilDate | null {
    const { step, anchorEnd } = this;
    if ('once' in step) return n === 0 ? anchorEnd : null;
    if (this.recurrence) return n < 0 ? null : (this.recurrence.at(n) ?? null);
    if ('halves' in step) {
      // Halves are those of the calendar month: the 15th and the last day.
      const half = (anchorEnd.day <= 15 ? 0 : 1) + n;
      const month = addMonths(anchorEnd.with({ day: 1 }), Math.floor(half / 2));
      return half % 2 === 0 ? month.with({ day: 15 }) : lastDayOfMonth(month);
    }
    if (!('every' in step)) return null;
    if (step.unit === 'months') return addMonths(anchorEnd, step.every * n, { keepMonthEnd: isLastDayOfMonth(anchorEnd) });
    if (step.unit !== 'working days') return anchorEnd.add({ [step.unit]: step.every * n });
    // Working days can only be walked: from the end beside it where that is known, as it is when periods are asked for in order.
    for (const beside of [-1, 1]) {
      const known = this.known.get(n + beside);
      if (known) return addWorkingDays(known, -beside * step.every, this.calendar);
    }
    return addWorkingDays(isWorkingDay(anchorEnd, this.calendar) ? anchorEnd : addWorkingDays(anchorEnd, 1, this.calendar), step.every * n, this.calendar);
  }

  /** The number of the period in which a day lies, or of the first one after it where it lies before them all. */
  indexOf(date: CivilDate): number {
    const { step, anchorEnd } = this;
    if ('once' in step) return 0;
    let n = 0;
    if ('halves' in step) n = Math.floor(anchorEnd.until(date, { largestUnit: 'months' }).months * 2) - 2;
    else if ('every' in step) {
      if (step.unit === 'months') n = Math.floor(anchorEnd.until(date, { largestUnit: 'months' }).months / step.every) - 1;
      else if (step.unit !== 'working days') n = Math.floor(anchorEnd.until(date).days / (step.unit === 'weeks' ? 7 : 1) / step.every) - 1;
    }
    while (!('rule' in step) && compare(this.endOf(n - 1)!, date) >= 0) n -= 1;
    for (let end = this.endOf(n); end && compare(end, date) < 0; end = this.endOf(n)) n += 1;
    return n;
  }
}

/**
 * The period of the rhythm in which `date` lies, where `anchorEnd` is the last day of any one of its periods.
 *
 * @example periodContaining('two-monthly', civil('2026-02-28'), civil('2026-03-11')) // { start: '2026-03-01', end: '2026-04-30' }
 */
export function periodContaining(rhythm: Rhythm, anchorEnd: CivilDate, date: CivilDate): Period {
  const periods = new Periods(rhythm, anchorEnd);
  const found = periods.at(periods.indexOf(date));
  if (!found) throw new RangeError(`No period of "${rhythm}" lies at ${date.toString()}`);
  return found;
}

/**
 * `count` periods in order, beginning with the one in which `from` lies; fewer where the rhythm ends before.
 *
 * @example periodsFrom('monthly', civil('2026-01-31'), civil('2026-02-10'), 2).map((period) => period.end) // ['2026-02-28', '2026-03-31']
 */
export function periodsFrom(rhythm: Rhythm, anchorEnd: CivilDate, from: CivilDate, count: number): Period[] {
  const periods = new Periods(rhythm, anchorEnd);
  const first = periods.indexOf(from);
  return Array.from({ length: count }, (_, n) => periods.at(first + n)).filter((period) => period !== undefined);
}
const monthName = (date: CivilDate) => MONTHS[date.month - 1]!;
const dayName = (date: CivilDate) => `${date.day} ${monthName(date)} ${date.year}`;

/** From day to day, with what both have in common said once: "10-31 Mar 2026", "28 Feb-6 Mar 2026". */
function spanName({ start, end }: Period): string {
  if (start.year !== end.year) return `${dayName(start)}-${dayName(end)}`;
  if (start.month !== end.month) return `${start.day} ${monthName(start)}-${dayName(end)}`;
  return start.day === end.day ? dayName(end) : `${start.day}-${dayName(end)}`;
}

/**
 * The period as it stands in a job's name: "Jan-Feb 2026", "Nov 2025-Jan 2026", "Mar 2026", "year to 30 Jun 2026",
 * "week ending 6 Mar 2026", "1-15 Mar 2026". A period cut short names its days.
 *
 * @example periodName(periodContaining('two-monthly', civil('2026-02-28'), civil('2026-02-11')), 'two-monthly') // 'Jan-Feb 2026'
 */
export function periodName(period: Period, rhythm: Rhythm): string {
  const { start, end } = period;
  const step = stepOf(rhythm);
  if ('once' in step) return dayName(end);
  if ('rule' in step) return `to ${dayName(end)}`;
  if ('halves' in step) return spanName(period);
  if (step.unit === 'days' || step.unit === 'working days') return step.every === 1 ? dayName(end) : spanName(period);
  if (step.unit === 'weeks') {
    if (start.until(end).days + 1 !== step.every * 7) return spanName(period);
    return step.every === 1 ? `week ending ${dayName(end)}` : `${step.every} weeks ending ${dayName(end)}`;
  }
  const whole = compare(addMonths(end, -step.every, { keepMonthEnd: isLastDayOfMonth(end) }).add({ days: 1 }), start) === 0;
  if (step.every % 12 === 0 && whole) return `${step.every === 12 ? 'year' : `${step.every / 12} years`} to ${dayName(end)}`;
  if (start.day !== 1 || !isLastDayOfMonth(end)) return spanName(period);
  if (start.year !== end.year) return `${monthName(start)} ${start.year}-${monthName(end)} ${end.year}`;
  if (start.month === end.month) return `${monthName(end)} ${end.year}`;
  return `${monthName(start)}-${monthName(end)} ${end.year}`;
}
