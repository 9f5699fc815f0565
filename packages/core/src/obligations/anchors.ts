import { type CivilDate, MONTHS, type Rhythm, Temporal, addMonths, civil, lastDayOfMonth } from '../calendar';
import type { Facts } from '../conditions';
import type { PeriodAnchor } from './rule';

/** Where the periods of a service line are anchored that follows no filing rule: also at a day given, or at its own start. */
export const LINE_ANCHORS = ['calendar', 'year-end', 'tax year', 'vat group', 'start', 'date'] as const;
export type LineAnchor = (typeof LINE_ANCHORS)[number];

/** The last day of the tax year, where it is not the calendar's. */
const TAX_YEAR_END: Record<string, string> = { GB: '04-05', AU: '06-30', NZ: '03-31' };
/** Periods are counted from an end in this year, the same for everybody; it has a 29 February. */
const BASE = 2000;
/** Weeks of the calendar end on a Sunday, as ISO 8601 has it. */
const SUNDAY = civil('2000-01-02');

function monthDay(text: unknown): CivilDate | null {
  const match = typeof text === 'string' ? /^(\d{2})-(\d{2})$/.exec(text) : null;
  if (!match) return null;
  const first = Temporal.PlainDate.from({ year: BASE, month: Number(match[1]), day: 1 });
  const day = Number(match[2]);
  // The 28th of February as a year-end means the end of the month, in leap years too.
  return day >= 28 && Number(match[1]) === 2 ? lastDayOfMonth(first) : first.with({ day: Math.min(day, first.daysInMonth) });
}

/** The end of a period of a group named by its months: "Feb-Mar" for two-month periods, "Jan" for longer ones. */
function groupEnd(group: unknown): CivilDate | null {
  const month = typeof group === 'string' ? MONTHS.indexOf(group.split('-').at(-1)!) : -1;
  if (month < 0) return null;
  const end = lastDayOfMonth(Temporal.PlainDate.from({ year: BASE, month: month + 1, day: 1 }));
  return (group as string).includes('-') ? addMonths(end, 10, { keepMonthEnd: true }) : end;
}

/** The fact of the client by which an anchor goes, and what to call it where it is lacking. */
export const ANCHOR_FACTS: Partial<Record<LineAnchor | PeriodAnchor, { fact: string; words: string }>> = {
  'vat group': { fact: 'vatGroup', words: 'its VAT group' },
  'year-end': { fact: 'yearEnd', words: 'its year-end' },
  'annual return date': { fact: 'annualReturnDate', words: 'its annual return date' },
};

/**
 * The last day of one of the periods that an anchor gives, or null where the client's fact for it is not known.
 * @param country whose tax year is meant, ISO 3166-1 alpha-2
 * @param own first day of the line and the day it is anchored to, for anchors that are its own
 * @example anchorEnd('year-end', { yearEnd: '06-30' }, { country: 'IE', rhythm: 'yearly' }) // '2000-06-30'
 * @example anchorEnd('calendar', {}, { country: null, rhythm: 'one-off', own: { startsOn: '2026-03-11', anchorOn: '2026-05-20' } }) // '2026-05-20'
 */
export function anchorEnd(
  anchor: LineAnchor | PeriodAnchor,
  facts: Facts,
  { country, rhythm, own }: { country: string | null; rhythm: Rhythm; own?: { startsOn: string; anchorOn: string | null } },
): CivilDate | null {
  // Work done once is for the day given, whatever the periods of other work are counted by.
  if (own && rhythm === 'one-off') return civil(own.anchorOn ?? own.startsOn);
  switch (anchor) {
    case 'calendar':
      // Working days are not numbered by any calendar: they are counted from the start.
      if (own && rhythm.includes('working day')) return civil(own.startsOn).subtract({ days: 1 });
      return /week|fortnight/.test(rhythm) ? SUNDAY : civil(`${BASE}-12-31`);
    case 'tax year':
      return civil(`${BASE}-${TAX_YEAR_END[country ?? ''] ?? '12-31'}`);
    case 'vat group':
      return groupEnd(facts.vatGroup);
    case 'year-end':
      return monthDay(facts.yearEnd);
    case 'annual return date':
      return monthDay(facts.annualReturnDate);
    case 'start':
      return own ? civil(own.startsOn).subtract({ days: 1 }) : null;
    case 'date':
      return own ? civil(own.anchorOn ?? own.startsOn) : null;
  }
}

/** Registrations that bound a rule's periods: it applies from the first day to the last one of the registration. */
const REGISTRATIONS: Record<string, { from: string; until: string }> = {
  vatRegistered: { from: 'vatFrom', until: 'vatUntil' },
  employer: { from: 'employerFrom', until: 'employerUntil' },
};

/**
 * From when until when a client is registered for what a rule wants; ISO dates, null where nothing bounds it.
 * @param asked the facts that the rule looks at
 * @example registeredSpan(['vatRegistered'], { vatFrom: '2026-02-01' }) // { from: '2026-02-01', until: null }
 */
export function registeredSpan(asked: readonly string[], facts: Facts): { from: string | null; until: string | null } {
  const span = { from: null as string | null, until: null as string | null };
  for (const [registration, bounds] of Object.entries(REGISTRATIONS)) {
    if (!asked.includes(registration)) continue;
    const { [bounds.from]: from, [bounds.until]: until } = facts;
    if (typeof from === 'string' && (span.from === null || from > span.from)) span.from = from;
    if (typeof until === 'string' && (span.until === null || until < span.until)) span.until = until;
  }
  return span;
}
