import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { sqlState } from './sql-state';
import { type Tx, rows } from './tx';
import { migrationsFolder } from './migrations-folder';

/** A data folder was written by a newer version or by one that is not brought along, or a migration was changed after it had run. */
export class MigrationMismatchError extends Error {}

/** Of several processes that start at once on a server, one does it and the others find it done. */
const MIGRATES = 7_205_003;
const inTurn = (orm: Tx, act: (tx: Tx) => Promise<unknown>): Promise<void> =>
  orm
    .transaction(async (tx) => {
      await tx.execute(sql`select pg_advisory_xact_lock(${MIGRATES})`);
      await act(tx);
    })
    .catch((error: Error) => {
      // What a migration itself says in words.
      throw sqlState(error) === 'P0001' ? new MigrationMismatchError((error.cause as Error).message) : error;
    });

/** Runs the migrations that have not run yet, in the order of their names, each in one transaction. */
export async function migrate(orm: Tx): Promise<void> {
  await inTurn(orm, (tx) =>
    tx.execute(sql`create table if not exists migrations (name text primary key, hash text not null, at timestamptz not null default now())`),
  );
  const done = new Map((await rows<{ name: string; hash: string }>(orm, sql`select name, hash from migrations`)).map((row) => [row.name, row.hash]));
  const folder = migrationsFolder();
  const names = readdirSync(folder)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  if (done.size > 0 && !done.has(names[0]!))
    throw new MigrationMismatchError(
      'The data folder was written by a version from before the first release, and cannot be brought along. Start with another folder.',
    );
  for (const name of done.keys()) {
    if (!names.includes(name))
      throw new MigrationMismatchError(`The data folder holds migration ${name}, which this version does not know. Start it with the version that wrote it.`);
  }
  for (const name of names) {
    const text = readFileSync(join(folder, name), 'utf8');
    const hash = createHash('sha256').update(text).digest('hex');
    const before = done.get(name);
    if (before === hash) continue;
    if (before !== undefined) throw new MigrationMismatchError(`Migration ${name} was changed after it had run on this data folder.`);
    await inTurn(orm, async (tx) => {
      if ((await rows(tx, sql`select 1 from migrations where name = ${name}`)).length > 0) return;
      for (const statement of text.split('--> statement-breakpoint')) if (statement.trim()) await tx.execute(sql.raw(statement));
      await tx.execute(sql`insert into migrations (name, hash) values (${name}, ${hash})`);
    });
  }
}
