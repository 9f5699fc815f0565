import { type CivilDate, type Period, type WorkingCalendar, Temporal, addMonths, addWorkingDays, isWorkingDay, lastDayOfMonth, openWeek } from '../calendar';
import type { Facts } from '../conditions';
import { counted, fullDate, plainDate } from '../words';
import type { Workings } from '../workings';
import type { DueStep, FilingRule } from './rule';

export interface DueDate {
  due: CivilDate;
  workings: Workings;
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

function takeStep(step: DueStep, from: CivilDate, calendar: WorkingCalendar, lines: string[]): CivilDate {
  const reached = (to: CivilDate, words: string) => {
    lines.push(`${words}: ${fullDate(to)}`);
    return to;
  };
  switch (step.do) {
    case 'add months':
      return reached(
        addMonths(from, step.months, { keepMonthEnd: step.keepMonthEnd ?? false }),
        `${counted(step.months, 'month')} later${step.keepMonthEnd ? ', keeping the month-end' : ''}`,
      );
    case 'add days':
      return reached(from.add({ days: step.days }), `${counted(step.days, 'day')} later`);
    case 'add working days':
      return reached(addWorkingDays(from, step.days, calendar), `${counted(step.days, 'working day')} later`);
    case 'set day':
      return reached(from.with({ day: Math.min(step.day, from.daysInMonth) }), `Day ${step.day} of that month`);
    case 'last day of month':
      return reached(lastDayOfMonth(from), 'Last day of that month');
    case 'set month and day': {
      const year = from.year + step.yearsLater;
      const to = Temporal.PlainDate.from({ year, month: step.month, day: step.day });
      return reached(
        to,
        `${step.day} ${MONTHS[step.month - 1]} of ${step.yearsLater === 0 ? 'the same year' : step.yearsLater === 1 ? 'the following year' : `${step.yearsLater} years later`}`,
      );
    }
    case 'earlier of': {
      const ends = step.ways.map((way, index) => {
        lines.push(`Way ${index + 1}, counted from ${fullDate(from)}:`);
        return takeSteps(way, from, calendar, lines);
      });
      const earliest = ends.reduce((a, b) => (Temporal.PlainDate.compare(a, b) <= 0 ? a : b));
      return reached(earliest, `The earlier of ${ends.map(plainDate).join(' and ')}`);
    }
  }
}

function takeSteps(steps: readonly DueStep[], from: CivilDate, calendar: WorkingCalendar, lines: string[]): CivilDate {
  return steps.reduce((day, step) => takeStep(step, day, calendar, lines), from);
}

/**
 * The date by which a filing rule wants a period's return, with the workings.
 * @param facts only `way` ("online" or "paper") is used here: some rules give online filers longer.
 * @throws RangeError when no version of the rule is in force at the period's end.
 */
export function dueDate(rule: FilingRule, period: Period, facts: Facts, calendar: WorkingCalendar = openWeek): DueDate {
  const end = period.end.toString();
  const version = rule.versions.find((v) => v.effectiveFrom <= end && (v.effectiveUntil === undefined || end <= v.effectiveUntil));
  if (!version) throw new RangeError(`No version of "${rule.name}" holds for a period ending ${plainDate(period.end)}`);
  const lines = [`Period ends ${fullDate(period.end)}`];
  const onPaper = facts.way === 'paper' && version.paperSteps !== undefined;
  if (version.paperSteps) lines.push(onPaper ? 'Filed on paper' : 'Filed online');
  const due = takeSteps(onPaper ? version.paperSteps! : version.steps, period.end, calendar, lines);
  const holiday = calendar.closed.get(due.toString());
  lines.push(
    isWorkingDay(due, calendar)
      ? `A working day: due ${fullDate(due)}`
      : `${holiday ?? 'A weekend'}: the rule does not move it, due ${fullDate(due)}; our target stands on a working day before`,
  );
  return {
    due,
    workings: {
      title: 'How this date comes about',
      lines,
      source: `${rule.name}, since ${plainDate(Temporal.PlainDate.from(version.effectiveFrom))}. ${version.source}. Check before relying on it.`,
    },
  };
}
