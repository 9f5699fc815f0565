import Holidays from 'date-holidays';
import type { WorkingCalendar } from '../calendar';

/**
 * Public holidays of a country, as a working calendar. Kept apart from `calendar` because the tables it brings along
 * are large; only the server and workers import it.
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
