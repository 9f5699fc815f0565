import type { Temporal } from '@steady/core/calendar';
import { createApp } from '@steady/server/app';
import { SetClock } from '@steady/server/platform/clock/index';
import { Database } from '@steady/server/platform/database/index';
import type { Settings } from '@steady/server/platform/settings';
import { Chance } from './chance';
import { CLIENTS } from './clients';
import { connect } from './connections';
import { type DemoHistory, liveThrough, morning } from './history';
import { foundFirm, foundSecondFirm } from './found';
import { giveForApproval } from './approvals';
import { Asking } from './asking';
import { FilingRoom } from './filing-room';
import { servicesOf } from './services';
import { noteIdentities } from './identities';
import { keepSigningKinds } from './signing-kinds';
import { addLines } from './lines';
import { leaveThings } from './left';
import { keepForATime } from './kept';
import { LastDays, standToday } from './last-days';
import { askQuestions } from './questions';
import { talk } from './talks';
import { writeProcedures } from './procedures';

/** Months of history that the demo firm has behind it, and how many of the last of them are lived through job by job. */
const MONTHS = 18;
const NEWER = 6;
const SEED = 20_260_311;

/** Chances that depend on what they are for, and on nothing else. */
const chanceOf = (what: string) => new Chance([...what].reduce((seed, letter) => (Math.imul(seed, 31) + letter.codePointAt(0)!) | 0, SEED));

/**
 * Founds the demo firm and lives through its months day by day, through the application's own services: whatever stands in
 * the data afterwards could have been done by people at their screens. In the older part, work that a line has done once is
 * written as it went then. The same day gives the same firm.
 */
export async function fillDemoFirm(settings: Settings, now: Temporal.Instant, zone: string, say: (said: string) => void): Promise<void> {
  const begun = performance.now();
  const today = now.toZonedDateTimeISO(zone).toPlainDate();
  say(`Filling the demo firm with ${MONTHS} months of work up to ${today.toString()}. This takes some minutes, once.`);
  const [firstDay, newerFrom] = [today.subtract({ months: MONTHS }), today.subtract({ months: NEWER })];
  const history: DemoHistory = { clients: CLIENTS, firstDay, newerFrom, dearerFrom: newerFrom.add({ months: 2 }).with({ day: 1 }), today, zone, chanceOf };
  const at = (daysAgo: number, hour: number) => morning(zone, today.subtract({ days: daysAgo }), hour);
  const clock = new SetClock(morning(zone, firstDay, 8));
  const server = await createApp({ ...settings, webFolder: null, syncWrites: false, databaseOnThisThread: true, tickByItself: false }, clock);
  try {
    const app = servicesOf(server);
    const firm = await foundFirm(app, history);
    await connect(app, firm, firstDay);
    await writeProcedures(app, firm);
    const database = server.get(Database);
    await database.tidy();
    await liveThrough(app, firm, history, { clock, database });
    clock.set(now.subtract({ minutes: 42 }));
    await addLines(app, firm, today);
    await app.ticks.tick();
    await standToday(app, firm, today);
    const last = new LastDays(app, firm);
    await last.writeNotes(today, at);
    await keepSigningKinds(app, firm, at);
    await noteIdentities(app, firm, at);
    await last.signatures(at);
    await last.asks(at);
    await new FilingRoom(app, firm, at).fill(today);
    await foundSecondFirm(app);
    await last.startTimer();
    await last.putOff();
    await last.pace();
    await new Asking(app, firm, at).fill(today);
    await keepForATime(app, firm, at);
    await talk(app, firm, at);
    await leaveThings(app, firm, at);
    await askQuestions(app, firm, today, at);
    await giveForApproval(app, firm, today, at);
    await last.writeAhead(today);
    await database.tidy();
  } finally {
    await server.close();
  }
  say(`Filled in ${Math.round((performance.now() - begun) / 1000)} s.`);
}
