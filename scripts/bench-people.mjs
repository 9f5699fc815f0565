// Fifty people at work at the same time beside one alone: what each waits for, on the embedded database and on a server with two processes.
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { root } from './tasks.mjs';

const PEOPLE = 50;
const ROUNDS = 4;
const TODAY = '2026-03-11';
/** Milliseconds between two presses of a person who reads what came, from and to. */
const READS = [2_000, 6_000];
const at = (times, share) => times[Math.min(times.length - 1, Math.floor(times.length * share))];

/** One process that serves the folder. */
async function open(folder, port, databaseUrl) {
  const env = { ...process.env, ...(databaseUrl ? { DATABASE_URL: databaseUrl } : {}) };
  const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js'), '--data', folder, '--port', String(port), '--today', TODAY], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env,
  });
  await new Promise((ready) => createInterface({ input: server.stdout }).on('line', (line) => line.includes('is ready at') && ready()));
  return { server, address: `http://127.0.0.1:${port}` };
}
const close = ({ server }) => new Promise((ended) => (server.once('exit', ended), server.kill('SIGTERM')));

async function signIn(address, which) {
  const { people } = await (await fetch(`${address}/api/sign-in`)).json();
  const able = people.filter(({ role }) => ['manager', 'partner', 'preparer'].includes(role));
  const entered = await fetch(`${address}/api/sign-in/demo`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ memberId: able[which % able.length].memberId }),
  });
  return entered.headers.getSetCookie()[0].split(';')[0];
}

/** What somebody does in a few minutes: looks at the day, the lists and a client, and writes a note. Each request is timed. With `reads`, pauses between presses. */
async function works(address, cookie, clients, rounds, times, errors, reads = false) {
  for (let round = 0; round < rounds; round += 1) {
    const client = clients[Math.floor(Math.random() * clients.length)];
    const asked = ['/api/today', '/api/clients', `/api/clients/${client}`, '/api/jobs?status=open'].map((path) => [path, { headers: { cookie } }]);
    const headers = { cookie, 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID() };
    asked.push([`/api/clients/${client}/notes`, { method: 'POST', headers, body: JSON.stringify({ kind: 'note', text: 'Rang about the return' }) }]);
    for (const [path, init] of asked) {
      if (reads) await new Promise((next) => setTimeout(next, READS[0] + Math.random() * (READS[1] - READS[0])));
      const begun = performance.now();
      const answer = await fetch(address + path, init).catch((error) => error);
      if (answer instanceof Error || !answer.ok) errors.push(`${path}: ${answer instanceof Error ? answer.message : answer.status}`);
      else await answer.arrayBuffer();
      times.push(performance.now() - begun);
    }
  }
}

async function measure(name, servers) {
  const cookies = await Promise.all(Array.from({ length: PEOPLE }, (_, which) => signIn(servers[which % servers.length].address, which)));
  const { rows } = await (await fetch(`${servers[0].address}/api/clients`, { headers: { cookie: cookies[0] } })).json();
  const clients = rows.map(({ id }) => id);
  const errors = [];
  const alone = [];
  await works(servers[0].address, cookies[0], clients, ROUNDS, [], errors);
  await works(servers[0].address, cookies[0], clients, ROUNDS, alone, errors);
  alone.sort((a, b) => a - b);
  console.log(`${name}: one person, median ${at(alone, 0.5).toFixed(0)} ms`);
  for (const reads of [true, false]) {
    const together = [];
    await Promise.all(cookies.map((cookie, which) => works(servers[which % servers.length].address, cookie, clients, ROUNDS, together, errors, reads)));
    together.sort((a, b) => a - b);
    console.log(
      `  ${PEOPLE} people at once who ${reads ? 'read for 2 to 6 s between presses' : 'never pause'}: ${together.length} requests, median ${at(together, 0.5).toFixed(0)} ms ` +
        `(${(at(together, 0.5) / at(alone, 0.5)).toFixed(1)} times), 95 % under ${at(together, 0.95).toFixed(0)} ms, errors: ${errors.length}`,
    );
  }
  for (const error of errors.slice(0, 3)) console.log(`  ${error}`);
}

/** Prints what fifty people wait for. @param folder a filled data folder, which stays as it is */
export async function benchPeople(folder) {
  const copy = `${folder}-people`;
  rmSync(copy, { recursive: true, force: true });
  cpSync(folder, copy, { recursive: true });
  const embedded = await open(copy, 4_731);
  await measure('embedded', [embedded]);
  await close(embedded);
  const server = process.env.TEST_DATABASE_URL;
  if (server) {
    const url = `${server}/bench`;
    const begun = performance.now();
    const { stdout, stderr, status } = spawnSync(process.execPath, [join(root, 'apps/server/dist/move.js'), '--to', url, '--data', copy], { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
    console.log(`moved to the server in ${((performance.now() - begun) / 1000).toFixed(1)} s: ${/.*each compared\./.exec(stdout)?.[0]}`);
    const one = await open(copy, 4_731, url);
    const two = await open(copy, 4_732, url);
    await measure('PostgreSQL, two processes', [one, two]);
    await Promise.all([close(one), close(two)]);
    const back = performance.now();
    const from = spawnSync(process.execPath, [join(root, 'apps/server/dist/move.js'), '--from', url, '--data', copy], { encoding: 'utf8' });
    if (from.status !== 0) throw new Error(from.stderr);
    console.log(`moved back in ${((performance.now() - back) / 1000).toFixed(1)} s: ${/.*each compared\./.exec(from.stdout)?.[0]}`);
  } else console.log('On a server: node scripts/postgres.mjs node scripts/bench.mjs --people');
  rmSync(copy, { recursive: true, force: true });
}
