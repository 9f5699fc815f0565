import { dueCommand } from './due-command';

const { out, problem } = dueCommand(process.argv.slice(2));
if (problem === undefined) console.log(out);
else {
  console.error(problem);
  process.exitCode = 1;
}
