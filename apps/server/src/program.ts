import { mkdirSync, statfsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { createApp } from './app';
import { SignInService } from './areas/team';
import { Ticks } from './platform/background/ticks';
import { archivesIn, usualFolder } from './platform/backups/archive';
import { wasInterrupted } from './platform/backups/restore';
import { type Clock, SystemClock } from './platform/clock';
import {
  DamagedFolderError,
  Database,
  FolderInUseError,
  MigrationMismatchError,
  MovedAwayError,
  clearHalfFilled,
  isNewFolder,
  rows,
  setFolderState,
  folderStateOf,
} from './platform/database';
import { MasterKeyError } from './platform/files';
import { type Settings, settingsWith } from './platform/settings';
import { stopOnSignals } from './stopping';

const ZONE = 'Europe/Dublin';

/** A whole number from the command line or the environment. @throws with words for whoever starts the application */
function wholeNumber(name: string, given: string | undefined, otherwise: number, most: number): number {
  if (given === undefined) return otherwise;
  const value = Number(given);
  if (given.trim() === '' || !Number.isInteger(value) || value < 0 || value > most)
    throw new StartError(`${name} wants a whole number from 0 to ${most}, not "${given}".`);
  return value;
}

/** "2026-05-04", or "2026-05-04T10:00". */
function isStart(text: string): boolean {
  try {
    const from = Temporal.PlainDateTime.from(text, { overflow: 'reject' });
    return text === from.toPlainDate().toString() || text === from.toString({ smallestUnit: 'minute' });
  } catch {
    return false;
  }
}

/** Too little room to lay out a new data folder. */
function isNearlyFull({ dataFolder, diskFloor }: Settings): boolean {
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const disk = statfsSync(dataFolder);
  return disk.bavail * disk.bsize < diskFloor;
}

/** What was given at the start cannot be. */
class StartError extends Error {}

/** What the command line says. */
const given = () =>
  parseArgs({
    options: {
      data: { type: 'string' },
      port: { type: 'string' },
      today: { type: 'string' },
      web: { type: 'string' },
      empty: { type: 'boolean' },
      'disk-floor': { type: 'string' },
      backups: { type: 'string' },
    },
  }).values;

/** Fills a new data folder with the demo firm. */
export type FillDemo = (settings: Settings, now: Temporal.Instant, zone: string, say: (words: string) => void) => Promise<void>;

async function start(fillDemo: FillDemo): Promise<void> {
  const values = given();
  const dataFolder = resolve(values.data ?? 'data');
  const isEmbedded = !process.env.DATABASE_URL;
  const standing = folderStateOf(dataFolder);
  const isHalfFilled = isEmbedded && standing === 'filling';
  const isNew = isEmbedded && isNewFolder(dataFolder);
  if (isEmbedded && standing === 'moving')
    throw new StartError(
      `A move into ${dataFolder} was interrupted; the data is on the server still. Run it again: npm run move -- --from postgres://... --data ${dataFolder}`,
    );
  const settings = settingsWith({
    dataFolder,
    port: wholeNumber('--port', values.port, 4680, 65_535),
    databaseUrl: process.env.DATABASE_URL ?? null,
    today: values.today ?? null,
    demo: !values.empty,
    webFolder: values.web ? resolve(values.web) : null,
    proxies: process.env.TRUSTED_PROXIES ?? null,
    publicAddress: process.env.PUBLIC_ADDRESS ?? null,
    mail: process.env.MAIL_URL ? { url: process.env.MAIL_URL, from: process.env.MAIL_FROM ?? 'no-reply@localhost' } : null,
    masterKey: process.env.MASTER_KEY ?? null,
    backupKey: process.env.BACKUP_KEY ?? null,
    log: true,
    metricsToken: process.env.METRICS_TOKEN ?? null,
    backupFolder: values.backups ? resolve(values.backups) : null,
    ...(values['disk-floor'] === undefined ? {} : { diskFloor: wholeNumber('--disk-floor', values['disk-floor'], 0, Number.MAX_SAFE_INTEGER) }),
  });
  if (settings.today !== null && !isStart(settings.today))
    throw new StartError(`--today wants a day that exists, such as 2026-05-04 or 2026-05-04T10:00, not "${settings.today}".`);
  const clock = new SystemClock(settings.today, ZONE);
  if (isNew && wasInterrupted(dataFolder))
    throw new StartError(`A restore into ${dataFolder} was interrupted at its last step. Run it again: npm run restore -- FILE --data ${dataFolder}`);
  if (isNew && isNearlyFull(settings))
    throw new StartError(`The disk where ${dataFolder} lies is nearly full. Make room, or start with a folder on another disk: npm start -- --data DIR`);
  if (isHalfFilled) {
    console.log('The demo firm was not filled to the end. It is begun anew.');
    clearHalfFilled(dataFolder);
    setFolderState(dataFolder, 'laying out');
  }
  if (isNew && !values.empty) {
    setFolderState(dataFolder, 'filling');
    await fillDemo(settings, clock.now(), ZONE, (said) => console.log(said));
    setFolderState(dataFolder, 'in use');
  }
  const app = await createApp(settings, clock);
  stopOnSignals(app, (words) => console.log(words));
  await sayIfClockIsBehind(app.get(Database), clock);
  await app.listen(settings.port, settings.host);
  app.get(Ticks).begin();
  console.log(`Steady Almanac is ready at http://${settings.host}:${settings.port}`);
  const { people, firm } = await app.get(SignInService).offer(settings.demo);
  if (people.length > 0) {
    console.log(
      `\nThe demo firm, ${firm}. Choose a person on the sign-in page, or sign in with orla-keane@marram-tern.example (and so on) and "harbour-lights-7":`,
    );
    for (const person of people) console.log(`  ${person.name}, ${person.role}: ${person.does}`);
  }
}

/** Work from days to come was written by a clock that was ahead, or is read by one that is behind. */
async function sayIfClockIsBehind(database: Database, clock: Clock): Promise<void> {
  const [last] = await database.asOwner((tx) => rows<{ at: string }>(tx, sql`select at from events order by id desc limit 1`));
  if (!last) return;
  const at = Temporal.Instant.from(last.at.replace(' ', 'T'));
  const now = clock.now();
  if (Temporal.Instant.compare(at, now) > 0)
    console.error(
      `\nThe clock is behind: it is ${now.toString().slice(0, 16)}, and the last work in the data is of ${at.toString().slice(0, 16)} (UTC). Check the date of this computer, or --today: what is written now stands before what was written then.\n`,
    );
}

/** What can be brought back where the data is damaged. */
async function wayBack(): Promise<string> {
  const { data, backups } = given();
  const dataFolder = resolve(data ?? 'data');
  const folder = backups ? resolve(backups) : usualFolder(dataFolder);
  const good = (await archivesIn(folder).catch(() => [])).find(({ proved }) => proved);
  if (!good) return `There is no good backup in ${folder}. Look for a copy of it elsewhere.`;
  return `The newest good backup is of ${good.at}. Bring it back with: npm run restore -- ${join(folder, good.name)} --data ${dataFolder}\nWhat is there now is kept beside it.`;
}

/** What is said in words, without where in the program it arose. */
const TOLD = [FolderInUseError, MasterKeyError, MigrationMismatchError, MovedAwayError, StartError];

/** The program: starts as the command line says, or ends with what is wrong in words. The demo is given to it. */
export async function run(fillDemo: FillDemo): Promise<void> {
  try {
    await start(fillDemo);
  } catch (error) {
    if (error instanceof DamagedFolderError) console.error(`\n${error.message}\n${await wayBack()}\n`);
    else console.error(TOLD.some((kind) => error instanceof kind) ? `\n${(error as Error).message}\n` : error);
    process.exit(1);
  }
}
