import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, describe, expect, it } from 'vitest';

const IMPORTER = resolve(import.meta.dirname, '../dist/test/kill-importer.js');

/** Brings in a file, or takes it back, in a process of its own, which is killed when it has come far enough. */
async function importKilledAt(folder: string, what: 'in' | 'back', until: (done: number) => boolean): Promise<{ found: string; said: string[] }> {
  const importer = spawn(process.execPath, [IMPORTER, folder, '2000', what], { stdio: ['ignore', 'pipe', 'inherit'] });
  const said: string[] = [];
  let found = '';
  for await (const line of createInterface({ input: importer.stdout })) {
    if (line.startsWith('found ')) found = line.slice('found '.length);
    else said.push(line);
    const [word, done] = line.split(' ');
    if ((word === 'progress' && until(Number(done))) || word === 'confirmed') importer.kill('SIGKILL');
  }
  return { found, said };
}

describe.skipIf(process.env.TEST_DATABASE_URL)('a file of thousands that is being brought in', () => {
  const folder = mkdtempSync(join(tmpdir(), 'steady-kill-import-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const never = () => false;
  const clientsIn = (found: string) => Number(found.split(' ')[0]);

  it('goes on where it was when the process was killed, and nothing is there twice', { timeout: 600_000 }, async () => {
    let before = 0;
    for (const [kill, from] of [300, 900, 1500].entries()) {
      const { found } = await importKilledAt(folder, 'in', (done) => done >= from);
      // What was said to be written is there, and only whole lots are.
      const clients = clientsIn(found);
      expect(found).toBe(`${clients} ${clients} ${clients} ${kill === 0 ? 0 : 1}`);
      expect(clients % 50).toBe(0);
      expect(clients).toBeGreaterThanOrEqual(before);
      before = from;
    }
    expect((await importKilledAt(folder, 'in', never)).said.at(-1)).toBe('confirmed 2000 2000 2000 1');
    expect((await importKilledAt(folder, 'in', never)).found).toBe('2000 2000 2000 1');
  });

  it('is undone as one, also when the process is killed in the middle of it', { timeout: 600_000 }, async () => {
    const killed = await importKilledAt(folder, 'back', (left) => left <= 1_600);
    expect(killed.found).toBe('2000 2000 2000 1');
    const then = await importKilledAt(folder, 'back', never);
    expect(clientsIn(then.found)).toBeLessThanOrEqual(1_600);
    expect(clientsIn(then.found)).toBeGreaterThan(0);
    expect(then.said.at(-1)).toBe('confirmed 0 0 0 1');
  });
});
