export { Temporal } from 'temporal-polyfill';
export { addMonths, civil, earlier, isLastDayOfMonth, later, lastDayOfMonth, weekStart } from './dates';
export type { CivilDate } from './dates';
export { openWeek, type WorkingCalendar, addWorkingDays, isWorkingDay, nextWorkingDay, previousWorkingDay, workingDaysIn } from './working-days';
export { RHYTHMS, type Period, type RhythmName, monthsOf, periodContaining, periodName, periodsFrom, rhythmInWords } from './periods';
