import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

const VERSIONS = '/usr/lib/postgresql';
const version = existsSync(VERSIONS) ? readdirSync(VERSIONS).sort().at(-1) : undefined;

/** Whether this machine has a PostgreSQL server to start. */
export const hasPostgres = version !== undefined;

export interface OwnPostgres {
  url: string;
  /** A fresh, empty database. @returns its address */
  database(): Promise<string>;
  stop(): void;
}

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

/** Starts a PostgreSQL server for one file of tests, on loopback. It refuses to run as root, and is run as its own user then. */
export async function startPostgres(): Promise<OwnPostgres> {
  const port = await freePort();
  const folder = mkdtempSync(join(tmpdir(), 'steady-postgres-'));
  chmodSync(folder, 0o777);
  const data = join(folder, 'data');
  const run = (program: string, ...args: string[]) => {
    const command = [join(VERSIONS, version!, 'bin', program), ...args];
    const [first, ...rest] = process.getuid?.() === 0 ? ['runuser', '-u', 'postgres', '--', ...command] : command;
    const { status, stderr } = spawnSync(first!, rest, { stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8', cwd: folder });
    if (status !== 0) throw new Error(`${program}: ${stderr}`);
  };
  run('initdb', '-D', data, '-U', 'postgres', '--auth', 'trust', '--encoding', 'UTF8', '--locale', 'C.UTF-8');
  const settings = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${folder} -c fsync=off`;
  run('pg_ctl', '-D', data, '-w', '-l', join(folder, 'log'), '-o', settings, 'start');
  const url = `postgres://postgres@127.0.0.1:${port}`;
  let made = 0;
  return {
    url,
    async database() {
      const name = `t_${(made += 1)}`;
      const client = new pg.Client({ connectionString: `${url}/postgres` });
      await client.connect();
      await client.query(`create database ${name}`);
      await client.end();
      return `${url}/${name}`;
    },
    stop() {
      run('pg_ctl', '-D', data, '-m', 'immediate', 'stop');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
