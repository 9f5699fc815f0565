import { existsSync, readFileSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { DatabaseBridge } from './bridge';
import { crc32c } from './crc32c';
import { fileOfLog, logIsBroken } from './log-look';
import { MovedAwayError } from './server-standing';
import { syncPath } from './synced-folder';

/** The data folder holds less, or something else, than was left in it; nothing in it was touched. */
export class DamagedFolderError extends Error {}

/**
 * How far a data folder came: what is being laid out or filled with the demo firm holds nothing yet that anybody would miss,
 * and is begun anew; what is in use is never laid out over.
 */
export type FolderState = 'laying out' | 'filling' | 'moving' | 'in use' | 'on a server';

const fileOf = (dataFolder: string) => join(dataFolder, 'almanac.json');

/** Null where nothing was ever begun. */
export function folderStateOf(dataFolder: string): FolderState | null {
  const file = fileOf(dataFolder);
  if (!existsSync(file)) return null;
  try {
    return (JSON.parse(readFileSync(file, 'utf8')) as { standing: FolderState }).standing;
  } catch {
    return 'in use';
  }
}

export function setFolderState(dataFolder: string, standing: FolderState): void {
  const file = fileOf(dataFolder);
  writeFileSync(`${file}.new`, `${JSON.stringify({ standing })}\n`, { mode: 0o600 });
  syncPath(`${file}.new`);
  renameSync(`${file}.new`, file);
  syncPath(dirname(file));
}

const isEmpty = (folder: string) => !existsSync(folder) || readdirSync(folder).length === 0;

/** Files of clients lie there: their database was, too. */
const hasFiles = (dataFolder: string) => {
  const folder = join(dataFolder, 'files');
  return existsSync(folder) && readdirSync(folder).some((name) => name !== 'incoming');
};

/** The version of the embedded database, and where its control file keeps what is looked at (pg_control.h of PostgreSQL 18). */
const VERSION = '18';
const CONTROL = { version: 1800, versionAt: 8, stateAt: 16, redoAt: 40, timelineAt: 48, crcAt: 292 };
const SHUT_DOWN = 1;
const SEGMENT = 16n * 1024n * 1024n;

/** What is wrong with the folder of an embedded database, in words; null where it may be opened. */
export function whatIsWrong(folder: string): string | null {
  const has = (...path: string[]) => existsSync(join(folder, ...path));
  if (!has('PG_VERSION')) return 'it does not say of which version it is (PG_VERSION is missing)';
  const version = readFileSync(join(folder, 'PG_VERSION'), 'utf8').trim();
  if (version !== VERSION)
    return `it was written by version ${version || '?'} of the database, and this is version ${VERSION}. Start it with the version that wrote it`;
  for (const part of ['base', 'global', 'pg_xact', 'pg_multixact', 'pg_wal']) if (isEmpty(join(folder, part))) return `${part} is missing or empty`;
  // The label of a backup says from where it goes on.
  if (has('backup_label')) return null;
  if (!has('global', 'pg_control')) return 'its control file is missing (global/pg_control)';
  const control = readFileSync(join(folder, 'global', 'pg_control'));
  if (
    control.length < CONTROL.crcAt + 4 ||
    control.readUInt32LE(CONTROL.versionAt) !== CONTROL.version ||
    crc32c(control.subarray(0, CONTROL.crcAt)) !== control.readUInt32LE(CONTROL.crcAt)
  )
    return 'its control file was changed or cut short (global/pg_control)';
  const [timeline, from] = [control.readUInt32LE(CONTROL.timelineAt), control.readBigUInt64LE(CONTROL.redoAt)];
  const part = fileOfLog(timeline, from);
  if (!has('pg_wal', part)) return `the part of the log from which it goes on is missing (pg_wal/${part})`;
  if (BigInt(statSync(join(folder, 'pg_wal', part)).size) !== SEGMENT) return `the part of the log from which it goes on was cut short (pg_wal/${part})`;
  if (control.readUInt32LE(CONTROL.stateAt) !== SHUT_DOWN && logIsBroken(join(folder, 'pg_wal'), timeline, from))
    return 'its log was changed in the middle, and what was written after that place cannot be read (pg_wal)';
  return null;
}

/**
 * Looks over a data folder before its database is opened. One that was not laid out to the end is begun anew.
 * @throws DamagedFolderError
 */
export function lookOver(dataFolder: string): void {
  const folder = join(dataFolder, 'database');
  const standing = folderStateOf(dataFolder);
  if (standing === 'on a server')
    throw new MovedAwayError(`What was in ${dataFolder} was moved to a PostgreSQL server. Start it with DATABASE_URL set, as it was given then.`);
  if (standing === 'laying out') rmSync(folder, { recursive: true, force: true });
  if (standing === 'filling' && !isEmpty(folder))
    throw new DamagedFolderError(
      `The demo firm in ${dataFolder} was not filled to the end. Start it again and it is filled anew: npm start -- --data ${dataFolder}`,
    );
  if (standing === 'moving' && !isEmpty(folder))
    throw new DamagedFolderError(
      `A move into ${dataFolder} was interrupted; the data is on the server still. Run it again: npm run move -- --from postgres://... --data ${dataFolder}`,
    );
  if (isEmpty(folder)) {
    if (standing === 'in use' || (standing === null && hasFiles(dataFolder)))
      throw new DamagedFolderError(`The database in ${dataFolder} is gone: ${folder} is missing or empty. Nothing was laid out in its place.`);
    if (standing === null) setFolderState(dataFolder, 'laying out');
    return;
  }
  const wrong = whatIsWrong(folder);
  if (wrong !== null) throw new DamagedFolderError(`The database in ${dataFolder} is damaged: ${wrong}. Nothing in it was changed.`);
}

/** Whether nothing was ever kept in a data folder: only then is it laid out, or filled with the demo firm. */
export function isNewFolder(dataFolder: string): boolean {
  const standing = folderStateOf(dataFolder);
  if (standing === 'filling') return true;
  return (standing === null || standing === 'laying out') && isEmpty(join(dataFolder, 'database')) && !hasFiles(dataFolder);
}

/** The folder has come to its end, where nobody else says when that is. */
export function settle(dataFolder: string): void {
  if (!['filling', 'moving'].includes(folderStateOf(dataFolder) ?? '')) setFolderState(dataFolder, 'in use');
}

/** Throws away a demo firm that was not filled to the end. */
export function clearHalfFilled(dataFolder: string): void {
  for (const part of ['database', 'files']) rmSync(join(dataFolder, part), { recursive: true, force: true });
}

const PAGE = 8192;

/**
 * Compares the files of an opened database with what it knows of its tables: each has its file, of whole pages, and no fewer
 * than when it was last tidied. An empty file would be an empty table to whoever reads it.
 * @throws DamagedFolderError
 */
export async function checkTables(bridge: Pick<DatabaseBridge, 'query'>, dataFolder: string): Promise<void> {
  const tables = (
    await bridge.query<{ name: string; file: string; pages: number }>(
      `select c.relname as name, pg_relation_filepath(c.oid) as file, case when c.relkind in ('r', 't', 'm') then c.relpages else 0 end as pages
         from pg_class c where c.relkind in ('r', 'i', 't', 'm', 'S') and pg_relation_filepath(c.oid) is not null order by c.relname`,
    )
  ).rows;
  const wrong = tables.flatMap(({ name, file, pages }) => {
    const found = statSync(join(dataFolder, 'database', file), { throwIfNoEntry: false });
    if (!found) return [`the file of ${name} is missing (${file})`];
    if (found.size % PAGE !== 0 || found.size / PAGE < Math.min(pages, (1024 * 1024 * 1024) / PAGE)) return [`the file of ${name} was cut short (${file})`];
    return [];
  });
  if (wrong.length > 0)
    throw new DamagedFolderError(
      `The database in ${dataFolder} is damaged: ${wrong.slice(0, 3).join('; ')}${wrong.length > 3 ? `; and ${wrong.length - 3} more` : ''}. It is not served.`,
    );
}
