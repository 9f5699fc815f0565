import { Temporal } from '@steady/core/calendar';
import { createApp } from '@steady/server/app';
import { AccessService, GroupsService } from '@steady/server/areas/access/index';
import { AlmanacService, ObligationStandingService } from '@steady/server/areas/almanac/index';
import { BulkService, ClientsService, ContactsService, DetailsService, NotesService, RelatedService } from '@steady/server/areas/clients/index';
import { DocumentsService } from '@steady/server/areas/documents/index';
import { FeesService, PaymentsService, SettlementService } from '@steady/server/areas/fees/index';
import { CollectorPageService } from '@steady/server/stand-ins/index';
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
import type { DemoServices } from './services';
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
  const server = await createApp({ ...settings, webFolder: null, syncWrites: false, databaseOnThisThread: true, tickByItself: false }, clock);
  try {
    const chance = new Chance(SEED);
    const app: DemoServices = {
      works: server.get(Works),
      effects: server.get(Effects),
      ticks: server.get(Ticks),
      files: server.get(FileStore),
      access: server.get(AccessService),
      groups: server.get(GroupsService),
      team: server.get(TeamService),
      clients: server.get(ClientsService),
      contacts: server.get(ContactsService),
      related: server.get(RelatedService),
      notes: server.get(NotesService),
      details: server.get(DetailsService),
      lists: server.get(SavedLists),
      bulk: server.get(BulkService),
      services: server.get(ServicesService),
      lines: server.get(LinesService),
      rules: server.get(FirmRules),
      closing: server.get(ClosingService),
      almanac: server.get(AlmanacService),
      standing: server.get(ObligationStandingService),
      procedures: server.get(ProceduresService),
      templates: server.get(TemplatesService),
      jobs: server.get(JobsService),
      jobStanding: server.get(JobStandingService),
      moves: server.get(JobMovesService),
      tasks: server.get(TasksService),
      taskChanges: server.get(TaskChangesService),
      documents: server.get(DocumentsService),
      requests: server.get(RequestsService),
      signatures: server.get(SignaturesService),
      time: server.get(TimeService),
      fees: server.get(FeesService),
      payments: server.get(PaymentsService),
      settlements: server.get(SettlementService),
      collector: server.get(CollectorPageService),
    };
    const firm = await foundFirm(app, firstDay, chance);
    await writeProcedures(app, firm);
    const database = server.get(Database);
    await database.tidy();
    const diary = new Diary(app, firm, chance, firstDay);
    for (let day = firstDay; Temporal.PlainDate.compare(day, today) < 0; day = day.add({ days: 1 })) {
      if (day.dayOfWeek > 5) continue;
      clock.set(morning(day, 7));
      await app.ticks.tick();
      await diary.plan(day);
      if (day.dayOfWeek === 1 && TIDY_IN_WEEKS.includes(Math.floor(firstDay.until(day).days / 7))) await database.tidy();
      clock.set(morning(day, 18, 30));
      await diary.live(day, (hour, minute) => morning(day, hour, minute));
    }
    clock.set(now.subtract({ minutes: 42 }));
    await addLines(app, firm, today);
    await app.ticks.tick();
    await standToday(app, firm, today);
    const last = new LastDays(app, firm);
    await last.writeNotes(today, (daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await last.signatures((daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await last.asks((daysAgo, hour) => morning(today.subtract({ days: daysAgo }), hour));
    await foundSecondFirm(app);
    await last.startTimer();
    await last.putOff();
    await last.writeAhead(today);
    await database.tidy();
  } finally {
    await server.close();
  }
  say(`Filled in ${Math.round((performance.now() - begun) / 1000)} s.`);
}
