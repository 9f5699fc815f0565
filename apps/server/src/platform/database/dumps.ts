import { mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Settings } from '../settings';
import { DatabaseBridge } from './bridge';
import type { Database } from './database';
import { embeddedWorkerFile } from './worker-file';

const KEPT = 5;

/**
 * Writes a dump of the embedded database beside it, proves it by opening it, and keeps the last few. A dump that does
 * not open is thrown away and the older ones stay.
 * @returns its file name, or null where the database is on a server.
 */
export async function keepDump(database: Database, settings: Settings, stamp: string): Promise<string | null> {
  const folder = join(settings.dataFolder, 'dumps');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const name = `${stamp.replace(/[:.]/g, '-')}.tar.gz`;
  const draft = join(folder, `${name}.draft`);
  try {
    if (!(await database.dump(draft))) return null;
    const trial = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: draft, statementLimit: 60_000 });
    await trial.query('select count(*) from events');
    await trial.close();
    renameSync(draft, join(folder, name));
  } finally {
    rmSync(draft, { force: true });
  }
  const dumps = readdirSync(folder)
    .filter((file) => file.endsWith('.tar.gz'))
    .sort();
  for (const old of dumps.slice(0, -KEPT)) rmSync(join(folder, old));
  return name;
}
