import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { fillDemoFirm } from '@steady/demo/fill';
import { createApp } from './app';
import { SignInService } from './areas/team';
import { Ticks } from './platform/background/ticks';
import { SystemClock } from './platform/clock';
import { FolderInUseError } from './platform/database';
import { settingsWith } from './platform/settings';

const ZONE = 'Europe/Dublin';

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      data: { type: 'string' },
      port: { type: 'string' },
      today: { type: 'string' },
      web: { type: 'string' },
      empty: { type: 'boolean' },
      'disk-floor': { type: 'string' },
    },
  });
  const dataFolder = resolve(values.data ?? 'data');
  const isNew = !existsSync(join(dataFolder, 'database')) && !process.env.DATABASE_URL;
  const settings = settingsWith({
    dataFolder,
    port: Number(values.port ?? 4680),
    databaseUrl: process.env.DATABASE_URL ?? null,
    today: values.today ?? null,
    demo: !values.empty,
    webFolder: values.web ? resolve(values.web) : null,
    ...(values['disk-floor'] ? { diskFloor: Number(values['disk-floor']) } : {}),
  });
  const clock = new SystemClock(settings.today, ZONE);
  if (isNew && !values.empty) await fillDemoFirm(settings, clock.now(), ZONE, (said) => console.log(said));
  const app = await createApp(settings, clock);
  app.enableShutdownHooks();
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
  console.error(error instanceof FolderInUseError ? `\n${error.message}\n` : error);
  process.exit(1);
});
