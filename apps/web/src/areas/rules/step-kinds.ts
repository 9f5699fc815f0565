import type { DueStep } from '@steady/core/obligations';
import type { KnownFact } from './known-facts';

/** What each kind of step does, in words. */
export const KINDS: Record<DueStep['do'], string> = {
  'add months': 'months on',
  'add days': 'days on',
  'add working days': 'working days on',
  'set day': 'a day of that month',
  'last day of month': 'the last day of that month',
  'nth weekday': 'a weekday of that month',
  'set month and day': 'a fixed day of a year',
  'earlier of': 'the earlier of several ways',
  'later of': 'the later of several ways',
  where: 'another way for some',
};

/** A step of each kind to begin with. */
export const FRESH: { [Kind in DueStep['do']]: Extract<DueStep, { do: Kind }> } = {
  'add months': { do: 'add months', months: 1, keepMonthEnd: true },
  'add days': { do: 'add days', days: 10 },
  'add working days': { do: 'add working days', days: 10 },
  'set day': { do: 'set day', day: 23 },
  'last day of month': { do: 'last day of month' },
  'nth weekday': { do: 'nth weekday', nth: 1, weekday: 1 },
  'set month and day': { do: 'set month and day', month: 10, day: 31, yearsLater: 1 },
  'earlier of': { do: 'earlier of', ways: [[], []] },
  'later of': { do: 'later of', ways: [[], []] },
  where: { do: 'where', when: { fact: 'legalForm', oneOf: ['company'] }, then: [], otherwise: [] },
};
/** What is known of the period itself, for ways that hang on it. */
export const PERIOD_FACTS: KnownFact[] = [
  { fact: 'periodEndMonth', words: 'month of the period’s end', kind: 'choice', choices: [] },
  { fact: 'periodEndDay', words: 'day on which the period ends', kind: 'number' },
  { fact: 'periodMonths', words: 'months in the period', kind: 'number' },
  { fact: 'periodEndsOn', words: 'period’s end', kind: 'date' },
];
