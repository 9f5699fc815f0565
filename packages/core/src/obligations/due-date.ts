import {
  type CivilDate,
  DAYS_LONG,
  MONTHS_LONG,
  type Period,
  type WorkingCalendar,
  Temporal,
  addMonths,
  addWorkingDays,
  civil,
  isWorkingDay,
  lastDayOfMonth,
  nextWorkingDay,
  openWeek,
  previousWorkingDay,
} from '../calendar';
import { type Facts, conditionInWords, meets } from '../conditions';
import { authorityCalendar } from '../holidays';
import { counted, fullDate, plainDate } from '../words';
import type { Workings } from '../workings';
import type { DueStep, FilingRule, RuleVersion } from './rule';

export interface DueDate {
  due: CivilDate;
  workings: Workings;
}
const NTH: Record<number, string> = { 1: 'First', 2: 'Second', 3: 'Third', 4: 'Fourth', [-1]: 'Last' };

/** What steps are taken with: the facts of client and period, the days on which nobody works, and the lines said so far; none where nobody asks for them. */
interface Way {
  facts: Facts;
  calendar: WorkingCalendar;
  lines: string[] | null;
}

const inYears = (years: number) =>
  years === 0 ? 'the same year' : years === 1 ? 'the following year' : years < 0 ? `${counted(-years, 'year')} before` : `${years} years later`;

/** A day of a month that the month has: the 29th of February is its last day in other years. */
const dayIn = (year: number, month: number, day: number): CivilDate => Temporal.PlainDate.from({ year, month, day }, { overflow: 'constrain' });

function nthWeekday(from: CivilDate, nth: number, weekday: number): CivilDate {
  if (nth > 0) {
    const first = from.with({ day: 1 });
    return first.add({ days: ((weekday - first.dayOfWeek + 7) % 7) + 7 * (nth - 1) });
  }
  const last = lastDayOfMonth(from);
  return last.subtract({ days: (last.dayOfWeek - weekday + 7) % 7 });
}

function takeStep(step: DueStep, from: CivilDate, way: Way): CivilDate {
  const reached = (to: CivilDate, words: () => string) => {
    way.lines?.push(`${words()}: ${fullDate(to)}`);
    return to;
  };
  const moved = (count: number, noun: string) => `${counted(Math.abs(count), noun)} ${count < 0 ? 'before' : 'later'}`;
  switch (step.do) {
    case 'add months':
      return reached(
        addMonths(from, step.months, { keepMonthEnd: step.keepMonthEnd ?? false }),
        () => `${moved(step.months, 'month')}${step.keepMonthEnd ? ', keeping the month-end' : ''}`,
      );
    case 'add days':
      return reached(from.add({ days: step.days }), () => moved(step.days, 'day'));
    case 'add working days':
      return reached(addWorkingDays(from, step.days, way.calendar), () => moved(step.days, 'working day'));
    case 'set day':
      return reached(from.with({ day: Math.min(step.day, from.daysInMonth) }), () => `Day ${step.day} of that month`);
    case 'last day of month':
      return reached(lastDayOfMonth(from), () => 'Last day of that month');
    case 'nth weekday':
      return reached(nthWeekday(from, step.nth, step.weekday), () => `${NTH[step.nth]} ${DAYS_LONG[step.weekday - 1]} of that month`);
    case 'set month and day':
      return reached(
        dayIn(from.year + step.yearsLater, step.month, step.day),
        () => `${step.day} ${MONTHS_LONG[step.month - 1]} of ${inYears(step.yearsLater)}`,
      );
    case 'earlier of':
    case 'later of': {
      const earliest = step.do === 'earlier of';
      const ends = step.ways.map((steps, index) => {
        way.lines?.push(`Way ${index + 1}, counted from ${fullDate(from)}:`);
        return takeSteps(steps, from, way);
      });
      const chosen = ends.reduce((a, b) => (Temporal.PlainDate.compare(a, b) <= 0 === earliest ? a : b));
      return reached(chosen, () => `The ${earliest ? 'earlier' : 'later'} of ${ends.map(plainDate).join(' and ')}`);
    }
    case 'where': {
      const holds = meets(step.when, way.facts);
      way.lines?.push(`${holds ? 'Holds' : 'Does not hold'} here: ${conditionInWords(step.when)}`);
      return takeSteps(holds ? step.then : step.otherwise, from, way);
    }
  }
}

function takeSteps(steps: readonly DueStep[], from: CivilDate, way: Way): CivilDate {
  return steps.reduce((day, step) => takeStep(step, day, way), from);
}

/** Months in a period, counted from the day before it begins; a short first period may have none. */
const monthsIn = (period: Period): number => period.start.subtract({ days: 1 }).until(period.end, { largestUnit: 'months' }).months;

function factsOfPeriod(period: Period): Facts {
  const { end } = period;
  return { periodEndMonth: end.month, periodEndDay: end.day, periodEndsOn: end.toString(), periodMonths: monthsIn(period) };
}

const versionAt = (rule: FilingRule, end: string) =>
  rule.versions.find((v) => v.effectiveFrom <= end && (v.effectiveUntil === undefined || end <= v.effectiveUntil));

/** True when the rule says something about a period. */
export const isInForce = (rule: FilingRule, period: Period): boolean => versionAt(rule, period.end.toString()) !== undefined;

/** True when the rule has ended before a period does. */
export const isOver = ({ versions }: FilingRule, period: Period): boolean => {
  const last = versions.at(-1)?.effectiveUntil;
  return last !== undefined && last < period.end.toString();
};

function versionFor(rule: FilingRule, period: Period): RuleVersion {
  const version = versionAt(rule, period.end.toString());
  if (!version) throw new RangeError(`No version of "${rule.name}" holds for a period ending ${plainDate(period.end)}`);
  return version;
}

