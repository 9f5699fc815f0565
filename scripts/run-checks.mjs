import { spawn } from 'node:child_process';
import { CHECKS } from './checks.mjs';
import { root } from './tasks.mjs';

/** As many as there are processors on the smallest machine that we think of: more of them only wait for one another, and hold memory. */
const AT_ONCE = 2;

const checked = ([name, command, args]) =>
  new Promise((done) => {
    const from = Date.now();
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('close', (code) => {
      console.log(`${code === 0 ? 'good  ' : 'FAILED'}  ${name}, ${((Date.now() - from) / 1000).toFixed(1)} s`);
      if (code !== 0) console.log(said);
      done(code === 0);
    });
  });

/** Carries out every check that needs no running application, the longest first; says what fails and how long each took. @returns for each whether it is good */
export async function runChecks() {
  const waiting = [...CHECKS];
  const results = [];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) results.push(await checked(next));
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  return results;
}
