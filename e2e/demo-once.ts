import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** Fills one demo firm for all journeys, where none is given; each then works on a copy of its own. */
export default function demoOnce(): () => void {
  if (process.env.DEMO_FOLDER) return () => undefined;
  const folder = mkdtempSync(join(tmpdir(), 'steady-demo-'));
  execFileSync(process.execPath, [resolve(import.meta.dirname, '../scripts/fill-demo.mjs'), folder], { stdio: 'inherit' });
  process.env.DEMO_FOLDER = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
