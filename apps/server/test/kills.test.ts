import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, describe, expect, it } from 'vitest';

const WRITER = resolve(import.meta.dirname, '../dist/test/kill-writer.js');

/** Runs the writer until it has confirmed some rows (or ended), then kills it. */
async function burst(folder: string, rows: number): Promise<{ found: number; confirmed: number; refused: string | null }> {
  const writer: ChildProcess = spawn(process.execPath, [WRITER, folder], { stdio: ['ignore', 'pipe', 'inherit'] });
  const result = { found: -1, confirmed: 0, refused: null as string | null };
  for await (const line of createInterface({ input: writer.stdout! })) {
    const [word, ...rest] = line.split(' ');
    if (word === 'found') result.found = Number(rest[0]);
    if (word === 'refused') result.refused = rest.join(' ');
    if (word === 'confirmed') {
      result.confirmed = Number(rest[0]);
      if (result.confirmed >= result.found + rows) writer.kill('SIGKILL');
    }
  }
  return result;
}

describe.skipIf(process.env.TEST_DATABASE_URL)('the embedded database', () => {
  const folder = mkdtempSync(join(tmpdir(), 'steady-kill-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const kills = Number(process.env.KILLS ?? 20);

  it('loses nothing confirmed over twenty kills, and starts clean each time', { timeout: 900_000 }, async () => {
    let confirmed = 0;
    for (let round = 0; round < kills; round += 1) {
      const { found, confirmed: last, refused } = await burst(folder, 5 + (round % 20) * 3);
      expect(refused).toBeNull();
      expect(found).toBeGreaterThanOrEqual(confirmed);
      confirmed = last;
    }
    console.log(`${kills} kills, ${confirmed} confirmed writes, none lost.`);
    expect(confirmed).toBeGreaterThan(500);
  });

  it('refuses a second process on the folder and names the first', { timeout: 60_000 }, async () => {
    const holder = spawn(process.execPath, [WRITER, folder], { stdio: ['ignore', 'pipe', 'inherit'] });
    const lines = createInterface({ input: holder.stdout });
    await new Promise((open) => lines.once('line', open));
    const second = await burst(folder, 1);
    holder.kill('SIGKILL');
    expect(second.refused).toContain(`in use by process ${holder.pid}`);
  });
});
