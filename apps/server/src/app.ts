import 'reflect-metadata';
import { type DynamicModule, type INestApplication, Module, type OnApplicationShutdown, type Provider } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR, NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { Request } from 'express';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { AREAS } from './areas/areas';
import { SignInService, StaffSessions } from './areas/team';
import { Ticks } from './platform/background/ticks';
import { Backups } from './platform/backups/backups';
import { BackupsController } from './platform/backups/backups.controller';
import { Clock } from './platform/clock';
import { sql } from 'drizzle-orm';
import { NoPost, SmtpPost } from './outside/smtp-post';
import { Database, rows } from './platform/database';
import { HealthController } from './platform/http/health.controller';
import { LogLines, logRequests, openLog } from './platform/logs';
import { Effects, Events, LiveNotices } from './platform/events';
import { LiveController } from './platform/events/live.controller';
import { FileStore, FilesRound, Keys, PrivateTexts, ResumedUploads, Uploads } from './platform/files';
import { HeavyWork } from './platform/heavy';
import { serveApiDocs } from './platform/http/api-docs';
import { Present } from './platform/http/present';
import { ProblemFilter } from './platform/http/problem.filter';
import { secure, serveWeb } from './platform/http/web';
import { AccessGuard, DoorTries, EmailedCodes, SESSION_COOKIE, cookie, may } from './platform/identity';
import { ListFields, SavedLists, SavedListsController } from './platform/lists';
import { Metrics, serveMetrics } from './platform/metrics';
import { SETTINGS, type Settings } from './platform/settings';
import { WorkInterceptor, Works } from './platform/work';
import { MailTaken, PostRoom } from './outside/post';
import { STAND_INS, STAND_IN_PAGES, SimulatedPostRoom } from './stand-ins';

/** Closes the database when everything that uses it has ended. */
class DatabaseCloser implements OnApplicationShutdown {
  constructor(
    private readonly database: Database,
    private readonly effects: Effects,
  ) {}

  async onApplicationShutdown(): Promise<void> {
    await this.effects.settled();
    await this.database.close();
  }
}

@Module({})
class PlatformModule {
  static with(settings: Settings, clock: Clock, database: Database, keys: Keys): DynamicModule {
    const services: Provider[] = [
      { provide: SETTINGS, useValue: settings },
      { provide: Clock, useValue: clock },
      { provide: Database, useValue: database },
      { provide: Keys, useValue: keys },
      { provide: DatabaseCloser, useFactory: (effects: Effects) => new DatabaseCloser(database, effects), inject: [Effects] },
      LiveNotices,
      Present,
      Works,
      Events,
      Effects,
      FileStore,
      Uploads,
      ResumedUploads,
      FilesRound,
      PrivateTexts,
      SavedLists,
      ListFields,
      Ticks,
      Backups,
      HeavyWork,
      Metrics,
      DoorTries,
      EmailedCodes,
      MailTaken,
      { provide: PostRoom, useFactory: postRoomFor, inject: [SETTINGS, Database, Clock] },
      ...STAND_INS,
    ];
    return {
      module: PlatformModule,
      global: true,
      providers: services,
      exports: services,
      imports: [ThrottlerModule.forRoot([{ ttl: 60_000, limit: 1200 }])],
      controllers: [BackupsController, SavedListsController, LiveController, HealthController, ...STAND_IN_PAGES],
    };
  }
}

@Module({})
class AppModule {
  static with(platform: DynamicModule): DynamicModule {
    return {
      module: AppModule,
      imports: [platform, ThrottlerModule.forRoot([{ ttl: 60_000, limit: 1200 }]), ...AREAS],
      providers: [
        { provide: APP_FILTER, useClass: ProblemFilter },
        { provide: APP_GUARD, useClass: ThrottlerGuard },
        { provide: APP_GUARD, useClass: AccessGuard },
        { provide: APP_INTERCEPTOR, useClass: WorkInterceptor },
      ],
    };
  }
}

/** A mail server where one is set up; the simulated one only for a demo. */
function postRoomFor(settings: Settings, database: Database, clock: Clock): PostRoom {
  if (settings.mail === null) return settings.demo ? new SimulatedPostRoom(database, clock) : new NoPost();
  return new SmtpPost(settings.mail, settings.publicAddress ?? `http://${settings.host}:${settings.port}`, (firmId) =>
    database.transaction(
      { firmId },
      async (tx) => (await rows<{ name: string; address: string | null }>(tx, sql`select name, mail_address as address from firms where id = ${firmId}`))[0]!,
      { readOnly: true },
    ),
  );
}

/** Whoever runs the firm, and everybody where the firm is a demo. */
async function mayReadDocs(app: INestApplication, settings: Settings, request: Request): Promise<boolean> {
  if ((await app.get(SignInService).offer(settings.demo)).demo) return true;
  const token = cookie(request, SESSION_COOKIE);
  const identity = token === null ? null : await app.get(StaffSessions).find(token);
  return identity !== null && may(identity.actor, 'run firm');
}

/** Lists that people paste, and files of jobs, come whole: 2,000 rows with what stands in them. */
const MOST_BODY = '2mb';

/**
 * The whole application, ready to listen.
 * @throws FolderInUseError when another process holds the data folder, MasterKeyError when its files cannot be read.
 */
export async function createApp(settings: Settings, clock: Clock): Promise<INestApplication> {
  const database = await Database.open(settings);
  const log = openLog(settings.log);
  try {
    const keys = await Keys.open(database, settings.dataFolder, settings.masterKey);
    const app = await NestFactory.create<NestExpressApplication>(AppModule.with(PlatformModule.with(settings, clock, database, keys)), {
      logger: settings.log ? new LogLines(log) : ['error', 'warn'],
      abortOnError: false,
    });
    const metrics = app.get(Metrics);
    app.use(logRequests(log, (...ended) => metrics.request(...ended)));
    app.useBodyParser('json', { limit: MOST_BODY });
    secure(app, settings.proxies);
    if (settings.metricsToken !== null) serveMetrics(app, metrics, settings.metricsToken);
    serveApiDocs(app, (request) => mayReadDocs(app, settings, request));
    if (settings.webFolder !== null) serveWeb(app, settings.webFolder);
    await app.init();
    await app.get(FileStore).clearIncoming();
    return app;
  } catch (error) {
    await database.close();
    throw error;
  }
}
