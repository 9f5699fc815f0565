import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runDemo } from './support';

/** Fills one demo firm for all journeys; each then works on a copy of its own. */
export default async function demoOnce(): Promise<() => void> {
  if (process.env.DEMO_FOLDER) return () => undefined;
  const folder = mkdtempSync(join(tmpdir(), 'steady-demo-'));
  const app = await runDemo(folder, 4699);
  await app.end();
  process.env.DEMO_FOLDER = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
