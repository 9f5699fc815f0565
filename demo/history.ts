import { type CivilDate, Temporal } from '@steady/core/calendar';
import { holidayCalendar } from '@steady/core/holidays';
import type { SetClock } from '@steady/server/platform/clock/index';
import type { Database } from '@steady/server/platform/database/index';
import type { Chance } from './chance';
import type { DemoClient } from './clients';
import { Diary } from './diary';
import { Repeats } from './repeats';
import type { DemoFirm, DemoServices } from './services';

/** What the demo firm has behind it. */
export interface DemoHistory {
  clients: readonly DemoClient[];
  firstDay: CivilDate;
  /** From this day on every job is lived through; before it, only the first of each line. */
  newerFrom: CivilDate;
  /** From this day on an hour is charged at the rate of today; it was less before. */
  dearerFrom: CivilDate;
  /** The day that is not lived through any more. */
  today: CivilDate;
  zone: string;
  chanceOf(what: string): Chance;
}

/** Mondays, counted from the first, on which the growing database is tidied: the planner has to learn early what is large. */
const TIDY_IN_WEEKS = [4, 16, 48];

export const morning = (zone: string, day: CivilDate, hour: number, minute = 0): Temporal.Instant =>
  day.toZonedDateTime({ timeZone: zone, plainTime: { hour, minute } }).toInstant();

/** Lives through the days of the firm's history, one after another. */
export async function liveThrough(
  app: DemoServices,
  firm: DemoFirm,
  history: DemoHistory,
  { clock, database }: { clock: SetClock; database: Database },
): Promise<void> {
  const { firstDay, newerFrom, today, zone } = history;
  const diary = new Diary(app, firm, history.chanceOf, history);
  const repeats = new Repeats(app, holidayCalendar('IE', { from: firstDay.year, until: today.year + 1 }));
  const asOrla = { firmId: firm.firmId, actor: firm.people.orla };
  for (let day = firstDay; Temporal.PlainDate.compare(day, today) < 0; day = day.add({ days: 1 })) {
    if (day.dayOfWeek > 5) continue;
    clock.set(morning(zone, day, 7));
    const isOlder = Temporal.PlainDate.compare(day, newerFrom) < 0;
    await app.ticks.tick();
    const repeated = await app.works.run(asOrla, async (work) => {
      const begun = isOlder ? await repeats.begin(work, (job) => !diary.isPutOnHold(job, day)) : [];
      await repeats.live(work);
      return begun;
    });
    await diary.plan(day, repeated);
    if (day.dayOfWeek === 1 && TIDY_IN_WEEKS.includes(Math.floor(firstDay.until(day).days / 7))) await database.tidy();
    clock.set(morning(zone, day, 18, 30));
    await diary.live(day, (hour, minute) => morning(zone, day, hour, minute));
  }
}
