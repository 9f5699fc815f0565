import { gunzipSync } from 'node:zlib';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { drizzle } from 'drizzle-orm/pglite';
import { PGlite } from '@electric-sql/pglite';
import { DatabaseBridge } from '../src/platform/database/bridge';
import { migrate } from '../src/platform/database/migrate';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';

const root = resolve(import.meta.dirname, '../../..');

/** An empty, migrated database as a file, made once for a state of the migrations. */
export function templateFile(): string {
  const folder = join(root, 'apps/server/drizzle');
  const hash = createHash('sha256');
  for (const name of readdirSync(folder)
    .filter((file) => file.endsWith('.sql'))
    .sort())
    hash.update(readFileSync(join(folder, name)));
  return join(root, '.cache', `template-${hash.digest('hex').slice(0, 16)}.tar`);
}

/** Builds what the tests run as processes of their own, and the template that each test file starts from. */
export default async function setup(): Promise<void> {
  execFileSync('npx', ['vite', 'build', '--logLevel', 'error', '--config', 'apps/server/test/vite.config.ts'], { cwd: root, stdio: 'inherit' });
  const file = templateFile();
  if (existsSync(file)) return;
  mkdirSync(join(root, '.cache'), { recursive: true });
  const bridge = await DatabaseBridge.open({
    workerFile: embeddedWorkerFile(),
    dataDir: join(tmpdir(), `steady-template-${process.pid}`),
    template: null,
    statementLimit: 60_000,
  });
  await migrate(drizzle({ client: bridge as unknown as PGlite }));
  await bridge.dump(file);
  await bridge.close();
  // Unpacking it for each test file takes longer than reading it.
  writeFileSync(file, gunzipSync(readFileSync(file)));
}
