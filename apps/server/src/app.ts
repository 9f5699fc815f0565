import 'reflect-metadata';
import { type DynamicModule, type INestApplication, Module, type OnApplicationShutdown } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR, APP_PIPE, NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { AREA_CONTROLLERS, AREA_SERVICES } from './areas/areas';
import { PortalService } from './areas/portal';
import { Ticks } from './platform/background/ticks';
import { Clock } from './platform/clock';
import { Database } from './platform/database';
import { Effects, Events, LiveNotices } from './platform/events';
import { LiveController } from './platform/events/live.controller';
import { FileStore } from './platform/files';
import { describeApi } from './platform/http/api-description';
import { ProblemFilter } from './platform/http/problem.filter';
import { secure, serveWeb } from './platform/http/web';
import { inputChecks } from './platform/http/validation';
import { AccessGuard, PortalSessions, StaffSessions } from './platform/identity';
import { SavedLists, SavedListsController } from './platform/lists';
import { SETTINGS, type Settings } from './platform/settings';
import { WorkInterceptor, Works } from './platform/work';
import { Collector, FilingGateway, PostRoom } from './stand-ins/outside';
import { SimulatedCollector, SimulatedFilingGateway, SimulatedPostRoom } from './stand-ins/stand-ins';

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
class AppModule {
  static with(settings: Settings, clock: Clock, database: Database): DynamicModule {
    return {
      module: AppModule,
      imports: [ThrottlerModule.forRoot([{ ttl: 60_000, limit: 1200 }])],
      controllers: [...AREA_CONTROLLERS, SavedListsController, LiveController],
      providers: [
        { provide: SETTINGS, useValue: settings },
        { provide: Clock, useValue: clock },
        { provide: Database, useValue: database },
        { provide: DatabaseCloser, useFactory: (effects: Effects) => new DatabaseCloser(database, effects), inject: [Effects] },
        LiveNotices,
        Works,
        Events,
        Effects,
        FileStore,
        SavedLists,
        Ticks,
        StaffSessions,
        { provide: PortalSessions, useExisting: PortalService },
        { provide: PostRoom, useClass: SimulatedPostRoom },
        { provide: Collector, useClass: SimulatedCollector },
        { provide: FilingGateway, useClass: SimulatedFilingGateway },
        ...AREA_SERVICES,
        { provide: APP_FILTER, useClass: ProblemFilter },
        { provide: APP_GUARD, useClass: ThrottlerGuard },
        { provide: APP_GUARD, useClass: AccessGuard },
        { provide: APP_INTERCEPTOR, useClass: WorkInterceptor },
        { provide: APP_PIPE, useFactory: inputChecks },
      ],
    };
  }
}

/**
 * The whole application, ready to listen.
 * @throws FolderInUseError when another process holds the data folder.
 */
export async function createApp(settings: Settings, clock: Clock): Promise<INestApplication> {
  const database = await Database.open(settings);
  try {
    const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings, clock, database), { logger: ['error', 'warn'], abortOnError: false });
    secure(app);
    describeApi(app);
    if (settings.webFolder !== null) serveWeb(app, settings.webFolder);
    await app.init();
    await app.get(FileStore).clearIncoming();
    return app;
  } catch (error) {
    await database.close();
    throw error;
  }
}
