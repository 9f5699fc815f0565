// Every check, in the order in which a fault is cheapest to find. Ends with one line: N passed, N failed.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { runChecks } from './run-checks.mjs';
import { buildWhatHasChanged, installWhatIsMissing, root, run } from './tasks.mjs';

const { values } = parseArgs({ options: { postgres: { type: 'boolean' } } });
installWhatIsMissing();
buildWhatHasChanged();

let passed = 0;
let failed = 0;
const read = (file) => (existsSync(join(root, file)) ? JSON.parse(readFileSync(join(root, file), 'utf8')) : null);

console.log('\n== checks that need no running application');
for (const good of await runChecks())
  if (good) passed += 1;
  else failed += 1;

rmSync(join(root, '.cache/vitest.json'), { force: true });
// The journeys begin with a filled demo firm. Filling it takes one processor some minutes: that is done beside the tests that need none.
const demo = mkdtempSync(join(tmpdir(), 'steady-demo-'));
const filling = spawn(process.execPath, [join(root, 'scripts/fill-demo.mjs'), demo], { stdio: ['ignore', 'ignore', 'inherit'] });
const isFilled = new Promise((done) => filling.once('exit', (code) => done(code === 0)));

console.log('\n== unit and API tests');
const SEED = process.env.SEED ?? '20261127';
console.log(`Random tests run with seed ${SEED}.`);
const units = run('npx', ['vitest', 'run'], { env: { ...process.env, SEED, TZ: 'UTC' } });
const unitReport = read('.cache/vitest.json');
passed += unitReport?.numPassedTests ?? 0;
failed += unitReport?.numFailedTests ?? 0;
if (units !== 0 && !unitReport?.numFailedTests) failed += 1;
const timed = (unitReport?.testResults ?? []).flatMap((file) =>
  file.assertionResults.map((test) => ({ took: test.duration ?? 0, name: `${file.name.slice(root.length + 1)}: ${test.fullName}` })),
);
console.log('\nThe slowest ten:');
for (const { took, name } of timed.sort((a, b) => b.took - a.took).slice(0, 10)) console.log(`${(took / 1000).toFixed(1).padStart(7)} s  ${name}`);

if (values.postgres) {
  console.log('\n== API tests on a PostgreSQL server');
  failed +=
    run('node', ['scripts/postgres.mjs', 'npx', 'vitest', 'run', '--project', 'server', '--reporter', 'default'], { env: { ...process.env, TZ: 'UTC' } }) === 0
      ? 0
      : 1;
}

console.log('\n== browser tests');
if (!existsSync('/usr/bin/chromium')) {
  console.log('Installing Chromium from the system packages.');
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', 'chromium']);
}
if (!existsSync('/usr/bin/chromium')) {
  console.log('Chromium is missing and could not be installed: run "apt-get install chromium", then "npm test" again.');
  failed += 1;
} else {
  rmSync(join(root, '.cache/playwright.json'), { force: true });
  // Where it could not be filled, the journeys try it once more, and say why.
  const filled = (await isFilled) ? { DEMO_FOLDER: demo } : {};
  const browser = run('npx', ['playwright', 'test'], { env: { ...process.env, ...filled } });
  const stats = read('.cache/playwright.json')?.stats;
  passed += stats?.expected ?? 0;
  failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  if (browser !== 0 && !stats?.unexpected) failed += 1;
}

filling.kill('SIGKILL');
rmSync(demo, { recursive: true, force: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
