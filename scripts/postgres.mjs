// Starts a PostgreSQL server of its own on loopback, runs a command with TEST_DATABASE_URL set to it, and stops it again.
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PORT = 54_329;
const versions = existsSync('/usr/lib/postgresql') ? readdirSync('/usr/lib/postgresql').sort() : [];
if (versions.length === 0) {
  console.error('No PostgreSQL server is installed: run "apt-get install postgresql", then try again.');
  process.exit(1);
}
const bin = join('/usr/lib/postgresql', versions.at(-1), 'bin');
const folder = mkdtempSync(join(tmpdir(), 'steady-postgres-'));
const asRoot = process.getuid?.() === 0;
// The server refuses to run as root.
const as = (command, args) =>
  asRoot
    ? spawnSync('runuser', ['-u', 'postgres', '--', command, ...args], { stdio: ['ignore', 'ignore', 'inherit'] })
    : spawnSync(command, args, { stdio: ['ignore', 'ignore', 'inherit'] });
chmodSync(folder, 0o777);
const data = join(folder, 'data');
let status = 1;
try {
  as(join(bin, 'initdb'), ['-D', data, '-U', 'postgres', '--auth', 'trust', '--encoding', 'UTF8', '--locale', 'C.UTF-8']);
  as(join(bin, 'pg_ctl'), [
    '-D',
    data,
    '-w',
    '-o',
    `-p ${PORT} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${folder} -c fsync=off`,
    '-l',
    join(folder, 'log'),
    'start',
  ]);
  // One that is empty, for figures; tests make their own.
  as(join(bin, 'createdb'), ['-h', '127.0.0.1', '-p', String(PORT), '-U', 'postgres', 'bench']);
  const [command, ...args] = process.argv.slice(2);
  status = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, TEST_DATABASE_URL: `postgres://postgres@127.0.0.1:${PORT}` } }).status ?? 1;
} finally {
  as(join(bin, 'pg_ctl'), ['-D', data, '-m', 'immediate', 'stop']);
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
