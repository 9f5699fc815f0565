import ical from 'ical-generator';
import { type Temporal, civil } from '@steady/core/calendar';

/** A whole day in a calendar. */
export interface CalendarDay {
  id: string;
  /** ISO date. */
  on: string;
  summary: string;
  description: string;
}

/** Days as an iCalendar file (RFC 5545), each a whole day without a time zone. */
export function daysAsCalendar(name: string, days: readonly CalendarDay[], now: Temporal.Instant): string {
  const calendar = ical({ name, prodId: { company: 'Steady Almanac', product: 'Deadlines' } });
  for (const { id, on, summary, description } of days)
    calendar.createEvent({
      id,
      allDay: true,
      start: new Date(`${on}T00:00:00`),
      end: new Date(`${civil(on).add({ days: 1 }).toString()}T00:00:00`),
      stamp: new Date(now.epochMilliseconds),
      summary,
      description,
    });
  return calendar.toString();
}
