import { Temporal } from 'temporal-polyfill';
import { type CivilDate, lastDayOfMonth } from './dates';
import { DAYS_LONG, MONTHS_LONG } from './names';

/** How far back a day without its year may lie: who types "15 Dec" in January means the December just past. */
const MONTHS_BACK = 2;

/**
 * Reads a day as people type it.
 * Read are, in any case: `2026-04-23`; `23 Apr`, `Apr 23`, `Thu 23 April 2026`, `23 Apr 26`; `23/4`, `23.4.2026`, `23-4-26`; `23` (the next
 * such day, today counted); `today`, `tomorrow`, `yesterday`; `fri`, `next friday` (the next after today); `+10d`, `+2w`, `-1m`, `+1y`,
 * `in 2 weeks`, `3 days ago`; `end of month`, `end of next month`, `end of March`, `end of quarter`, `end of year`.
 * A day without its year is the first one from two months before today on.
 * @param text what was typed
 * @param today the day that is counted from
 * @param monthFirst whether `4/5` is the fifth of April, as in the United States
 * @returns the day, or null where the text is no day of a year from 1900 to 2200
 */
export function readDay(text: string, today: CivilDate, monthFirst = false): CivilDate | null {
  const words = text
    .trim()
    .toLowerCase()
    .replace(/(\d)(st|nd|rd|th)\b/g, '$1')
    .replace(/[,\s]+/g, ' ');
  const day = written(words, today, monthFirst) ?? counted(words, today) ?? named(words, today);
  return day && day.year >= 1900 && day.year <= 2200 ? day : null;
}

/** A day given by its figures or by the name of its month. */
function written(words: string, today: CivilDate, monthFirst: boolean): CivilDate | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(words);
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const bare = /^\d{1,2}$/.exec(words);
  if (bare)
    return (
      [0, 1, 2]
        .map((months) => today.add({ months }))
        .map(({ year, month }) => dayOf(year, month, Number(words)))
        .find((day) => day && after(day, today) >= 0) ?? null
    );
  const figures = /^(\d{1,2})[/.-](\d{1,2})(?:[/.-](\d{2}|\d{4}))?\.?$/.exec(words);
  if (figures) {
    const [first, second] = [Number(figures[1]), Number(figures[2])];
    return monthFirst ? withYear(figures[3], first, second, today) : withYear(figures[3], second, first, today);
  }
  const withoutWeekday = words.replace(/^([a-z]+)\.? (?=.*\d)/, (whole, word: string) => (isWeekday(word) ? '' : whole));
  const dayThenMonth = /^(\d{1,2})\.? ?([a-z]+)\.?(?: (\d{2}|\d{4}))?$/.exec(withoutWeekday);
  if (dayThenMonth) return withYear(dayThenMonth[3], monthOf(dayThenMonth[2]!), Number(dayThenMonth[1]), today);
  const monthThenDay = /^([a-z]+)\.? (\d{1,2})(?: (\d{4}))?$/.exec(withoutWeekday);
  return monthThenDay ? withYear(monthThenDay[3], monthOf(monthThenDay[1]!), Number(monthThenDay[2]), today) : null;
}

const UNITS = { d: 'days', w: 'weeks', m: 'months', y: 'years' } as const;

/** A day counted from today. */
function counted(words: string, today: CivilDate): CivilDate | null {
  const found = /^(?:([+-]|in) ?)?(\d{1,4}) ?(d|w|m|y)(?:ays?|eeks?|onths?|ears?)?( ago)?$/.exec(words);
  if (!found || (!found[1] && !found[4])) return null;
  const back = found[1] === '-' || found[4] !== undefined;
  return today.add({ [UNITS[found[3] as keyof typeof UNITS]]: Number(found[2]) * (back ? -1 : 1) });
}

/** A day that has a name of its own. */
function named(words: string, today: CivilDate): CivilDate | null {
  if (words === 'today' || words === 'now') return today;
  if (words === 'tomorrow') return today.add({ days: 1 });
  if (words === 'yesterday') return today.subtract({ days: 1 });
  const weekday = /^(?:next |on )?([a-z]+)$/.exec(words)?.[1];
  if (weekday && isWeekday(weekday)) return today.add({ days: ((weekdayOf(weekday) - today.dayOfWeek + 6) % 7) + 1 });
  const end = /^(?:the )?end (?:of )?(?:the |this )?(next )?([a-z]+)$/.exec(words);
  if (!end) return null;
  const next = end[1] ? 1 : 0;
  switch (end[2]) {
    case 'week':
      return today.add({ days: 7 - today.dayOfWeek + 7 * next });
    case 'month':
      return lastDayOfMonth(today.add({ months: next }));
    case 'quarter':
      return lastDayOfMonth(today.with({ month: Math.ceil(today.month / 3) * 3, day: 1 }).add({ months: 3 * next }));
    case 'year':
      return today.add({ years: next }).with({ month: 12, day: 31 });
    default: {
      const month = next ? 0 : monthOf(end[2]!);
      const first = month ? withYear(undefined, month, 1, today) : null;
      return first && lastDayOfMonth(first);
    }
  }
}

const after = (day: CivilDate, other: CivilDate) => other.until(day).days;
const weekdayOf = (word: string) => numberOf(DAYS_LONG, word);
const isWeekday = (word: string) => weekdayOf(word) > 0;
const monthOf = (word: string) => numberOf(MONTHS_LONG, word);

/** Which of the names begins so, counted from one; none for less than three letters. */
const numberOf = (names: readonly string[], word: string) => (word.length < 3 ? 0 : names.findIndex((name) => name.toLowerCase().startsWith(word)) + 1);

function dayOf(year: number, month: number, day: number): CivilDate | null {
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' });
  } catch {
    return null;
  }
}

function withYear(year: string | undefined, month: number, day: number, today: CivilDate): CivilDate | null {
  if (year) return dayOf(year.length === 2 ? 2000 + Number(year) : Number(year), month, day);
  const from = today.subtract({ months: MONTHS_BACK });
  // The 29th of February may be eight years away.
  for (let year = from.year; year <= from.year + 8; year += 1) {
    const found = dayOf(year, month, day);
    if (found && after(found, from) >= 0) return found;
  }
  return null;
}
