/**
 * The thread of the embedded database: it blocks while it works, so it works here. Takes calls one at a time.
 */
import { closeSync, fdatasyncSync, fsyncSync, openSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import type { BridgeAnswer, BridgeCall } from './bridge-protocol';

let database: PGlite | null = null;
let folder: string | null = null;
let syncedUntil = 0;

/** Syncs the write-ahead log segments written since the last time; the database itself never does. */
function syncLog(): void {
  if (folder === null) return;
  const wal = join(folder, 'pg_wal');
  let latest = syncedUntil;
  for (const name of readdirSync(wal)) {
    if (!/^[0-9A-F]{24}$/.test(name)) continue;
    const path = join(wal, name);
    const { mtimeMs } = statSync(path);
    if (mtimeMs <= syncedUntil) continue;
    const file = openSync(path, 'r+');
    fdatasyncSync(file);
    closeSync(file);
    latest = Math.max(latest, mtimeMs);
  }
  syncedUntil = latest;
}

async function carryOut(call: BridgeCall): Promise<unknown> {
  if (call.do === 'open') {
    folder = call.dataDir;
    database = await PGlite.create({
      ...(call.dataDir === null ? {} : { dataDir: call.dataDir }),
      ...(call.template === null ? {} : { loadDataDir: new Blob([readFileSync(call.template)]) }),
    });
    return null;
  }
  if (!database) throw new Error('The database is not open');
  switch (call.do) {
    case 'query': {
      const asText = Object.fromEntries(call.rawTypes.map((type) => [type, (value: string) => value]));
      const { rows, fields, affectedRows } = await database.query(call.sql, call.params, { rowMode: call.rowMode, parsers: asText });
      return { rows, fields, affectedRows };
    }
    case 'exec':
      await database.exec(call.sql);
      return null;
    case 'sync':
      syncLog();
      return null;
    case 'dump': {
      const dump = await database.dumpDataDir('gzip');
      writeFileSync(call.file, Buffer.from(await dump.arrayBuffer()), { mode: 0o600 });
      const file = openSync(call.file, 'r');
      fsyncSync(file);
      closeSync(file);
      return null;
    }
    case 'close':
      await database.close();
      return null;
  }
}

parentPort!.on('message', (call: BridgeCall) => {
  carryOut(call).then(
    (result) => parentPort!.postMessage({ id: call.id, result } satisfies BridgeAnswer),
    (error: Error & { code?: string; detail?: string; constraint?: string }) => {
      const { message, code, detail, constraint, name } = error;
      parentPort!.postMessage({ id: call.id, error: { message, code, detail, constraint, name } } satisfies BridgeAnswer);
    },
  );
});
