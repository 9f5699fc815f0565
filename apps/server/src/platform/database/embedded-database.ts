import { closeSync, fdatasyncSync, fsyncSync, openSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite, types } from '@electric-sql/pglite';
import type { BridgeOrder } from './bridge-protocol';
import { Statements } from './statements';

/** Type ids of dates, moments, intervals and arrays of them: the object mapper wants them as text. */
const KEPT_AS_TEXT = [types.TIMESTAMP, types.TIMESTAMPTZ, types.INTERVAL, types.DATE, 1231, 1115, 1185, 1187, 1182];

/** The embedded database itself: carries out one order after another, and blocks the thread it runs on while it does. */
export class EmbeddedDatabase {
  private database: PGlite | null = null;
  private statements: Statements | null = null;
  private folder: string | null = null;
  private syncedUntil = 0;

  async carryOut(order: BridgeOrder): Promise<unknown> {
    if (order.do === 'open') {
      this.folder = order.dataDir;
      this.database = await PGlite.create({
        ...(order.dataDir === null ? {} : { dataDir: order.dataDir }),
        ...(order.template === null ? {} : { loadDataDir: new Blob([readFileSync(order.template)]) }),
      });
      const asText = Object.fromEntries(KEPT_AS_TEXT.map((type) => [type, (value: string) => value]));
      this.statements = new Statements(this.database, { ...this.database.parsers, ...asText });
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
      case 'sync':
        this.syncLog();
        return null;
      case 'dump': {
        const dump = await database.dumpDataDir('gzip');
        writeFileSync(order.file, Buffer.from(await dump.arrayBuffer()), { mode: 0o600 });
        const file = openSync(order.file, 'r');
        fsyncSync(file);
        closeSync(file);
        return null;
      }
      case 'close':
        await database.close();
        return null;
    }
  }

  /** Syncs the write-ahead log segments written since the last time; the database itself never does. */
  private syncLog(): void {
    if (this.folder === null) return;
    const wal = join(this.folder, 'pg_wal');
    let latest = this.syncedUntil;
    for (const name of readdirSync(wal)) {
      if (!/^[0-9A-F]{24}$/.test(name)) continue;
      const path = join(wal, name);
      const { mtimeMs } = statSync(path);
      if (mtimeMs <= this.syncedUntil) continue;
      const file = openSync(path, 'r+');
      fdatasyncSync(file);
      closeSync(file);
      latest = Math.max(latest, mtimeMs);
    }
    this.syncedUntil = latest;
  }
}
