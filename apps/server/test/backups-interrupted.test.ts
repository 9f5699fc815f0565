import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { ClientsService } from '../src/areas/clients';
import { Backups } from '../src/platform/backups/backups';
import { rows } from '../src/platform/database';
import { type KillableFirm, openKillableFirm } from './killable-firm';

const dist = (name: string) => resolve(import.meta.dirname, '../dist', name);
const root = mkdtempSync(join(tmpdir(), 'steady-interrupted-'));
const data = join(root, 'data');
const folder = join(root, 'data-backups');
afterAll(() => rmSync(root, { recursive: true, force: true }));

const NAMES = Array.from({ length: 40 }, (_, at) => `Quay ${at} Works Ltd`);
const clients = async (firm: KillableFirm) =>
  (await firm.works.run(firm.itself, (work) => rows<{ name: string }>(work.tx, sql`select name from clients order by number`), { readOnly: true })).map(
    ({ name }) => name,
  );
const add = (firm: KillableFirm, name: string) =>
  firm.works.run(firm.orla, (work) =>
    firm.app.get(ClientsService).add(work, { name, legalForm: 'company', vatRegistered: false, employer: false, way: 'online' }),
  );
const archives = () => (existsSync(folder) ? readdirSync(folder).filter((name) => /\.tar\.gz$/.test(name)) : []);

/** Starts a program, and kills it as soon as something stands in a folder. @returns what it had said */
async function killedWhen(program: string, args: string[], there: () => boolean): Promise<void> {
  const started: ChildProcess = spawn(process.execPath, [dist(program), ...args], { stdio: 'ignore' });
  const ended = new Promise((exit) => started.once('exit', exit));
  await vi.waitUntil(() => there() || started.exitCode !== null, { timeout: 60_000, interval: 2 });
  started.kill('SIGKILL');
  await ended;
}
const run = (program: string, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [dist(program), ...args], { encoding: 'utf8' });
  return { status, said: stdout + stderr };
};
const has = (where: string, pattern: RegExp) => existsSync(where) && readdirSync(where).some((name) => pattern.test(name));

describe.skipIf(process.env.TEST_DATABASE_URL)('a backup that is interrupted', () => {
  beforeAll(async () => {
    const firm = await openKillableFirm(data);
    for (const name of NAMES) await add(firm, name);
    await firm.app.close();
  }, 120_000);

  it('leaves none that looks good, touches nothing, and is cleared away by the next', { timeout: 180_000 }, async () => {
    const moments: [string, () => boolean][] = [
      ['begun', () => has(folder, /\.draft$/)],
      ['packing', () => readdirSync(folder, { recursive: true, encoding: 'utf8' }).some((name) => name.endsWith('packed.tar.gz'))],
      ['proving', () => has(folder, /\.scratch$/)],
    ];
    mkdirSync(folder, { recursive: true });
    for (const [, there] of moments) {
      await killedWhen('backup.js', ['--data', data], there);
      // What has its final name was packed to its end, and nobody says that it was proved.
      expect(has(folder, /\.json$/)).toBe(false);
    }
    const firm = await openKillableFirm(data);
    expect(await clients(firm)).toEqual(NAMES);
    expect((await firm.app.get(Backups).list()).map(({ proved }) => proved)).toEqual(archives().map(() => false));
    expect(await firm.app.get(Backups).make()).toMatchObject({ proved: true });
    expect(has(folder, /\.(draft|scratch)$/)).toBe(false);
    await firm.app.close();
  });

  it('that is being brought back changes nothing, or says at the next start that it has to be run again', { timeout: 180_000 }, async () => {
    const good = readdirSync(folder)
      .find((name) => name.endsWith('.json'))!
      .replace('.json', '.tar.gz');
    const archive = join(folder, good);
    const firm = await openKillableFirm(data);
    await add(firm, 'Added since Ltd');
    await firm.app.close();
    for (const there of [() => existsSync(`${data}.restoring`), () => existsSync(join(`${data}.restoring`, 'database', 'postmaster.pid'))]) {
      await killedWhen('restore.js', [archive, '--data', data, '--yes'], there);
      const still = await openKillableFirm(data);
      expect(await clients(still)).toEqual([...NAMES, 'Added since Ltd']);
      await still.app.close();
    }
    await killedWhen('restore.js', [archive, '--data', data, '--yes'], () => has(root, /^data\.before-/));
    if (!existsSync(data)) {
      const start = spawnSync(process.execPath, [dist('main.js'), '--data', data, '--port', '0', '--empty'], { encoding: 'utf8' });
      expect(start.stderr).toContain('was interrupted at its last step. Run it again');
      expect(existsSync(data)).toBe(false);
    }
    expect(run('restore.js', archive, '--data', data, '--yes').said).toContain('Done.');
    const back = await openKillableFirm(data);
    expect(await clients(back)).toEqual(NAMES);
    await back.app.close();
  });
});

/** A disk of its own that is soon full; null where this machine lets nobody make one. */
function smallDisk(megabytes: number): string | null {
  const at = mkdtempSync(join(root, 'disk-'));
  return spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', at]).status === 0 ? at : null;
}

describe.skipIf(process.env.TEST_DATABASE_URL)('a disk that is full', () => {
  it('while a backup is made: it says so, leaves nothing half-made, and people work on', { timeout: 120_000 }, async ({ skip }) => {
    const disk = smallDisk(12);
    if (disk === null) return skip();
    try {
      const firm = await openKillableFirm(join(root, 'on-another'), { backupFolder: join(disk, 'backups') });
      await add(firm, NAMES[0]!);
      await expect(firm.app.get(Backups).make()).rejects.toMatchObject({ status: 507, code: 'backup-disk-full' });
      expect(readdirSync(join(disk, 'backups'))).toEqual([]);
      await add(firm, NAMES[1]!);
      expect(await clients(firm)).toEqual(NAMES.slice(0, 2));
      await firm.app.close();
    } finally {
      spawnSync('umount', [disk]);
    }
  });
});
