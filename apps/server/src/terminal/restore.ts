import { createInterface } from 'node:readline/promises';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { restore } from '../platform/backups/restore';
import { keyFrom, readKeyFile } from '../platform/files/keys';

const HELP = `Brings a backup back. Says what it holds and what it replaces, and asks before it does anything; what was there is kept under another name.

  npm run restore -- FILE [--data DIR] [--key FILE] [--yes]

  --data DIR  data folder (default: data)
  --key FILE  the master key, where none lies in the data folder (or MASTER_KEY in the environment)
  --yes       does not ask

A sealed backup is opened with the key BACKUP_KEY of the environment.`;

async function run(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string' }, yes: { type: 'boolean' }, key: { type: 'string' }, help: { type: 'boolean' } },
  });
  const [file] = positionals;
  if (values.help || file === undefined) return console.log(HELP);
  const dataFolder = resolve(values.data ?? 'data');
  const { MASTER_KEY, BACKUP_KEY } = process.env;
  const masterKey = values.key ? readKeyFile(resolve(values.key)) : MASTER_KEY ? keyFrom(MASTER_KEY, 'MASTER_KEY') : null;
  const backupKey = BACKUP_KEY ? keyFrom(BACKUP_KEY, 'BACKUP_KEY') : null;
  const agree = async (words: string): Promise<boolean> => {
    console.log(words);
    if (values.yes) return true;
    const asking = createInterface({ input: process.stdin, output: process.stdout });
    const answer = await asking.question('Go on? Type "yes": ');
    asking.close();
    return answer.trim().toLowerCase() === 'yes';
  };
  const { done, before } = await restore({ archive: resolve(file), dataFolder, masterKey, backupKey, agree });
  if (!done) console.log('Nothing was changed.');
  else console.log(`Done. Start it with: npm start -- --data ${dataFolder}${before === null ? '' : `\nWhat was there before lies in ${before}.`}`);
}

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
