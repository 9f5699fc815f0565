import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, describe, expect, it } from 'vitest';

const MOVER = resolve(import.meta.dirname, '../dist/test/kill-mover.js');

/** Lets jobs be moved until some more are confirmed, then kills the process. @returns what it had found when it began */
async function moveKilledAfter(folder: string, more: number): Promise<{ moved: number; wrong: number; unsent: number; confirmed: number }> {
  const mover = spawn(process.execPath, [MOVER, folder], { stdio: ['ignore', 'pipe', 'inherit'] });
  const result = { moved: -1, wrong: -1, unsent: -1, confirmed: 0 };
  for await (const line of createInterface({ input: mover.stdout })) {
    const [word, ...figures] = line.split(' ');
    if (word === 'found') [result.moved, result.wrong, result.unsent] = figures.map(Number) as [number, number, number];
    if (word === 'confirmed') result.confirmed = Number(figures[0]);
    if (word === 'refused' || (result.moved >= 0 && result.confirmed >= result.moved + more)) mover.kill('SIGKILL');
  }
  return result;
}

describe.skipIf(process.env.TEST_DATABASE_URL)('what a move of a job brings about by itself', () => {
  const folder = mkdtempSync(join(tmpdir(), 'steady-kill-move-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('happens exactly once over twenty kills, and its letters go out exactly once', { timeout: 900_000 }, async () => {
    let confirmed = 0;
    for (let round = 0; round < 20; round += 1) {
      const found = await moveKilledAfter(folder, 1 + (round % 4));
      expect(found).toMatchObject({ wrong: 0, unsent: 0 });
      expect(found.moved).toBeGreaterThanOrEqual(confirmed);
      confirmed = found.confirmed;
    }
    expect(confirmed).toBeGreaterThanOrEqual(40);
  });
});
