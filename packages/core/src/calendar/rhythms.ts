/** How often work recurs: a step of days, weeks or months, the halves of a month, once, or an RFC 5545 rule. */
export type RhythmStep =
  | { every: number; unit: 'days' | 'working days' | 'weeks' | 'months' }
  | { halves: true }
  | { once: true }
  /** The text of an RFC 5545 recurrence rule, without "RRULE:". */
  | { rule: string };

const NAMED = {
  'one-off': { step: { once: true }, words: 'once' },
  daily: { step: { every: 1, unit: 'days' }, words: 'daily' },
  'every working day': { step: { every: 1, unit: 'working days' }, words: 'every working day' },
  weekly: { step: { every: 1, unit: 'weeks' }, words: 'weekly' },
  fortnightly: { step: { every: 2, unit: 'weeks' }, words: 'every two weeks' },
  'four-weekly': { step: { every: 4, unit: 'weeks' }, words: 'every four weeks' },
  'twice monthly': { step: { halves: true }, words: 'twice a month' },
  monthly: { step: { every: 1, unit: 'months' }, words: 'monthly' },
  'two-monthly': { step: { every: 2, unit: 'months' }, words: 'every two months' },
  quarterly: { step: { every: 3, unit: 'months' }, words: 'every three months' },
  'four-monthly': { step: { every: 4, unit: 'months' }, words: 'every four months' },
  'half-yearly': { step: { every: 6, unit: 'months' }, words: 'every six months' },
  yearly: { step: { every: 12, unit: 'months' }, words: 'yearly' },
} as const satisfies Record<string, { step: RhythmStep; words: string }>;

export type RhythmName = keyof typeof NAMED;
export const RHYTHMS = Object.keys(NAMED) as RhythmName[];

export const RHYTHM_UNITS = ['days', 'working days', 'weeks', 'months', 'years'] as const;
export type RhythmUnit = (typeof RHYTHM_UNITS)[number];

/** A rhythm as it is kept: by its name, "every 10 weeks", or as a recurrence rule of RFC 5545. */
export type Rhythm = RhythmName | `every ${number} ${RhythmUnit}` | `RRULE:${string}`;

const isName = (text: string): text is RhythmName => text in NAMED;
const EVERY = /^every (\d{1,3}) (days|working days|weeks|months|years)$/;
/** The form of a recurrence rule in whole days; whether it makes sense is for whoever computes with it to say. */
const RULE = /^RRULE:(FREQ=(?:DAILY|WEEKLY|MONTHLY|YEARLY)(?:;[A-Z]+=[-+A-Z0-9,]+)*)$/;

/**
 * True when the text is a rhythm: "monthly", "every 10 weeks", "RRULE:FREQ=MONTHLY;BYDAY=-1FR".
 *
 * @example isRhythm('every 10 weeks') // true
 */
export function isRhythm(text: unknown): text is Rhythm {
  if (typeof text !== 'string' || text.length > 200) return false;
  const every = EVERY.exec(text);
  return isName(text) || (every !== null && Number(every[1]) >= 1) || RULE.test(text);
}

/**
 * @throws RangeError when the text is no rhythm.
 * @example stepOf('quarterly') // { every: 3, unit: 'months' }
 */
export function stepOf(rhythm: Rhythm): RhythmStep {
  if (isName(rhythm)) return NAMED[rhythm].step;
  const every = EVERY.exec(rhythm);
  if (every) {
    const count = Number(every[1]);
    const unit = every[2] as RhythmUnit;
    return unit === 'years' ? { every: count * 12, unit: 'months' } : { every: count, unit };
  }
  const rule = RULE.exec(rhythm);
  if (!rule) throw new RangeError(`"${rhythm}" is not a rhythm`);
  return { rule: rule[1]! };
}

/**
 * The rhythm as it stands in a sentence: "every two months", "every 10 weeks", "by the calendar rule FREQ=MONTHLY;BYDAY=-1FR".
 *
 * @example rhythmInWords('two-monthly') // 'every two months'
 */
export function rhythmInWords(rhythm: Rhythm): string {
  if (isName(rhythm)) return NAMED[rhythm].words;
  return rhythm.startsWith('RRULE:') ? `by the calendar rule ${rhythm.slice(6)}` : rhythm;
}

const FREQUENCY: Record<string, number> = { DAILY: 365, WEEKLY: 52, MONTHLY: 12, YEARLY: 1 };

/**
 * How often it comes round in a year, about; a recurrence rule by its frequency, interval and the days that it names. Once is not at all.
 *
 * @example timesAYear('four-weekly') // 13
 */
export function timesAYear(rhythm: Rhythm): number {
  const step = stepOf(rhythm);
  if ('once' in step) return 0;
  if ('halves' in step) return 24;
  if ('rule' in step) {
    const part = (name: string) => new RegExp(`${name}=([^;]+)`).exec(step.rule)?.[1];
    const named = part('BYDAY') ?? part('BYMONTHDAY') ?? part('BYMONTH') ?? '';
    return ((FREQUENCY[part('FREQ')!] ?? 1) * (named === '' ? 1 : named.split(',').length)) / Number(part('INTERVAL') ?? 1);
  }
  const days = { days: 365, 'working days': 260, weeks: 52, months: 12 }[step.unit];
  return Math.round((days / step.every) * 100) / 100;
}
