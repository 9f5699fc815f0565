import { existsSync, mkdirSync, statfsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { Temporal } from '@steady/core/calendar';
import { fillDemoFirm } from '@steady/demo/fill';
import { createApp } from './app';
import { SignInService } from './areas/team';
import { Ticks } from './platform/background/ticks';
import { wasInterrupted } from './platform/backups/restore';
import { SystemClock } from './platform/clock';
import { FolderInUseError } from './platform/database';
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

function isDay(text: string): boolean {
  try {
    return Temporal.PlainDate.from(text, { overflow: 'reject' }).toString() === text;
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

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      data: { type: 'string' },
      port: { type: 'string' },
      today: { type: 'string' },
      web: { type: 'string' },
      empty: { type: 'boolean' },
      'disk-floor': { type: 'string' },
      backups: { type: 'string' },
    },
  });
  const dataFolder = resolve(values.data ?? 'data');
  const isNew = !existsSync(join(dataFolder, 'database')) && !process.env.DATABASE_URL;
  const settings = settingsWith({
    dataFolder,
    port: wholeNumber('--port', values.port, 4680, 65_535),
    databaseUrl: process.env.DATABASE_URL ?? null,
    today: values.today ?? null,
    demo: !values.empty,
    webFolder: values.web ? resolve(values.web) : null,
    proxies: process.env.TRUSTED_PROXIES ?? null,
    mail: process.env.MAIL_URL ? { url: process.env.MAIL_URL, from: process.env.MAIL_FROM ?? 'no-reply@localhost' } : null,
    masterKey: process.env.MASTER_KEY ?? null,
    backupKey: process.env.BACKUP_KEY ?? null,
    log: true,
    backupFolder: values.backups ? resolve(values.backups) : null,
    ...(values['disk-floor'] === undefined ? {} : { diskFloor: wholeNumber('--disk-floor', values['disk-floor'], 0, Number.MAX_SAFE_INTEGER) }),
  });
  if (settings.today !== null && !isDay(settings.today)) throw new StartError(`--today wants a day that exists, such as 2026-05-04, not "${settings.today}".`);
  const clock = new SystemClock(settings.today, ZONE);
  if (isNew && wasInterrupted(dataFolder))
    throw new StartError(`A restore into ${dataFolder} was interrupted at its last step. Run it again: npm run restore -- FILE --data ${dataFolder}`);
  if (isNew && isNearlyFull(settings))
    throw new StartError(`The disk where ${dataFolder} lies is nearly full. Make room, or start with a folder on another disk: npm start -- --data DIR`);
  if (isNew && !values.empty) await fillDemoFirm(settings, clock.now(), ZONE, (said) => console.log(said));
  const app = await createApp(settings, clock);
  stopOnSignals(app, (words) => console.log(words));
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

start().catch((error: unknown) => {
  console.error(error instanceof FolderInUseError || error instanceof MasterKeyError || error instanceof StartError ? `\n${error.message}\n` : error);
  process.exit(1);
});
