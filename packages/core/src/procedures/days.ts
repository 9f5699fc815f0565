import { type CivilDate, type WorkingCalendar, addWorkingDays } from '../calendar';
import { counted } from '../words';

/** A working day of a procedure: so many after the job begins, or after what it follows. 0 is that day itself. */
export interface DayOfPlan {
  days: number;
  /** `start`: the day on which the job begins. `before`: for a phase, the day on which the one before it is done; for an action, the day on which its phase is entered or left. */
  from: 'start' | 'before';
}

/**
 * The working day on which a phase may be entered, or an action is carried out.
 *
 * @param before the day that `from: 'before'` counts from
 * @example dayOfPlan({ days: 2, from: 'start' }, { start: civil('2026-03-13'), before: civil('2026-03-20') }, openWeek) // '2026-03-17'
 */
export const dayOfPlan = ({ days, from }: DayOfPlan, on: { start: CivilDate; before: CivilDate }, calendar: WorkingCalendar): CivilDate =>
  addWorkingDays(from === 'start' ? on.start : on.before, days, calendar);

/** "3 working days after the job begins", "2 working days after that". @param that what `before` stands for */
export const dayOfPlanInWords = ({ days, from }: DayOfPlan, that = 'the phase before'): string =>
  days === 0
    ? `on the day of ${from === 'start' ? 'the job’s beginning' : that}`
    : `${counted(days, 'working day')} after ${from === 'start' ? 'the job begins' : that}`;

/** Whether a piece of data from outside is such a day. */
export function isDayOfPlan(given: unknown): given is DayOfPlan {
  if (given === null || typeof given !== 'object') return false;
  const { days, from } = given as { days?: unknown; from?: unknown };
  return Number.isInteger(days) && (days as number) >= 0 && (days as number) <= 250 && (from === 'start' || from === 'before');
}
