import { createInterface } from 'node:readline/promises';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { restore } from '../platform/backups/restore';

const HELP = `Brings a backup back. Says what it holds and what it replaces, and asks before it does anything; what was there is kept under another name.

  npm run restore -- FILE [--data DIR] [--yes]

  --data DIR  data folder (default: data)
  --yes       does not ask`;

async function run(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string' }, yes: { type: 'boolean' }, help: { type: 'boolean' } },
  });
  const [file] = positionals;
  if (values.help || file === undefined) return console.log(HELP);
  const dataFolder = resolve(values.data ?? 'data');
  const agree = async (words: string): Promise<boolean> => {
    console.log(words);
    if (values.yes) return true;
    const asking = createInterface({ input: process.stdin, output: process.stdout });
    const answer = await asking.question('Go on? Type "yes": ');
    asking.close();
    return answer.trim().toLowerCase() === 'yes';
  };
  const { done, before } = await restore({ archive: resolve(file), dataFolder, agree });
  if (!done) console.log('Nothing was changed.');
  else console.log(`Done. Start it with: npm start -- --data ${dataFolder}${before === null ? '' : `\nWhat was there before lies in ${before}.`}`);
}

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