/** Moves a date off a weekend or holiday as the rule says, and says what it did. */
function settle(nominal: CivilDate, version: RuleVersion, { calendar, lines }: Way): CivilDate {
  const closed = () => calendar.closed.get(nominal.toString()) ?? 'A weekend';
  if (isWorkingDay(nominal, calendar)) lines?.push(`A working day: due ${fullDate(nominal)}`);
  else if (version.whenClosed === undefined)
    lines?.push(`${closed()}: the rule does not move it, due ${fullDate(nominal)}; our target is on a working day before`);
  else {
    const due = version.whenClosed === 'next working day' ? nextWorkingDay(nominal, calendar) : previousWorkingDay(nominal, calendar);
    lines?.push(`${closed()}: moved to the ${version.whenClosed}, due ${fullDate(due)}`);
    return due;
  }
  return nominal;
}

interface Reckoned {
  due: CivilDate;
  version: RuleVersion;
  /** The date before it was moved off a weekend or holiday. */
  nominal: CivilDate;
  way: Way;
}

function reckon(rule: FilingRule, period: Period, facts: Facts, own: WorkingCalendar, explained: boolean): Reckoned {
  const version = versionFor(rule, period);
  const calendar = rule.country === null ? own : authorityCalendar(rule.country, rule.region);
  const way: Way = { facts: { ...facts, ...factsOfPeriod(period) }, calendar, lines: explained ? [`Period ends ${fullDate(period.end)}`] : null };
  const onPaper = facts.way === 'paper' && version.paperSteps !== undefined;
  if (version.paperSteps) way.lines?.push(onPaper ? 'Filed on paper' : 'Filed online');
  const nominal = takeSteps(onPaper ? version.paperSteps! : version.steps, period.end, way);
  return { due: settle(nominal, version, way), nominal, version, way };
}

const workingsOf = (rule: FilingRule, { version, way }: Reckoned): Workings => ({
  title: 'How this date comes about',
  lines: way.lines ?? [],
  source:
    rule.country === null ? version.source : `${rule.name}, since ${plainDate(civil(version.effectiveFrom))}. ${version.source}. Check before relying on it.`,
});

/**
 * The date by which a filing rule wants a period's return or payment, with the workings.
 *
 * @param period first and last day; the steps count from the last one
 * @param facts of the client, by name: `way` ("online" or "paper"), and those that the rule's exceptions ask for
 * @param own the firm's own working days, for a rule of its own; a statutory rule goes by the holidays of its authority
 * @throws RangeError when no version of the rule is in force at the period's end
 * @example dueDate(ruleById('ie-vat-return'), { start: civil('2026-01-01'), end: civil('2026-02-28') }, { way: 'online' }).due // '2026-03-23'
 */
export function dueDate(rule: FilingRule, period: Period, facts: Facts, own: WorkingCalendar = openWeek): DueDate {
  const reckoned = reckon(rule, period, facts, own, true);
  return { due: reckoned.due, workings: workingsOf(rule, reckoned) };
}

/** True where a rule gives more time for a period without anybody asking for it. */
export const extendsByItself = ({ versions }: FilingRule): boolean => versions.some(({ extension }) => extension?.automatic && extension.asks === undefined);

/**
 * The date by which a firm plans that takes the time given without asking: the extended date where the law gives one by
 * itself, the rule's date otherwise.
 * @throws RangeError as `dueDate` does
 * @example plannedDate(ruleById('ie-vat-return'), { start: civil('2026-01-01'), end: civil('2026-02-28') }, { way: 'online' }).due // '2026-03-23'
 */
export function plannedDate(rule: FilingRule, period: Period, facts: Facts, own: WorkingCalendar = openWeek): DueDate {
  const { extension } = versionFor(rule, period);
  const extended = extension?.automatic && extension.asks === undefined ? extendedDueDate(rule, period, facts, own) : null;
  return extended ? { due: extended.due, workings: extended.workings } : dueDate(rule, period, facts, own);
}

/**
 * The same date without its workings, for reckoning many.
 *
 * @example dueOn(ruleById('ie-vat-return'), { start: civil('2026-01-01'), end: civil('2026-02-28') }, { way: 'online' }) // '2026-03-23'
 */
export function dueOn(rule: FilingRule, period: Period, facts: Facts, own: WorkingCalendar = openWeek): CivilDate {
  return reckon(rule, period, facts, own, false).due;
}

/** A due date put off, and on what terms. */
export interface ExtendedDueDate extends DueDate {
  name: string;
  automatic: boolean;
  asks: string | null;
}

/**
 * The date to which a period's return is put off where the law gives more time, counted from the due date before that
 * was moved off a weekend; null where it gives none.
 * @throws RangeError as `dueDate` does
 * @example extendedDueDate(ruleById('ie-vat-return'), { start: civil('2026-01-01'), end: civil('2026-02-28') }, { way: 'online' }) // null
 */
export function extendedDueDate(rule: FilingRule, period: Period, facts: Facts, own: WorkingCalendar = openWeek): ExtendedDueDate | null {
  const reckoned = reckon(rule, period, facts, own, true);
  const { nominal, version, way } = reckoned;
  const { extension } = version;
  if (!extension) return null;
  way.lines?.push(`Extended, ${extension.name}, counted from ${fullDate(nominal)}:`);
  const due = settle(takeSteps(extension.steps, nominal, way), version, way);
  return {
    due,
    name: extension.name,
    automatic: extension.automatic,
    asks: extension.asks ?? null,
    workings: { ...workingsOf(rule, reckoned), source: `${workingsOf(rule, reckoned).source} Extension: ${extension.source}.` },
  };
}
