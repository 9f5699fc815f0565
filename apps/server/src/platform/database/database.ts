import { mkdirSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzleServer } from 'drizzle-orm/node-postgres';
import { drizzle as drizzleEmbedded } from 'drizzle-orm/pglite';
import pg from 'pg';
import type { Settings } from '../settings';
import { type RowCounts, copyWhileInUse } from './base-copy';
import { DatabaseBridge } from './bridge';
import { lockFolder } from './folder-lock';
import { DamagedFolderError, checkTables, lookOver, settle } from './folder-standing';
import { migrate } from './migrate';
import { ServerProcesses, type ProcessNotice } from './server-processes';
import { checkNotMoved, markMoved } from './server-standing';
import { sqlState } from './sql-state';
import { syncNew } from './synced-folder';
import type { Tx } from './tx';
import { embeddedWorkerFile } from './worker-file';

/** As whom a transaction sees the data: one firm, whoever shows a secret, or the application's own look over its firms. */
export type Scope = { firmId: string; narrow?: Narrow; hidesFees?: boolean; reader?: string } | { secret: string } | { within: true };

/** A person of the firm who does not see all of it: row level security holds back the rest. */
export interface Narrow {
  memberId: string;
  allClients: boolean;
  /** A client held back even from who sees all others: the firm's own record. */
  hiddenClient: string | null;
}

/** A log of so many bytes is written into its place soon, a shorter one after a while: it neither grows without end nor makes the next start long. */
const LONG_LOG = 16 * 1024 * 1024;
const LOOK_EVERY = 5_000;
const AT_LATEST_EVERY = 5 * 60_000;

/** What little is written while the disk is nearly full, so that people sign in and out, is refused only below this. */
const LAST_RESERVE = 16 * 1024 * 1024;

export interface HowToWrite {
  readOnly?: boolean;
  /** So little that it is written on a disk that is nearly full, too. Looks over firms and secrets, which belong to doors, always are. */
  evenWhenLow?: boolean;
}

/** Too little space is left on the disk; nothing was written. */
export class DiskNearlyFullError extends Error {}

const quoted = (text: string) => `'${text.replaceAll("'", "''")}'`;

/** How a transaction begins: as the plain role, seeing what its scope may see. One statement after the other, sent as one. */
function openingOf(scope: Scope, { readOnly }: HowToWrite): string {
  const set: Record<string, string> = { role: 'app_user' };
  if ('firmId' in scope) {
    set['app.firm_id'] = scope.firmId;
    if (scope.narrow) {
      const { memberId, allClients, hiddenClient } = scope.narrow;
      Object.assign(set, { 'app.sees': allClients ? 'all' : 'some', 'app.member_id': memberId, 'app.hidden_client': hiddenClient ?? '' });
    }
    // Whoever may not read what is private reads only that in which they are named.
    if (scope.reader) set['app.reader'] = scope.reader;
    if (scope.hidesFees) set['app.fees'] = 'hidden';
  } else if ('secret' in scope) set['app.secret'] = scope.secret;
  else set['app.within'] = 'yes';
  const settings = Object.entries(set).map(([name, value]) => `set_config(${quoted(name)}, ${quoted(value)}, true)`);
  return `begin${readOnly ? ' read only' : ''}; select ${settings.join(', ')}`;
}

/** The database could not read what it keeps: a page or a file of it is not what it was (SQLSTATE classes XX and 58). */
export const isDamage = (error: unknown): boolean => ['XX001', 'XX002', '58P01', '58030'].includes(sqlState(error) ?? '');

/** A connection that is given statements beside each other, and sends them one after the other: the driver is about to refuse more at once. */
function oneAtATime(client: pg.PoolClient): pg.PoolClient {
  let turn: Promise<unknown> = Promise.resolve();
  const query = (...order: Parameters<pg.PoolClient['query']>) => {
    const asked = turn.then(() => client.query(...order));
    turn = asked.then(
      () => undefined,
      () => undefined,
    );
    return asked;
  };
  return { query } as unknown as pg.PoolClient;
}

export class Database {
  /** A part of the data could not be read since the start. */
  foundDamaged = false;
  private freeCheckedAt = 0;
  private free = Number.POSITIVE_INFINITY;
  private readonly timers: NodeJS.Timeout[] = [];
  private copying = false;
  private processes: ServerProcesses | null = null;
  private readonly listeners: ((told: ProcessNotice) => void)[] = [];

