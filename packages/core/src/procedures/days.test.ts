import { expect, it } from 'vitest';
import { civil } from '../calendar';
import { holidayCalendar } from '../holidays';
import { dayOfPlan, dayOfPlanInWords, isDayOfPlan } from './days';

const ireland = holidayCalendar('IE', { from: 2026, until: 2026 });
const on = { start: civil('2026-03-13'), before: civil('2026-03-20') };

it('counts working days from the start of the job or from what came before, over weekends and holidays', () => {
  // Monday the 16th, then Wednesday the 18th: the 17th is Saint Patrick’s Day.
  expect(dayOfPlan({ days: 2, from: 'start' }, on, ireland).toString()).toBe('2026-03-18');
  expect(dayOfPlan({ days: 1, from: 'before' }, on, ireland).toString()).toBe('2026-03-23');
  expect(dayOfPlan({ days: 0, from: 'before' }, on, ireland).toString()).toBe('2026-03-20');
});

it('says so in words', () => {
  expect(dayOfPlanInWords({ days: 1, from: 'start' })).toBe('1 working day after the job begins');
  expect(dayOfPlanInWords({ days: 3, from: 'before' }, 'the phase is entered')).toBe('3 working days after the phase is entered');
  expect(dayOfPlanInWords({ days: 0, from: 'start' })).toBe('on the day of the job’s beginning');
});

it.each([
  [{ days: 3, from: 'start' }, true],
  [{ days: -1, from: 'start' }, false],
  [{ days: 1.5, from: 'before' }, false],
  [{ days: 1, from: 'target' }, false],
  [null, false],
  ['soon', false],
])('%o is such a day: %s', (given, is) => {
  expect(isDayOfPlan(given)).toBe(is);
});
