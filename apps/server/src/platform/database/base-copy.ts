import { copyFile, mkdir, readdir, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { DatabaseBridge } from './bridge';

/** How many rows each table had at the moment for which a copy stands. */
export type RowCounts = Record<string, number>;

/** What belongs to the running process, and the log, which is copied at the end. */
const NOT_COPIED = ['postmaster.pid', 'postmaster.opts', 'pg_wal'];

/** Copies a folder as it is at each moment; what goes away meanwhile is not wanted either. */
async function copyFolder(from: string, to: string, but: readonly string[] = []): Promise<void> {
  await mkdir(to, { recursive: true, mode: 0o700 });
  for (const entry of await readdir(from, { withFileTypes: true })) {
    if (but.includes(entry.name)) continue;
    const [source, target] = [join(from, entry.name), join(to, entry.name)];
    try {
      await (entry.isDirectory() ? copyFolder(source, target) : copyFile(source, target));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    }
  }
}

/** The first part of the log that a copy wants, as its label names it. */
const firstOf = (label: string): string => /file ([0-9A-F]{24})/.exec(label)?.[1] ?? '';

const COUNTS = `select string_agg(format('select %L as name, count(*)::int as count from %I', tablename, tablename), ' union all ') as counting
                from pg_tables where schemaname = 'public'`;

/** How many rows each table has now. */
export async function rowCountsOf(client: Pick<DatabaseBridge, 'query'>): Promise<RowCounts> {
  const [{ counting }] = (await client.query<{ counting: string }>(COUNTS)).rows as [{ counting: string }];
  const found = (await client.query<{ name: string; count: number }>(counting)).rows;
  return Object.fromEntries(found.map(({ name, count }) => [name, count]));
}

/**
 * Copies the folder of the embedded database while people work: between the start and the stop of a base backup, as the
 * documentation of PostgreSQL describes it. Pages that are copied half-written are put right by the log that is copied with
 * them. Nobody waits but for the first and the last moment of it.
 *
 * @returns how many rows each table has in the copy
 */
export async function copyWhileInUse(bridge: DatabaseBridge, from: string, to: string): Promise<RowCounts> {
  await bridge.query("select pg_backup_start('backup', true)");
  let stopped = false;
  try {
    await copyFolder(from, to, NOT_COPIED);
    // In one turn: nothing is written between the count, the moment for which the copy stands, and the end of the log that is
    // copied, all of which is carried out when the copy is opened.
    const { counts, label } = await bridge.transaction(async (client) => {
      const now = await rowCountsOf(client);
      const [{ labelfile }] = (await client.query<{ labelfile: string }>('select labelfile from pg_backup_stop(false)')).rows as [{ labelfile: string }];
      stopped = true;
      await copyFolder(
        join(from, 'pg_wal'),
        join(to, 'pg_wal'),
        (await readdir(join(from, 'pg_wal'))).filter((name) => name < firstOf(labelfile)),
      );
      return { counts: now, label: labelfile };
    });
    await writeFile(join(to, 'backup_label'), label, { mode: 0o600 });
    return counts;
  } catch (error) {
    if (!stopped) await bridge.query('select pg_backup_stop(false)').catch(() => undefined);
    await rm(to, { recursive: true, force: true });
    throw error;
  }
}

/** Every page and every index is read and checked against itself. @returns what is wrong, in words; nothing where all is well */
export async function damageIn(bridge: DatabaseBridge): Promise<string[]> {
  await bridge.query('create extension if not exists amcheck');
  const tables = (
    await bridge.query<{ oid: number; name: string }>(
      "select c.oid::int, c.relname as name from pg_class c join pg_namespace n on n.oid = c.relnamespace where c.relkind = 'r' and n.nspname = 'public' order by 2",
    )
  ).rows;
  const wrong: string[] = [];
  for (const { oid, name } of tables) {
    const found = (await bridge.query<{ msg: string }>(`select msg from verify_heapam(${oid}::oid::regclass) limit 3`)).rows;
    wrong.push(...found.map(({ msg }) => `${name}: ${msg}`));
  }
  const indexes = (
    await bridge.query<{ oid: number; name: string }>(
      `select c.oid::int, c.relname as name from pg_index i join pg_class c on c.oid = i.indexrelid join pg_am a on a.oid = c.relam join pg_namespace n on n.oid = c.relnamespace
     where a.amname = 'btree' and n.nspname = 'public' order by 2`,
    )
  ).rows;
  for (const { oid, name } of indexes)
    await bridge.query(`select bt_index_check(${oid}::oid::regclass, true)`).catch((error: Error) => wrong.push(`${name}: ${error.message}`));
  return wrong;
}