  private constructor(
    private readonly settings: Settings,
    private readonly orm: Tx,
    private readonly bridge: DatabaseBridge | null,
    private readonly pool: pg.Pool | null,
    private readonly unlock: () => void,
  ) {
    if (bridge && settings.template === null) this.keepLogShort(bridge);
  }

  private keepLogShort(bridge: DatabaseBridge): void {
    // What cannot be done now is tried at the next turn; a write says for itself what is wrong.
    const checkpoint = (above: number) => void (this.copying || bridge.checkpoint(above).catch(() => undefined));
    this.timers.push(setInterval(() => checkpoint(LONG_LOG), LOOK_EVERY).unref(), setInterval(() => checkpoint(0), AT_LATEST_EVERY).unref());
  }

  /**
   * Opens the database, brings it to the newest shape, and holds the data folder for this process alone.
   * @throws FolderInUseError, DamagedFolderError, MovedAwayError
   */
  static async open(settings: Settings): Promise<Database> {
    mkdirSync(settings.dataFolder, { recursive: true, mode: 0o700 });
    // On a server several processes share the folder, in which only files lie then.
    const unlock = settings.databaseUrl === null ? await lockFolder(settings.dataFolder) : () => undefined;
    const hasFolder = settings.databaseUrl === null && settings.template === null;
    try {
      if (hasFolder) lookOver(settings.dataFolder);
      const database =
        settings.databaseUrl === null ? await Database.embedded(settings, unlock) : await Database.onServer(settings, settings.databaseUrl, unlock);
      try {
        if (hasFolder) await checkTables(database.bridge!, settings.dataFolder);
        if (database.pool !== null) await checkNotMoved(database.orm);
        if (settings.template === null) await migrate(database.orm);
        if (hasFolder) settle(settings.dataFolder);
      } catch (error) {
        await database.close();
        throw error;
      }
      return database;
    } catch (error) {
      unlock();
      throw error;
    }
  }

  private static async embedded(settings: Settings, unlock: () => void): Promise<Database> {
    const inMemory = settings.template !== null;
    const opened = DatabaseBridge.open({
      workerFile: embeddedWorkerFile(),
      dataDir: inMemory ? null : join(settings.dataFolder, 'database'),
      template: settings.template,
      statementLimit: 60_000,
      onThisThread: settings.databaseOnThisThread,
      syncs: settings.syncWrites,
    });
    const bridge = await opened.catch((error: Error) => {
      throw inMemory ? error : new DamagedFolderError(`The database in ${settings.dataFolder} cannot be opened: ${error.message}. Nothing in it was changed.`);
    });
    // The bridge has the part of PGlite's shape that the driver uses.
    const orm = drizzleEmbedded({ client: bridge as unknown as PGlite }) as unknown as Tx;
    return new Database(settings, orm, bridge, null, unlock);
  }

  private static async onServer(settings: Settings, url: string, unlock: () => void): Promise<Database> {
    const pool = new pg.Pool({ connectionString: url, max: settings.connections, statement_timeout: 60_000 });
    // A connection that waits in the pool may break; the next one is made anew.
    pool.on('error', () => undefined);
    const database = new Database(settings, drizzleServer({ client: pool }), null, pool, unlock);
    database.processes = await ServerProcesses.join(url, (told) => database.listeners.forEach((listen) => listen(told)));
    return database;
  }

  /** Several processes may work on it: what one of them remembers, another may have changed. */
  get isShared(): boolean {
    return this.processes !== null;
  }

  /** Whether this process does what only one may do at a time. */
  async leads(): Promise<boolean> {
    return this.processes === null || this.processes.leads();
  }

  /** Whether no other process works on it. */
  async alone(): Promise<boolean> {
    return this.processes === null || this.processes.alone();
  }

  /** Tells all processes, this one too; given a transaction, once that is confirmed. */
  async tell(told: ProcessNotice, tx: Pick<Tx, 'execute'> = this.orm): Promise<void> {
    if (this.processes) await this.processes.tell(tx, told);
    else for (const listen of this.listeners) listen(told);
  }

  hear(listen: (told: ProcessNotice) => void): void {
    this.listeners.push(listen);
  }

  /** What is in it was moved elsewhere, and is not served here any more. */
  markMoved(where: string): Promise<void> {
    return markMoved(this.orm, where);
  }

