import { existsSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { counted } from '@steady/core/words';
import { Database, DamagedFolderError, FolderInUseError, MovedAwayError, setFolderState, folderStateOf } from '../platform/database';
import { lockFolder } from '../platform/database/folder-lock';
import { MoveError, moveAll } from '../platform/database/move';
import { settingsWith } from '../platform/settings';

const HELP = `Moves all data between the embedded database and a PostgreSQL server, while the application is stopped. Every record is compared before
it counts; interrupted, nothing was moved and it is run again. The files of clients and the master key stay in the data folder.

  npm run move -- --to postgres://... [--data DIR]
  npm run move -- --from postgres://... [--data DIR]

  --to URL    from DIR to an empty database of a server; what was in DIR/database is kept beside it
  --from URL  from a server to DIR, which has no database; the server's is marked as moved, and not served any more
  --data DIR  data folder (default: data)`;

const say = (words: string) => console.log(words);

async function toServer(dataFolder: string, url: string): Promise<void> {
  if (!existsSync(join(dataFolder, 'database'))) throw new MoveError(`There is no embedded database in ${dataFolder}. Say where the data lies: --data DIR`);
  const from = await Database.open(settingsWith({ dataFolder }));
  try {
    const to = await Database.open(settingsWith({ dataFolder, databaseUrl: url }));
    try {
      const { tables, records } = await moveAll(from, to, say);
      say(`${counted(records, 'record')} of ${counted(tables, 'table')} are there, each compared.`);
      await to.asOwner((tx) => tx.execute(sql`analyze`));
    } finally {
      await to.close();
    }
  } finally {
    await from.close();
  }
  const kept = `${join(dataFolder, 'database')}.moved-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}`;
  setFolderState(dataFolder, 'on a server');
  renameSync(join(dataFolder, 'database'), kept);
  say(`From now on start it with DATABASE_URL set. What was here is kept in ${kept}.`);
}

async function fromServer(dataFolder: string, url: string): Promise<void> {
  const standing = folderStateOf(dataFolder);
  if (standing === 'moving') rmSync(join(dataFolder, 'database'), { recursive: true, force: true });
  if (existsSync(join(dataFolder, 'database'))) throw new MoveError(`There is a database in ${dataFolder} already. Nothing was moved. Give another folder.`);
  const from = await Database.open(settingsWith({ dataFolder, databaseUrl: url }));
  try {
    if (!(await from.alone())) throw new MoveError('The application runs on this server. Stop it first; nothing was moved.');
    // Only a database that came to its end is served.
    const unlock = await lockFolder(dataFolder);
    setFolderState(dataFolder, 'moving');
    unlock();
    const to = await Database.open(settingsWith({ dataFolder }));
    try {
      const { tables, records } = await moveAll(from, to, say);
      say(`${counted(records, 'record')} of ${counted(tables, 'table')} are here, each compared.`);
      await to.tidy();
    } finally {
      await to.close();
    }
    setFolderState(dataFolder, 'in use');
    await from.markMoved(dataFolder);
  } finally {
    await from.close();
  }
  say('From now on start it without DATABASE_URL. The database on the server is marked as moved.');
}

async function run(): Promise<void> {
  const { values } = parseArgs({
    options: { data: { type: 'string' }, to: { type: 'string' }, from: { type: 'string' }, help: { type: 'boolean' } },
  });
  const { to, from } = values;
  if (values.help || (to === undefined) === (from === undefined)) return say(HELP);
  const dataFolder = resolve(values.data ?? 'data');
  await (to !== undefined ? toServer(dataFolder, to) : fromServer(dataFolder, from!));
}

run().catch((error: unknown) => {
  const told = [FolderInUseError, DamagedFolderError, MoveError, MovedAwayError].some((kind) => error instanceof kind);
  console.error(told ? `\n${(error as Error).message}` : error);
  process.exitCode = 1;
});
