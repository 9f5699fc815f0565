import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BackupView } from '@steady/contract/backups';
import { Temporal } from '@steady/core/calendar';
import { ClientsService } from '../src/areas/clients';
import { DocumentsService } from '../src/areas/documents';
import { Clock, SetClock } from '../src/platform/clock';
import { Backups } from '../src/platform/backups/backups';
import { restore, restoringFolder, wasInterrupted } from '../src/platform/backups/restore';
import { rows } from '../src/platform/database';
import { FileStore } from '../src/platform/files';
import { type KillableFirm, openKillableFirm } from './killable-firm';

const root = mkdtempSync(join(tmpdir(), 'steady-backups-'));
const data = join(root, 'data');
const folder = join(root, 'data-backups');
afterAll(() => rmSync(root, { recursive: true, force: true }));

let firm: KillableFirm;
const PAPER = Buffer.from('the bank statement of March, as it came');

/** Adds a client; with a paper of theirs where it is said. */
const addClient = (name: string, paper = false) =>
  firm.works.run(firm.orla, async (work) => {
    const clientId = await firm.app.get(ClientsService).add(work, { name, legalForm: 'company', vatRegistered: false, employer: false, way: 'online' });
    if (paper)
      await firm.app
        .get(DocumentsService)
        .file(work, { ...(await firm.app.get(FileStore).keepBytes(work.firm, PAPER)), name: 'March.txt' }, { clientId, jobId: null });
  });
const clients = async () =>
  (await firm.works.run(firm.itself, (work) => rows<{ name: string }>(work.tx, sql`select name from clients order by name`), { readOnly: true })).map(
    ({ name }) => name,
  );
const yes = () => Promise.resolve(true);
const NO_KEYS = { masterKey: null, backupKey: null };

/** The content of the only document. */
const paperOf = ({ works, itself, app }: KillableFirm) =>
  works.run(
    itself,
    async (work) => {
      const [paper] = await rows<{ address: string }>(work.tx, sql`select address from documents`);
      return buffer(await app.get(FileStore).read(work.firm, paper!.address));
    },
    { readOnly: true },
  );

