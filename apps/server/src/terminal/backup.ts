import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { Temporal } from '@steady/core/calendar';
import { sql } from 'drizzle-orm';
import { makeArchive, proveArchive, usualFolder } from '../platform/backups/archive';
import { Database, FolderInUseError, rows } from '../platform/database';
import { keyFrom } from '../platform/files/keys';
import { settingsWith } from '../platform/settings';

const HELP = `Makes a backup of a data folder on which the application does not run, and proves it by bringing it back into a scratch folder.
While it runs, it makes one every night by itself, and one on the page Firm, Backups whenever somebody wants it.

  npm run backup -- [--data DIR] [--to DIR]

  --data DIR  data folder (default: data)
  --to DIR    where it goes (default: beside the data folder)

It is sealed with the key BACKUP_KEY of the environment, where one is set. The master key of the files (DIR/master.key) is not in it: keep that elsewhere.`;

async function backup(): Promise<void> {
  const { values } = parseArgs({ options: { data: { type: 'string' }, to: { type: 'string' }, help: { type: 'boolean' } } });
  if (values.help) return console.log(HELP);
  const dataFolder = resolve(values.data ?? 'data');
  if (!existsSync(join(dataFolder, 'database')))
    throw new Error(`There is no embedded database in ${dataFolder}. Say where the data lies: npm run backup -- --data DIR`);
  const key = process.env.BACKUP_KEY ? keyFrom(process.env.BACKUP_KEY, 'BACKUP_KEY') : null;
  const database = await Database.open(settingsWith({ dataFolder }));
  let archive: string | null;
  try {
    const firms = await database.transaction({ within: true }, (tx) => rows<{ name: string }>(tx, sql`select name from firms order by id`), { readOnly: true });
    const to = values.to ? resolve(values.to) : usualFolder(dataFolder);
    archive = await makeArchive(
      database,
      dataFolder,
      to,
      Temporal.Now.instant(),
      firms.map(({ name }) => name),
      key,
    );
  } finally {
    await database.close();
  }
  const made = await proveArchive(archive!, key);
  if (!made.proved) throw new Error(`${archive} is not good: ${made.wrong}`);
  console.log(`${archive}\nis made and proved: ${made.clients} clients, ${made.documents} documents, ${Math.ceil(made.bytes / 1_048_576)} MiB.`);
}

backup().catch((error: unknown) => {
  console.error(error instanceof FolderInUseError ? `${error.message}\n\n${HELP}` : error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
