// What start, build and test share: running commands, installing what is missing, building what has changed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cache = join(root, '.cache');

/** Runs a command here and gives its exit code. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) throw error;
  return status ?? 1;
}

/** Runs a command and ends this process when it fails. */
export function must(command, args, options) {
  const status = run(command, args, options);
  if (status !== 0) process.exit(status);
}

const hashOf = (...parts) => createHash('sha256').update(parts.join('\n')).digest('hex');

function remembered(name) {
  const file = join(cache, name);
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
}

function remember(name, value) {
  mkdirSync(cache, { recursive: true });
  writeFileSync(join(cache, name), value);
}

/** Installs packages when there are none or the lock file has changed since. */
export function installWhatIsMissing() {
  const wanted = hashOf(readFileSync(join(root, 'package-lock.json'), 'utf8'));
  if (existsSync(join(root, 'node_modules')) && remembered('installed') === wanted) return;
  console.error('Installing packages.');
  // Not "npm ci": it refuses a lock file without the optional binaries of other platforms, which not every registry offers.
  must('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--ignore-scripts']);
  remember('installed', wanted);
}

const SOURCES = ['packages', 'apps', 'demo'];

function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (['node_modules', 'dist', 'drizzle'].includes(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield path;
  }
}

/** Builds the server and the web application when a source has changed since the last build. */
export function buildWhatHasChanged() {
  const files = SOURCES.flatMap((folder) => [...filesBelow(join(root, folder))]).sort();
  const wanted = hashOf(remembered('installed') ?? '', ...files.map((file) => file + hashOf(readFileSync(file))));
  const built = ['apps/server/dist/main.js', 'apps/server/dist/due.js', 'apps/web/dist/index.html'].every((file) => existsSync(join(root, file)));
  if (built && remembered('built') === wanted) return;
  console.error('Building.');
  for (const app of ['server', 'web']) must('npx', ['vite', 'build', '--logLevel', 'warn', '--config', `apps/${app}/vite.config.ts`]);
  remember('built', wanted);
}
