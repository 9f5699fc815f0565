import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite, types } from '@electric-sql/pglite';
import { amcheck } from '@electric-sql/pglite/contrib/amcheck';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import type { BridgeOrder } from './bridge-protocol';
import { Statements } from './statements';
import { type FolderWatch, SyncedFolder, startWith, syncNew, syncPath } from './synced-folder';

/** Type ids of dates, moments, intervals and arrays of them: the object mapper wants them as text. */
const KEPT_AS_TEXT = [types.TIMESTAMP, types.TIMESTAMPTZ, types.INTERVAL, types.DATE, 1231, 1115, 1185, 1187, 1182];

/** The embedded database itself: carries out one order after another, and blocks the thread it runs on while it does. */
export class EmbeddedDatabase {
  private database: PGlite | null = null;
  private statements: Statements | null = null;
  /** Null in memory. */
  private folder: SyncedFolder | null = null;
  private turn: Promise<unknown> = Promise.resolve();

  /** @param watch sees what is done to the folder */
  constructor(private readonly watch: FolderWatch | null = null) {}

  private async open({ dataDir, template, syncs, checks, program }: BridgeOrder & { do: 'open' }): Promise<void> {
    const isNew = dataDir !== null && !existsSync(join(dataDir, 'PG_VERSION'));
    this.folder = dataDir === null ? null : new SyncedFolder(dataDir, syncs, this.watch);
    this.database = await PGlite.create({
      pgliteWasmModule: program,
      ...(this.folder === null ? {} : { fs: this.folder, startParams: startWith(PGlite.defaultStartParams, syncs) }),
      extensions: checks ? { pg_trgm, amcheck } : { pg_trgm },
      ...(template === null ? {} : { loadDataDir: new Blob([readFileSync(template)]) }),
    });
    // A new folder is laid out without a sync.
    if (dataDir !== null && isNew && syncs) syncNew(dataDir);
    const asText = Object.fromEntries(KEPT_AS_TEXT.map((type) => [type, (value: string) => value]));
    this.statements = new Statements(this.database, { ...this.database.parsers, ...asText });
  }

  /** One order after the other: the database keeps the answers to one of them at a time. */
  carryOut(order: BridgeOrder): Promise<unknown> {
    const answer = this.turn.then(() => this.carryOutNow(order));
    this.turn = answer.catch(() => undefined);
    return answer;
  }

  private async carryOutNow(order: BridgeOrder): Promise<unknown> {
    if (order.do === 'open') {
      await this.open(order);
      return null;
    }
    const { database, statements } = this;
    if (!database || !statements) throw new Error('The database is not open');
    switch (order.do) {
      case 'query':
        return statements.query(order.sql, order.params, order.rowMode);
      case 'exec':
        await database.exec(order.sql);
        return null;
      case 'checkpoint':
        if (!this.folder || this.folder.logged <= order.above) return false;
        await database.exec('checkpoint');
        this.folder.logged = 0;
        return true;
      case 'dump': {
        const dump = await database.dumpDataDir('gzip');
        writeFileSync(order.file, Buffer.from(await dump.arrayBuffer()), { mode: 0o600 });
        syncPath(order.file);
        return null;
      }
      case 'close':
        await database.close();
        return null;
    }
  }
}
