import {
  type CivilDate,
  type Period,
  type RhythmName,
  type WorkingCalendar,
  Temporal,
  addMonths,
  addWorkingDays,
  civil,
  later,
  lastDayOfMonth,
  nextWorkingDay,
  openWeek,
  periodName,
  periodsFrom,
  previousWorkingDay,
} from '../calendar';
import { type Facts, conditionInWords, meets } from '../conditions';
import type { Workings } from '../workings';
import { dueDate } from './due-date';
import type { FilingRule } from './rule';

export interface ScheduledObligation {
  period: Period;
  /** "Mar-Apr 2026", "year to 30 Jun 2026". */
  periodName: string;
  due: CivilDate;
  /** The firm's own date ahead of the statutory one, always a working day. */
  target: CivilDate;
  /** The working day on which the job for it comes into being. */
  beginsOn: CivilDate;
  workings: Workings;
}

export interface ScheduleInput {
  rule: FilingRule;
  rhythm: RhythmName;
  facts: Facts;
  /** First day for which the client holds the service; the first period is the one in which it lies. */
  from: CivilDate;
  today: CivilDate;
  /** How many obligations due today or later are wanted. */
  ahead: number;
  /** None is made that is due later than this, but at least one always is. */
  horizon: CivilDate;
  /** Days before the deadline at which the job begins. */
  leadDays: number;
  /** Working days by which our target precedes the deadline. */
  targetDays: number;
  calendar?: WorkingCalendar;
}

/** Either the obligations in order, or the reason in words why the rule gives none for this client. */
export type Schedule = { obligations: ScheduledObligation[] } | { none: string };

const monthDay = (text: unknown, year: number): CivilDate | null => {
  const match = typeof text === 'string' ? /^(\d{2})-(\d{2})$/.exec(text) : null;
  if (!match) return null;
  const first = Temporal.PlainDate.from({ year, month: Number(match[1]), day: 1 });
  const day = Number(match[2]);
  return day >= 28 && Number(match[1]) === 2 ? lastDayOfMonth(first) : first.with({ day: Math.min(day, first.daysInMonth) });
};

/** The last day of the tax year, where it is not the calendar's. */
const TAX_YEAR_END: Record<string, string> = { GB: '04-05', AU: '06-30', NZ: '03-31' };
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** The end of the last period before a year's first, of a group named by its months: "Feb-Mar" for two-month periods, "Jan" for longer ones. */
function groupEnd(group: string, year: number): CivilDate | null {
  const names = group.split('-');
  const month = MONTHS.indexOf(names.at(-1)!);
  if (month < 0) return null;
  // A period of the group that ends on or before the beginning of the year.
  const end = lastDayOfMonth(Temporal.PlainDate.from({ year: year - 1, month: month + 1, day: 1 }));
  return names.length === 1 ? end : addMonths(end, 10, { keepMonthEnd: true });
}

/** The last day of one of the client's periods under the rule, or the name of the fact that is missing. */
function anchorEnd(rule: FilingRule, facts: Facts, year: number): CivilDate | string {
  switch (rule.anchor) {
    case 'calendar':
      return civil(`${year - 1}-12-31`);
    case 'tax year':
      return civil(`${year - 1}-${TAX_YEAR_END[rule.country ?? ''] ?? '12-31'}`);
    case 'vat group':
      return (typeof facts.vatGroup === 'string' ? groupEnd(facts.vatGroup, year) : null) ?? 'its VAT group';
    case 'year-end':
      return monthDay(facts.yearEnd, year - 1) ?? 'its year-end';
    case 'annual return date':
      return monthDay(facts.annualReturnDate, year - 1) ?? 'its annual return date';
  }
}

/**
 * The obligations of one service line: every period from its start until enough of them lie ahead, each with due
 * date, target, begin and workings. Computing twice gives the same list.
 */
export function schedule(input: ScheduleInput): Schedule {
  const { rule, rhythm, facts, from, today, calendar = openWeek } = input;
  if (!meets(rule.appliesTo, facts)) return { none: `"${rule.name}" applies only where: ${conditionInWords(rule.appliesTo)}` };
  const anchor = anchorEnd(rule, facts, from.year);
  if (typeof anchor === 'string') return { none: `The client record lacks ${anchor}` };
  const obligations: ScheduledObligation[] = [];
  let ahead = 0;
  let start = from;
  while (ahead < input.ahead) {
    const [period] = periodsFrom(rhythm, anchor, start, 1) as [Period];
    const { due, workings } = dueDate(rule, period, facts, calendar);
    const isAhead = Temporal.PlainDate.compare(due, today) >= 0;
    if (isAhead && ahead > 0 && Temporal.PlainDate.compare(due, input.horizon) > 0) break;
    const target = previousWorkingDay(addWorkingDays(due, -input.targetDays, calendar), calendar);
    const beginsOn = nextWorkingDay(later(due.subtract({ days: input.leadDays }), from), calendar);
    obligations.push({
      period,
      periodName: periodName(period, rhythm),
      due,
      target,
      beginsOn: Temporal.PlainDate.compare(beginsOn, due) > 0 ? due : beginsOn,
      workings,
    });
    if (isAhead) ahead += 1;
    start = period.end.add({ days: 1 });
  }
  return { obligations };
}
