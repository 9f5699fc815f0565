import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { Database, FolderInUseError } from '../platform/database';
import { changeMasterKey, keyFrom, masterKeyFile } from '../platform/files/keys';
import { settingsWith } from '../platform/settings';

const HELP = `Changes the master key with which the keys of firms are sealed, while the application is stopped. The files stay as they are.

  npm run change-key -- [--data DIR]

  --data DIR  data folder (default: data)

A new key takes the place of DIR/master.key. Where the key comes from the environment, set MASTER_KEY to the one in force and NEW_MASTER_KEY
to the new one (64 hexadecimal digits, as "openssl rand -hex 32" prints them). Backups made before want the key that was in force then.`;

async function run(): Promise<void> {
  const { values } = parseArgs({ options: { data: { type: 'string' }, help: { type: 'boolean' } } });
  if (values.help) return console.log(HELP);
  const dataFolder = resolve(values.data ?? 'data');
  const { MASTER_KEY, NEW_MASTER_KEY, DATABASE_URL } = process.env;
  const change = MASTER_KEY ? { from: keyFrom(MASTER_KEY, 'MASTER_KEY'), to: keyFrom(NEW_MASTER_KEY ?? '', 'NEW_MASTER_KEY') } : null;
  const database = await Database.open(settingsWith({ dataFolder, databaseUrl: DATABASE_URL ?? null }));
  try {
    await changeMasterKey(database, dataFolder, change);
  } finally {
    await database.close();
  }
  console.log(
    change
      ? 'Done. Start the application with the new MASTER_KEY.'
      : `Done. Keep a copy of ${masterKeyFile(dataFolder)} elsewhere: without it no file can be read.`,
  );
}

run().catch((error: unknown) => {
  console.error(error instanceof FolderInUseError ? `${error.message}\n\n${HELP}` : error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
