import { Temporal } from '@steady/core/calendar';
import { createApp } from '@steady/server/app';
import { AccessService, GroupsService } from '@steady/server/areas/access/index';
import { AlmanacService, ObligationStandingService } from '@steady/server/areas/almanac/index';
import { BulkService, ClientsService, ContactsService, DetailsService, NotesService, RelatedService } from '@steady/server/areas/clients/index';
import { DocumentsService } from '@steady/server/areas/documents/index';
import { FeesService, SettlementService } from '@steady/server/areas/fees/index';
import { JobMovesService, JobStandingService, JobsService, TaskChangesService, TasksService } from '@steady/server/areas/jobs/index';
import { TemplatesService } from '@steady/server/areas/post/index';
import { ProceduresService } from '@steady/server/areas/procedures/index';
import { RequestsService } from '@steady/server/areas/requests/index';
import { SignaturesService } from '@steady/server/areas/signatures/index';
import { FirmRules } from '@steady/server/areas/rules/index';
import { LinesService, ServicesService } from '@steady/server/areas/services/index';
import { ClosingService, TeamService } from '@steady/server/areas/team/index';
import { TimeService } from '@steady/server/areas/time/index';
import { Ticks } from '@steady/server/platform/background/ticks';
import { SetClock } from '@steady/server/platform/clock/index';
import { Database } from '@steady/server/platform/database/index';
import { Effects } from '@steady/server/platform/events/index';
import { SavedLists } from '@steady/server/platform/lists/index';
import { FileStore } from '@steady/server/platform/files/index';
import type { Settings } from '@steady/server/platform/settings';
import { Works } from '@steady/server/platform/work/index';
import { Chance } from './chance';
import { Diary } from './diary';
import { foundFirm, foundSecondFirm } from './found';
import type { Hands } from './hands';
import { addLines } from './lines';
import { LastDays, standToday } from './last-days';
import { writeProcedures } from './procedures';

/** Months of history that the demo firm has behind it. */
const MONTHS = 9;
const SEED = 20_260_311;
/** Mondays, counted from the first, on which the growing database is tidied: the planner has to learn early what is large. */
const TIDY_IN_WEEKS = [4, 16];

/**
 * Founds the demo firm and lives through its last months day by day, through the application's own services: whatever
 * stands in the data afterwards could have been done by people at their screens. The same day gives the same firm.
 */
export async function fillDemoFirm(settings: Settings, now: Temporal.Instant, zone: string, say: (said: string) => void): Promise<void> {
  const begun = performance.now();
  const today = now.toZonedDateTimeISO(zone).toPlainDate();
  say(`Filling the demo firm with ${MONTHS} months of work up to ${today.toString()}. This takes about a minute, once.`);
  const firstDay = today.subtract({ months: MONTHS });
  const morning = (day: Temporal.PlainDate, hour: number, minute = 0) => day.toZonedDateTime({ timeZone: zone, plainTime: { hour, minute } }).toInstant();
  const clock = new SetClock(morning(firstDay, 8));
  const app = await createApp({ ...settings, webFolder: null, syncWrites: false, databaseOnThisThread: true, tickByItself: false }, clock);
  try {
    const chance = new Chance(SEED);
    const hands: Hands = {
      works: app.get(Works),
      effects: app.get(Effects),
      ticks: app.get(Ticks),
      files: app.get(FileStore),
      access: app.get(AccessService),
      groups: app.get(GroupsService),
      team: app.get(TeamService),
      clients: app.get(ClientsService),
      contacts: app.get(ContactsService),
      related: app.get(RelatedService),
      notes: app.get(NotesService),
      details: app.get(DetailsService),
      lists: app.get(SavedLists),
      bulk: app.get(BulkService),
      services: app.get(ServicesService),
      lines: app.get(LinesService),
      rules: app.get(FirmRules),
      closing: app.get(ClosingService),
      almanac: app.get(AlmanacService),
      standing: app.get(ObligationStandingService),
      procedures: app.get(ProceduresService),
      templates: app.get(TemplatesService),
      jobs: app.get(JobsService),
      jobStanding: app.get(JobStandingService),
      moves: app.get(JobMovesService),
      tasks: app.get(TasksService),
      taskChanges: app.get(TaskChangesService),
      documents: app.get(DocumentsService),
      requests: app.get(RequestsService),
      signatures: app.get(SignaturesService),
      time: app.get(TimeService),
      fees: app.get(FeesService),
      settlements: app.get(SettlementService),
    };
    const firm = await foundFirm(hands, firstDay, chance);
    await writeProcedures(hands, firm);
    const database = app.get(Database);
    await database.tidy();
    const diary = new Diary(hands, firm, chance, firstDay);
    for (let day = firstDay; Temporal.PlainDate.compare(day, today) < 0; day = day.add({ days: 1 })) {
      if (day.dayOfWeek > 5) continue;
      clock.set(morning(day, 7));
      await hands.ticks.tick();
      await diary.plan(day);
      if (day.dayOfWeek === 1 && TIDY_IN_WEEKS.includes(Math.floor(firstDay.until(day).days / 7))) await database.tidy();
      clock.set(morning(day, 18, 30));
      await diary.live(day, (hour, minute) => morning(day, hour, minute));
    }
    clock.set(now.subtract({ minutes: 42 }));
    await addLines(hands, firm, today);
    await hands.ticks.tick();
    await standToday(hands, firm, today);
    const last = new LastDays(hands, firm);
    await last.writeNotes(today, (daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await last.signatures((daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await last.asks((daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await foundSecondFirm(hands);
    await last.startTimer();
    await last.putOff();
    await last.writeAhead(today);
    await database.tidy();
  } finally {
    await app.close();
  }
  say(`Filled in ${Math.round((performance.now() - begun) / 1000)} s.`);
}
