// Every check that needs no running application, side by side; says what fails and how long each took.
import { spawn } from 'node:child_process';
import { CHECKS } from './checks.mjs';
import { installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
const began = Date.now();
const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`;

const checked = ([name, command, args]) =>
  new Promise((done) => {
    const from = Date.now();
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('close', (code) => {
      console.log(`${code === 0 ? 'good  ' : 'FAILED'}  ${name}, ${seconds(from)}`);
      if (code !== 0) console.log(said);
      done(code === 0);
    });
  });

const results = await Promise.all(CHECKS.map(checked));
const failed = results.filter((good) => !good).length;
console.log(`${failed === 0 ? 'All good' : `${failed} failed`} after ${seconds(began)}.`);
process.exit(failed === 0 ? 0 : 1);
