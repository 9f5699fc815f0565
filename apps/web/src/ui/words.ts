import { type CivilDate, Temporal, civil } from '@steady/core/calendar';
import { dueInWords, plainDate, shortDate, sinceInWords } from '@steady/core/words';

let zone = 'Europe/Dublin';

/** Moments are shown in the firm's zone, wherever the browser is. */
export function setZone(name: string): void {
  zone = name;
}

const local = (at: string) => Temporal.Instant.from(at).toZonedDateTimeISO(zone);

/** The civil day of a moment. */
export const dayOf = (at: string): CivilDate => local(at).toPlainDate();

const clock = (at: string) => local(at).toPlainTime().toString({ smallestUnit: 'minute' });

/** "24 Feb 10:12"; today only the time. */
export function momentInWords(at: string, today: CivilDate): string {
  const day = dayOf(at);
  if (day.equals(today)) return `today ${clock(at)}`;
  const words = shortDate(day).slice(4);
  return `${day.year === today.year ? words : `${words} ${day.year}`} ${clock(at)}`;
}

/** "Mon 23 Mar", with the year where it is another than today's. */
export function dayInWords(day: string, today: CivilDate): string {
  const date = civil(day);
  return date.year === today.year ? shortDate(date) : plainDate(date);
}

/** How close a due date is: decides the colour beside the words. */
export function dueTone(due: string, today: CivilDate): 'late' | 'soon' | '' {
  const days = today.until(civil(due)).days;
  return days < 0 ? 'late' : days <= 7 ? 'soon' : '';
}

export const dueWords = (due: string, today: CivilDate) => dueInWords(civil(due), today);
/** "6 days": since a moment. */
export const waitedWords = (since: string, today: CivilDate) => sinceInWords(dayOf(since), today);

/** Bytes as people say them: "12 kB". */
export function sizeInWords(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
}