  /** As the owner of the database, past row level security: for migrations and start-up only. */
  asOwner<T>(act: (tx: Tx) => Promise<T>): Promise<T> {
    return this.orm.transaction((tx) => act(tx as unknown as Tx));
  }

  /**
   * One transaction under the plain role, seeing what its scope may see.
   * Confirmed only when it is safe on disk: the database syncs its log before it answers.
   * @throws DiskNearlyFullError
   */
  async transaction<T>(scope: Scope, act: (tx: Tx) => Promise<T>, options: HowToWrite = {}): Promise<T> {
    if (!options.readOnly) this.checkSpace(options.evenWhenLow ?? !('firmId' in scope));
    const opening = openingOf(scope, options);
    if (this.bridge) return this.bridge.transaction((client) => act(drizzleEmbedded({ client: client as unknown as PGlite }) as unknown as Tx), opening);
    return this.onConnection(async (client) => {
      await client.query(opening);
      const result = await act(drizzleServer({ client: oneAtATime(client) }));
      await client.query('commit');
      return result;
    });
  }

  /** Something with one connection of the server; what fails is taken back, and a connection that broke is not used again. */
  private async onConnection<T>(act: (client: pg.PoolClient) => Promise<T>): Promise<T> {
    const client = await this.pool!.connect();
    let broken = false;
    const breaks = () => {
      broken = true;
    };
    client.on('error', breaks);
    try {
      return await act(client);
    } catch (error) {
      await client.query('rollback').catch(breaks);
      throw error;
    } finally {
      client.off('error', breaks);
      client.release(broken);
    }
  }

  /** Too little space is left for work to be saved: all can be read, people sign in and out, and it goes on when there is room. */
  isLow(): boolean {
    return this.space() < this.settings.diskFloor;
  }

  /** @throws DiskNearlyFullError */
  mustHaveRoom(): void {
    this.checkSpace(false);
  }

  /** Bytes that are free where the data lies, looked at once a second; a server looks after its own disk. */
  private space(): number {
    if (!this.bridge) return Number.POSITIVE_INFINITY;
    const now = performance.now();
    if (now - this.freeCheckedAt > 1000 || this.freeCheckedAt === 0) {
      const disk = statfsSync(this.settings.dataFolder);
      this.free = disk.bavail * disk.bsize;
      this.freeCheckedAt = now;
    }
    return this.free;
  }

  private checkSpace(evenWhenLow: boolean): void {
    const { diskFloor } = this.settings;
    if (this.space() < (evenWhenLow ? Math.min(diskFloor, LAST_RESERVE) : diskFloor))
      throw new DiskNearlyFullError(`Only ${Math.floor(this.free / 1024 / 1024)} MiB are free where the data folder lies`);
  }

  /**
   * Clears out dead rows and counts afresh what the planner goes by. A server does this by itself; the embedded
   * database has nobody else to do it, and without it takes the wrong indexes.
   */
  async tidy(): Promise<void> {
    if (!this.bridge) return;
    const { rows: tables } = await this.bridge.query<{ name: string }>(
      "select quote_ident(tablename) as name from pg_tables where schemaname = 'public' order by 1",
    );
    // Table by table: whoever asks something meanwhile waits for one of them, not for all.
    for (const { name } of tables) await this.bridge.exec(`vacuum analyze ${name}`);
  }

  /** False on a server, which has backups of its own, and in memory: there is no folder to copy. */
  get hasFolder(): boolean {
    return this.bridge !== null && this.settings.template === null;
  }

  /** Copies the folder of the embedded database while people work. @returns how many rows each table has in the copy */
  async copyTo(folder: string): Promise<RowCounts> {
    if (!this.bridge) throw new Error('The database has no folder');
    // A checkpoint would take away the log that the copy wants.
    this.copying = true;
    try {
      return await copyWhileInUse(this.bridge, join(this.settings.dataFolder, 'database'), folder);
    } finally {
      this.copying = false;
    }
  }

  async close(): Promise<void> {
    for (const timer of this.timers) clearInterval(timer);
    try {
      await this.bridge?.close();
      if (this.hasFolder && !this.settings.syncWrites) syncNew(join(this.settings.dataFolder, 'database'));
      await this.processes?.close();
      await this.pool?.end();
    } finally {
      this.unlock();
    }
  }
}
