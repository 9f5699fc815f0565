import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { mkdir, readFile, readdir, rename, rm, stat, symlink, writeFile } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import * as tar from 'tar';
import type { Temporal } from '@steady/core/calendar';
import type { BackupView } from '@steady/contract/backups';
import type { Database } from '../database';
import { DatabaseBridge } from '../database/bridge';
import { type RowCounts, damageIn, rowCountsOf } from '../database/base-copy';
import { syncPath } from '../database/synced-folder';
import { embeddedWorkerFile } from '../database/worker-file';
import { sealing, unsealing } from '../files/sealing';

/** What a backup says of itself, inside the archive. */
export interface Manifest {
  /** UTC. */
  at: string;
  firms: string[];
  counts: RowCounts;
}

/** There is no such backup, it is not whole, or it holds something else than it says. */
export class BackupError extends Error {}

/** What is unpacked may still be written for a moment after it failed. */
export const GONE = { recursive: true, force: true, maxRetries: 20, retryDelay: 100 };

/** A backup that is sealed says so in its name. */
const SEALED = '.sealed';
const ARCHIVE = /^backup-(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2})\.tar\.gz(\.sealed)?$/;

/** "backup-2026-03-11T02-00-00.tar.gz" */
const nameOf = (at: Temporal.Instant) => `backup-${at.toString({ smallestUnit: 'second' }).slice(0, 19).replaceAll(':', '-')}.tar.gz`;
const besides = (archive: string) => archive.replace(/\.tar\.gz(\.sealed)?$/, '.json');

/** Where backups lie when nobody says otherwise: beside the data, so that what befalls the one folder leaves the other. */
export const usualFolder = (dataFolder: string) => join(dirname(resolve(dataFolder)), `${basename(resolve(dataFolder))}-backups`);

