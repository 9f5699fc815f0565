export { Temporal } from 'temporal-polyfill';
export { addMonths, civil, earlier, isDay, isLastDayOfMonth, later, lastDayOfMonth, weekStart } from './dates';
export type { CivilDate } from './dates';
export { openWeek, type WorkingCalendar, addWorkingDays, isWorkingDay, nextWorkingDay, previousWorkingDay, workingDaysIn } from './working-days';
export { type Period, Periods, periodContaining, periodName, periodsFrom } from './periods';
export { RHYTHMS, RHYTHM_UNITS, type Rhythm, type RhythmName, type RhythmUnit, isRhythm, rhythmInWords, timesAYear } from './rhythms';
export { DAYS, DAYS_LONG, MONTHS, MONTHS_LONG } from './names';
export { readDay } from './read-day';
