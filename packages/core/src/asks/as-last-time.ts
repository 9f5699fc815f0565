import { type CivilDate, type WorkingCalendar, addWorkingDays, civil, workingDaysIn } from '../calendar';
import type { ItemAsked } from './request';

/** A request of an earlier period. */
export interface EarlierRequest {
  title: string;
  items: readonly ItemAsked[];
  /** The day on which it was asked, and the one by which it was wanted. */
  askedOn: CivilDate;
  wantedBy: CivilDate;
}

/** What a job is called behind its last comma: its period. Empty where there is no comma. */
const periodIn = (jobName: string): string => (jobName.includes(', ') ? jobName.slice(jobName.lastIndexOf(', ') + 2) : '');

/**
 * The request of an earlier job as it would be for a later one of the same line: the earlier period is the later one wherever it is named, and the client gets as many working
 * days as then, at least one.
 *
 * @param jobs the names of both, "VAT return, Jan-Feb 2026"
 * @param today the day on which it is asked
 */
export function asLastTime(
  { title, items, askedOn, wantedBy }: EarlierRequest,
  jobs: { earlier: string; later: string },
  { today, calendar }: { today: CivilDate; calendar: WorkingCalendar },
): { title: string; items: ItemAsked[]; wantedBy: CivilDate } {
  const [from, to] = [periodIn(jobs.earlier), periodIn(jobs.later)];
  const moved = (text: string) => (from === '' || to === '' ? text : text.replaceAll(from, to));
  const inSoMany = (until: CivilDate) => addWorkingDays(today, Math.max(1, workingDaysIn(askedOn.add({ days: 1 }), until, calendar).length), calendar);
  return {
    title: moved(title),
    items: items.map(({ name, description, period, wantedBy: own, link }) => ({
      name: moved(name),
      description: description === null ? null : moved(description),
      period: period === null ? null : moved(period),
      wantedBy: own === null ? null : inSoMany(civil(own)).toString(),
      link,
    })),
    wantedBy: inSoMany(wantedBy),
  };
}