async function sha256Of(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/**
 * Packs database and files into one archive while people work. The files are packed after the moment for which the
 * database stands: each that it names was there by then, and none is ever changed.
 *
 * @param key seals the archive, where it is given
 * @returns the archive, or null where the database is on a server or in memory
 */
export async function makeArchive(
  database: Database,
  dataFolder: string,
  folder: string,
  at: Temporal.Instant,
  firms: string[],
  key: Buffer | null,
): Promise<string | null> {
  if (!database.hasFolder) return null;
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const archive = join(folder, nameOf(at)) + (key === null ? '' : SEALED);
  const draft = `${archive}.draft`;
  const packed = join(draft, 'packed.tar.gz');
  try {
    await rm(draft, { recursive: true, force: true });
    await mkdir(draft, { mode: 0o700 });
    const counts = await database.copyTo(join(draft, 'database'));
    const manifest: Manifest = { at: at.toString(), firms, counts };
    await writeFile(join(draft, 'manifest.json'), JSON.stringify(manifest), { mode: 0o600 });
    await mkdir(join(dataFolder, 'files'), { recursive: true, mode: 0o700 });
    await symlink(resolve(dataFolder, 'files'), join(draft, 'files'));
    const wanted = (path: string) => !/^files\/incoming\/./.test(path.replace(/^\.\//, ''));
    const packing = tar.create({ gzip: true, follow: true, portable: true, cwd: draft, filter: wanted }, ['manifest.json', 'database', 'files']);
    const pieces = packing as unknown as AsyncIterable<Buffer>;
    const out = createWriteStream(packed, { mode: 0o600, flags: 'wx' });
    await (key === null ? pipeline(pieces, out) : pipeline(pieces, sealing(key), out));
    syncPath(packed);
    await rename(packed, archive);
    syncPath(folder);
    return archive;
  } finally {
    await rm(draft, { recursive: true, force: true });
  }
}

/** Unpacks an archive into a folder that is not there yet. @param key opens one that is sealed. @throws BackupError */
export async function unpack(archive: string, into: string, key: Buffer | null): Promise<Manifest> {
  if (!existsSync(archive)) throw new BackupError(`There is no backup ${archive}.`);
  const isSealed = archive.endsWith(SEALED);
  if (isSealed && key === null) throw new BackupError(`${archive} is sealed. Give the key with which it was, as BACKUP_KEY.`);
  await rm(into, { recursive: true, force: true });
  await mkdir(into, { recursive: true, mode: 0o700 });
  try {
    const laying = tar.extract({ cwd: into, strict: true, preservePaths: false }) as unknown as NodeJS.WritableStream;
    await (isSealed ? pipeline(createReadStream(archive), unsealing(key!), laying) : pipeline(createReadStream(archive), laying));
    return JSON.parse(await readFile(join(into, 'manifest.json'), 'utf8')) as Manifest;
  } catch (error) {
    throw new BackupError(`${archive} is not a whole backup: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/**
 * Opens what was unpacked and looks whether it is all there and sound: each page and index of the database, as many rows
 * as were counted when it was made, each file that a document names, with the content that its name stands for.
 *
 * The files are compared as they lie there, without their key.
 *
 * @returns the firms' keys, sealed as they are kept
 * @throws BackupError with what is wrong
 */
export async function proveUnpacked(folder: string, { counts }: Manifest): Promise<{ fileKey: string }[]> {
  const bridge = await DatabaseBridge.open({
    workerFile: embeddedWorkerFile(),
    dataDir: join(folder, 'database'),
    template: null,
    statementLimit: 300_000,
    checks: true,
  });
  const wrong: string[] = [];
  let keys: { fileKey: string }[] = [];
  try {
    const found = await rowCountsOf(bridge);
    for (const table of new Set([...Object.keys(counts), ...Object.keys(found)]))
      if (found[table] !== counts[table]) wrong.push(`${table} has ${found[table] ?? 'no'} rows in place of ${counts[table] ?? 'none'}`);
    wrong.push(...(await damageIn(bridge)));
    keys = (await bridge.query<{ fileKey: string }>('select file_key as "fileKey" from firms')).rows;
    const named = (
      await bridge.query<{ firm: string; address: string; hash: string }>(
        'select firm_id as firm, address, sealed_hash as hash from stored_files where wrong is null',
      )
    ).rows;
    for (const { firm, address, hash } of named) {
      const file = join(folder, 'files', firm, address.slice(0, 2), address);
      if (!existsSync(file)) wrong.push(`the file ${address} of a document is missing`);
      else if ((await sha256Of(file)) !== hash) wrong.push(`the file ${address} holds something else than it did`);
    }
    await bridge.query('drop extension amcheck');
  } finally {
    await bridge.close();
  }
  if (wrong.length > 0) throw new BackupError(`${wrong.length} things are wrong: ${wrong.slice(0, 5).join('; ')}`);
  return keys;
}

/** Proves an archive by bringing it back into a scratch folder, and writes down beside it what came of it. */
export async function proveArchive(archive: string, key: Buffer | null): Promise<BackupView> {
  const scratch = `${archive}.scratch`;
  const proof: Pick<BackupView, 'proved' | 'wrong'> = { proved: true, wrong: null };
  let manifest: Manifest | null = null;
  try {
    manifest = await unpack(archive, scratch, key);
    await proveUnpacked(scratch, manifest);
  } catch (error) {
    Object.assign(proof, { proved: false, wrong: error instanceof Error ? error.message : String(error) });
  } finally {
    await rm(scratch, GONE);
  }
  const view: BackupView = {
    name: basename(archive),
    at: manifest?.at ?? '',
    bytes: (await stat(archive)).size,
    clients: manifest?.counts.clients ?? 0,
    documents: manifest?.counts.documents ?? 0,
    ...proof,
  };
  await writeFile(besides(archive), JSON.stringify({ ...view, sha256: await sha256Of(archive) }), { mode: 0o600 });
  return view;
}

/** An archive still is what it was when it was proved. @throws BackupError where it is not; an archive without a proof says nothing */
export async function checkUnchanged(archive: string): Promise<void> {
  if (!existsSync(besides(archive))) return;
  const { sha256 } = JSON.parse(await readFile(besides(archive), 'utf8')) as { sha256: string };
  if ((await sha256Of(archive)) !== sha256) throw new BackupError(`${archive} was changed or damaged since it was made.`);
}

/** The backups of a folder, the newest first. */
export async function archivesIn(folder: string): Promise<BackupView[]> {
  if (!existsSync(folder)) return [];
  const names = (await readdir(folder)).filter((name) => ARCHIVE.test(name)).sort();
  return Promise.all(
    names.reverse().map(async (name) => {
      const file = join(folder, name);
      if (existsSync(besides(file))) {
        const { sha256: _, ...view } = JSON.parse(await readFile(besides(file), 'utf8')) as BackupView & { sha256: string };
        return view;
      }
      const day = `${name.slice(7, 17)}T${name.slice(18, 26).replaceAll('-', ':')}Z`;
      return {
        name,
        at: day,
        bytes: (await stat(file)).size,
        clients: 0,
        documents: 0,
        proved: false,
        wrong: 'It was not proved: the application was stopped before.',
      };
    }),
  );
}

/** Throws a backup away, and what stands beside it. */
export async function removeArchive(folder: string, name: string): Promise<void> {
  await rm(join(folder, name), { force: true });
  await rm(besides(join(folder, name)), { force: true });
}

/** What an interrupted backup left. */
export async function clearHalfMade(folder: string): Promise<void> {
  if (!existsSync(folder)) return;
  for (const name of await readdir(folder))
    if (/^backup-.*\.tar\.gz(\.sealed)?\.(draft|scratch)$/.test(name)) await rm(join(folder, name), { recursive: true, force: true });
}
