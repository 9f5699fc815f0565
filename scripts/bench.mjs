// Prints figures, asserts nothing: start-up, each list beside its bare SQL, obligations per second. Uses a demo firm in .cache/bench;
// with --large the same firm made large: 5,000 clients, 60,000 jobs, 1,000,000 time entries; with --people fifty people at once, and nothing else.
import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { benchMoves } from './bench-moves.mjs';
import { benchPeople } from './bench-people.mjs';
import { buildWhatHasChanged, installWhatIsMissing, must, root } from './tasks.mjs';

const PORT = 4699;
const TODAY = '2026-03-11';
const ROUNDS = 30;
installWhatIsMissing();
buildWhatHasChanged();
must('npx', ['vite', 'build', '--logLevel', 'error', '--config', 'apps/server/bench/vite.config.ts']);
// A folder of an earlier shape is not brought along: it is filled anew.
const shape = readdirSync(join(root, 'apps/server/drizzle')).filter((name) => name.endsWith('.sql')).length;
let folder = join(root, '.cache', `bench-${shape}`);
mkdirSync(folder, { recursive: true });

const open = async (at = folder) => {
  const begun = performance.now();
  const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js'), '--data', at, '--port', String(PORT), '--today', TODAY], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((ready) => createInterface({ input: server.stdout }).on('line', (line) => line.includes('is ready at') && ready()));
  return { server, took: performance.now() - begun };
};
const close = (server) => new Promise((ended) => (server.once('exit', ended), server.kill('SIGTERM')));
const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];

const isNew = !existsSync(join(folder, 'database'));
const first = await open();
console.log(`${isNew ? 'first start, with filling the demo firm' : 'start'}: ${(first.took / 1000).toFixed(1)} s`);
await close(first.server);
if (process.argv.includes('--people')) {
  await benchPeople(folder);
  process.exit();
}
if (process.argv.includes('--large')) {
  const big = `${folder}-large`;
  if (!existsSync(join(big, 'database'))) {
    cpSync(folder, big, { recursive: true });
    must(process.execPath, [join(root, '.cache/bench-build/large-firm.js'), big]);
  }
  folder = big;
}
const second = await open();
console.log(`later start: ${(second.took / 1000).toFixed(1)} s`);

const address = `http://127.0.0.1:${PORT}`;
const signIn = async () => {
  const { people } = await (await fetch(`${address}/api/sign-in`)).json();
  const entered = await fetch(`${address}/api/sign-in/demo`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ memberId: people[0].memberId }),
  });
  return entered.headers.getSetCookie()[0].split(';')[0];
};
const cookie = await signIn();
const asked = {};
for (const path of [
  '/api/clients',
  '/api/jobs?status=open',
  '/api/jobs?status=open&view=person',
  '/api/jobs?status=open&view=client',
  '/api/jobs?status=open&columns=fee&sort=-fee',
  '/api/jobs?status=finished',
  '/api/jobs/totals?status=finished',
  '/api/almanac',
  '/api/almanac/overdue',
  '/api/almanac/year?from=2026-01-01',
  '/api/almanac/list?from=2026-03-01&until=2026-03-31',
  '/api/almanac/rehearsal',
  '/api/clients?sort=-unpaid',
  '/api/wip',
  '/api/invoices',
  '/api/documents',
  '/api/documents?view=to%20look%20at',
  '/api/documents?find=dividend%2041',
  '/api/missing',
  '/api/asks/wanted',
  '/api/messages',
  '/api/today',
  '/api/session',
  '/api/search?find=o',
  '/api/search?find=ferry',
  '/api/search?find=ferry%20vat',
  '/api/search?find=087',
]) {
  const times = [];
  // What takes seconds is asked for less often: its figure does not tremble.
  for (let round = 0, spent = 0; round < ROUNDS && spent < 10_000; round += 1, spent += times.at(-1)) {
    const begun = performance.now();
    await (await fetch(address + path, { headers: { cookie } })).arrayBuffer();
    times.push(performance.now() - begun);
  }
  asked[path] = median(times);
}
await close(second.server);
must(process.execPath, [join(root, '.cache/bench-build/bench.js'), folder, JSON.stringify(asked), String(ROUNDS)]);

// What changes something is done to a copy, so that the next run finds the same firm.
const copy = `${folder}-moves`;
rmSync(copy, { recursive: true, force: true });
cpSync(folder, copy, { recursive: true });
const third = await open(copy);
const changing = await signIn();
const answered = async (path, init) => {
  const response = await fetch(address + path, init);
  const text = await response.text();
  if (!response.ok) throw new Error(`${path}: ${text}`);
  return text === '' ? null : JSON.parse(text);
};
await benchMoves({
  get: (path) => answered(path, { headers: { cookie: changing } }),
  post: (path, body = {}) =>
    answered(path, {
      method: 'POST',
      headers: { cookie: changing, 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID() },
      body: JSON.stringify(body),
    }),
});
await close(third.server);
rmSync(copy, { recursive: true, force: true });
