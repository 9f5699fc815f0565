import { readFileSync } from 'node:fs';
import { checkSealCommand } from './check-seal-command';

// npm runs its scripts where the package is; what was typed is meant from where it was typed.
const from = process.env.INIT_CWD ?? process.cwd();
const { said, isWhole } = await checkSealCommand(process.argv.slice(2), from, (path) => readFileSync(path));
console.log(said);
process.exitCode = isWhole ? 0 : 1;
