import Holidays from 'date-holidays';
import { Temporal, type WorkingCalendar } from '../calendar';

/**
 * Public holidays of a country, as a working calendar. Kept apart from `calendar` because the tables it brings along
 * are large; only the server imports it.
 * @param country ISO 3166-1 alpha-2 code, e.g. "IE".
 * @param closingDays further days on which the firm is closed, ISO date to name.
 */
export function holidayCalendar(
  country: string,
  years: { from: number; until: number },
  closingDays: ReadonlyMap<string, string> = new Map(),
): WorkingCalendar {
  const table = new Holidays(country);
  const closed = new Map(closingDays);
  for (let year = years.from; year <= years.until; year += 1) {
    for (const holiday of table.getHolidays(year)) {
      if (holiday.type === 'public') closed.set(holiday.date.slice(0, 10), holiday.name);
    }
  }
  return { closed };
}

/** Holidays of a country, looked up year by year as they are asked for: nobody knows beforehand how far a rule will reach. */
class HolidaysByYear extends Map<string, string> {
  private readonly looked = new Set<number>();

  constructor(
    private readonly table: Holidays,
    private readonly more: (year: number) => [date: string, name: string][],
  ) {
    super();
  }

  private look(date: string): void {
    const year = Number(date.slice(0, 4));
    if (this.looked.has(year)) return;
    this.looked.add(year);
    for (const holiday of this.table.getHolidays(year)) if (holiday.type === 'public') this.set(holiday.date.slice(0, 10), holiday.name);
    for (const [date, name] of this.more(year)) this.set(date, name);
  }

  override has(date: string): boolean {
    this.look(date);
    return super.has(date);
  }

  override get(date: string): string | undefined {
    this.look(date);
    return super.get(date);
  }
}

/**
 * Holidays that the table of a region gives on their own day only. Emancipation Day of the District of Columbia, 16 April, is
 * kept on the Friday before when it falls on a Saturday, on the Monday after when on a Sunday. Source: D.C. Code s. 28-2701.
 */
const ALSO_KEPT: Record<string, (year: number) => [date: string, name: string][]> = {
  'US-dc': (year) => {
    const day = Temporal.PlainDate.from({ year, month: 4, day: 16 });
    const kept = day.dayOfWeek === 6 ? day.subtract({ days: 1 }) : day.dayOfWeek === 7 ? day.add({ days: 1 }) : day;
    return [[kept.toString(), 'Emancipation Day']];
  },
};

const authorities = new Map<string, WorkingCalendar>();

/**
 * The days on which an authority works: Monday to Friday without the public holidays of its country.
 * @param country ISO 3166-1 alpha-2 code
 * @param region where its own holidays count: "dc" for a federal authority seated in the District of Columbia
 */
export function authorityCalendar(country: string, region?: string): WorkingCalendar {
  const key = `${country}-${region ?? ''}`;
  const known = authorities.get(key);
  if (known) return known;
  const calendar = { closed: new HolidaysByYear(region === undefined ? new Holidays(country) : new Holidays(country, region), ALSO_KEPT[key] ?? (() => [])) };
  authorities.set(key, calendar);
  return calendar;
}