describe.skipIf(process.env.TEST_DATABASE_URL)('a backup', () => {
  let made: BackupView;
  beforeAll(async () => {
    firm = await openKillableFirm(data);
    await addClient('Dunmarra Oysters Ltd', true);
  }, 60_000);

  it('is made and proved while people write, none of whom waits long', { timeout: 120_000 }, async () => {
    let writing = true;
    let worst = 0;
    let written = 0;
    const writer = (async () => {
      for (; writing; written += 1) {
        const from = performance.now();
        await addClient(`Written meanwhile ${String(written).padStart(3, '0')} Ltd`);
        worst = Math.max(worst, performance.now() - from);
      }
    })();
    made = (await firm.app.get(Backups).make())!;
    writing = false;
    await writer;
    console.log(`Written while a backup was made and proved: ${written}, the longest ${Math.round(worst)} ms.`);
    expect(made).toMatchObject({ proved: true, wrong: null, documents: 1 });
    expect(made.clients).toBeGreaterThan(0);
    expect(written).toBeGreaterThan(made.clients);
    // What was before held everybody for eight seconds and more; the figure itself is printed, a loaded machine adds its own.
    expect(worst).toBeLessThan(4_000);
    expect(readdirSync(folder).sort()).toEqual([made.name.replace('.tar.gz', '.json'), made.name]);
  });

  it('brings everything back as it was at its moment, and keeps what was there', { timeout: 120_000 }, async () => {
    const now = await clients();
    await firm.app.close();
    const said: string[] = [];
    const agree = (words: string) => Promise.resolve(said.push(words) > 0);
    const archive = join(folder, made.name);
    expect(await restore({ ...NO_KEYS, archive, dataFolder: data, agree: () => Promise.resolve(false) })).toEqual({ done: false, before: null });
    const { done, before } = await restore({ ...NO_KEYS, archive, dataFolder: data, agree });
    expect(done).toBe(true);
    expect(said[0]).toContain(`${made.clients} client`);
    expect(said[0]).toContain('Marram & Tern');
    expect(said[0]).toContain(`takes the place of all that is in ${data}`);
    firm = await openKillableFirm(data);
    const back = await clients();
    expect(back).toHaveLength(made.clients);
    expect(now.slice(0, 1)).toEqual(back.slice(0, 1));
    expect(await paperOf(firm)).toEqual(PAPER);
    await addClient('Begun after Ltd');
    await firm.app.close();
    // What was there before is a firm of its own, which opens as it was.
    firm = await openKillableFirm(before!);
    expect(await clients()).toEqual(now);
    await firm.app.close();
  });

  it('that was changed, cut short, or lacks a paper is told as such, and touches nothing', { timeout: 120_000 }, async () => {
    const archive = join(folder, made.name);
    const whole = readFileSync(archive);
    const trial = { ...NO_KEYS, dataFolder: join(root, 'nowhere'), agree: yes };
    const other = join(folder, 'backup-2026-01-01T02-00-00.tar.gz');
    writeFileSync(archive, Buffer.concat([whole.subarray(0, 5_000), Buffer.from('x'), whole.subarray(5_001)]));
    await expect(restore({ ...trial, archive })).rejects.toThrow('changed or damaged');
    writeFileSync(archive, whole);
    writeFileSync(other, whole.subarray(0, whole.length / 2));
    await expect(restore({ ...trial, archive: other })).rejects.toThrow('not a whole backup');
    await expect(restore({ ...trial, archive: join(folder, 'no-such.tar.gz') })).rejects.toThrow('There is no backup');
    expect(existsSync(trial.dataFolder)).toBe(false);
    expect(existsSync(restoringFolder(trial.dataFolder))).toBe(false);
    rmSync(other);
    // A paper that is gone from the folder is missed when the next one is proved.
    firm = await openKillableFirm(data);
    rmSync(join(data, 'files'), { recursive: true, force: true });
    mkdirSync(join(data, 'files', 'incoming'), { recursive: true });
    firm.app.get<SetClock>(Clock).advance({ hours: 24 });
    const bad = (await firm.app.get(Backups).make())!;
    expect(bad.proved).toBe(false);
    expect(bad.wrong).toContain('of a document is missing');
    expect((await firm.app.get(Backups).list()).map(({ proved }) => proved)).toEqual([false, true]);
    await firm.app.close();
  });

  it('is not laid out over by a start, when a restore was interrupted at its last step', () => {
    const torn = join(root, 'torn');
    expect(wasInterrupted(torn)).toBe(false);
    mkdirSync(restoringFolder(torn));
    expect(wasInterrupted(torn)).toBe(true);
    mkdirSync(torn);
    expect(wasInterrupted(torn)).toBe(false);
  });

  it('is thinned out as it grows old, but those that are not good count for none', { timeout: 120_000 }, async () => {
    rmSync(folder, { recursive: true });
    mkdirSync(folder);
    const day = Temporal.PlainDate.from('2026-03-10');
    // The first of them was made by a clock that went a year ahead.
    for (const back of [-365, ...Array.from({ length: 40 }, (_, days) => days)]) {
      const name = `backup-${day.subtract({ days: back }).toString()}T08-00-00`;
      writeFileSync(join(folder, `${name}.tar.gz`), 'x');
      const view = { name: `${name}.tar.gz`, at: `${day.subtract({ days: back }).toString()}T08:00:00Z`, bytes: 1, clients: 1, documents: 0 };
      writeFileSync(join(folder, `${name}.json`), JSON.stringify({ ...view, proved: back !== 20, wrong: back === 20 ? 'cut short' : null, sha256: '' }));
    }
    firm = await openKillableFirm(join(root, 'fresh'), { backupFolder: folder });
    const backups = firm.app.get(Backups);
    await backups.makeWhenDue();
    const left = await backups.list();
    expect(left.map(({ at }) => at.slice(0, 10)).slice(0, 2)).toEqual(['2027-03-10', '2026-03-11']);
    expect(left.filter(({ proved }) => proved).length).toBeLessThan(25);
    expect(left.filter(({ proved }) => !proved)).toHaveLength(1);
    const before = left.length;
    await backups.makeWhenDue();
    expect(await backups.list()).toHaveLength(before);
    await firm.app.close();
  });
});
