import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { buffer } from 'node:stream/consumers';
import type { INestApplication } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { firstValueFrom, timeout } from 'rxjs';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { SUPPLIED } from '@steady/core/supplied';
import { createApp } from '../src/app';
import { ClientsService } from '../src/areas/clients';
import { DocumentsService } from '../src/areas/documents';
import { ServicesService } from '../src/areas/services';
import { SetClock } from '../src/platform/clock';
import { Database, rows, setFolderState, folderStateOf } from '../src/platform/database';
import { Effects, LiveNotices } from '../src/platform/events';
import { FileStore } from '../src/platform/files';
import { byItself } from '../src/platform/identity';
import { settingsWith } from '../src/platform/settings';
import { Works } from '../src/platform/work';
import { openKillableFirm } from './killable-firm';
import { type OwnPostgres, hasPostgres, startPostgres } from './own-postgres';
import { type TestApp, clientWithVat, morning, startTestApp } from './support';

const dist = (name: string) => resolve(import.meta.dirname, '../dist', name);

describe.skipIf(!hasPostgres)('on a PostgreSQL server', () => {
  let server: OwnPostgres;
  const root = mkdtempSync(join(tmpdir(), 'steady-server-'));
  beforeAll(async () => {
    server = await startPostgres();
  }, 60_000);
  afterAll(() => {
    server.stop();
    rmSync(root, { recursive: true, force: true });
  });

  describe('all that a folder holds', () => {
    const data = join(root, 'data');
    const PAPER = Buffer.from('a paper of a client');
    const move = (...args: string[]) => {
      const { status, stdout, stderr } = spawnSync(process.execPath, [dist('move.js'), ...args, '--data', data], { encoding: 'utf8' });
      return { status, said: stdout + stderr };
    };
    /** Every record of every table, as text, in an order of its own. */
    const records = async (databaseUrl: string | null) => {
      const database = await Database.open(settingsWith({ dataFolder: data, databaseUrl }));
      try {
        return await database.asOwner(async (tx) => {
          await tx.execute(sql`select set_config('TimeZone', 'UTC', true)`);
          const found: Record<string, string[]> = {};
          for (const { name } of await rows<{ name: string }>(
            tx,
            sql`select tablename as name from pg_tables where schemaname = 'public' and tablename <> 'migrations'`,
          ))
            found[name] = (await rows<{ words: string }>(tx, sql`select to_jsonb(t)::text as words from ${sql.identifier(name)} t`))
              .map(({ words }) => words)
              .sort();
          return found;
        });
      } finally {
        await database.close();
      }
    };

    it('moves to it and back, record for record, and is served at one place only', { timeout: 180_000 }, async () => {
      const firm = await openKillableFirm(data);
      await firm.works.run(firm.orla, async (work) => {
        for (const { key } of SUPPLIED) await firm.app.get(ServicesService).takeSupplied(work, key);
        const client = { legalForm: 'company', vatRegistered: true, vatGroup: 'Jan-Feb', employer: false, way: 'online' } as const;
        const clientId = await firm.app.get(ClientsService).add(work, { ...client, name: 'O\'Malley "Ghé" & Söhne\n\\N \u{1F41A} Ltd' });
        const file = await firm.app.get(FileStore).keepBytes(work.firm, PAPER);
        await firm.app.get(DocumentsService).file(work, { ...file, name: 'March.txt' }, { clientId, jobId: null });
      });
      // A value that is the word null of JSON is none that is missing.
      await firm.app.get(Database).asOwner(async (tx) => {
        await tx.execute(sql`alter table events disable trigger user`);
        await tx.execute(sql`update events set before = 'null'::jsonb where kind = 'document filed'`);
        await tx.execute(sql`alter table events enable trigger user`);
      });
      await firm.app.close();
      const before = await records(null);
      expect(Object.values(before).flat().length).toBeGreaterThan(30);
      const url = await server.database();
      const there = move('--to', url);
      expect(there.said).toMatch(/\d+ records of \d+ tables are there, each compared/);
      expect(there.status).toBe(0);
      expect(await records(url)).toEqual(before);
      // It is not served from the folder any more, and not moved a second time.
      await expect(Database.open(settingsWith({ dataFolder: data }))).rejects.toThrow('was moved to a PostgreSQL server');
      const started = spawnSync(process.execPath, [dist('main.js'), '--data', data, '--port', '0'], { encoding: 'utf8' });
      expect(started).toMatchObject({ status: 1, stdout: '', stderr: expect.stringContaining('was moved to a PostgreSQL server') as string });
      expect(existsSync(join(data, 'database'))).toBe(false);
      expect(readdirSync(data).some((name) => name.startsWith('database.moved-'))).toBe(true);
      const onServer = await openKillableFirm(data, { databaseUrl: url });
      const paper = await onServer.works.run(
        onServer.itself,
        async (work) => {
          const [found] = await rows<{ address: string }>(work.tx, sql`select address from documents`);
          return buffer(await onServer.app.get(FileStore).read(work.firm, found!.address));
        },
        { readOnly: true },
      );
      expect(paper.equals(PAPER)).toBe(true);
      // Somebody works there: nothing is moved under their hands.
      expect(move('--from', url)).toMatchObject({ status: 1, said: expect.stringContaining('The application runs on this server') as string });
      const added = { name: 'Added on the server Ltd', legalForm: 'company', vatRegistered: false, employer: false, way: 'online' } as const;
      await onServer.works.run(onServer.orla, (work) => onServer.app.get(ClientsService).add(work, added));
      await onServer.app.close();
      const then = await records(url);
      expect(then).not.toEqual(before);
      const back = move('--from', url);
      expect(back.said).toMatch(/are here, each compared/);
      expect(await records(null)).toEqual(then);
      await expect(Database.open(settingsWith({ dataFolder: data, databaseUrl: url }))).rejects.toThrow(`was moved to ${data}`);
      // What counts by itself goes on where it was.
      const again = await openKillableFirm(data);
      await again.works.run(again.orla, (work) => again.app.get(ClientsService).add(work, { ...added, name: 'Added at home again Ltd' }));
      await again.app.close();
    });

    it('does not move over a firm, nor from nowhere; a move that was interrupted is run again', { timeout: 180_000 }, async () => {
      const url = await server.database();
      const other = join(root, 'other');
      const taken = await openKillableFirm(other, { databaseUrl: url });
      await taken.app.close();
      expect(move('--to', url)).toMatchObject({ status: 1, said: expect.stringContaining('There is a firm in the database already: Marram & Tern') as string });
      expect(folderStateOf(data)).toBe('in use');
      const nowhere = spawnSync(process.execPath, [dist('move.js'), '--to', url, '--data', join(root, 'nowhere')], { encoding: 'utf8' });
      expect(nowhere.stderr).toContain('There is no embedded database in');
      expect(move('--from', url)).toMatchObject({ status: 1, said: expect.stringContaining('There is a database in') as string });
      // Ended in the middle: the folder is not served, and the next move begins anew.
      const half = join(root, 'half');
      const opened = await Database.open(settingsWith({ dataFolder: half }));
      await opened.close();
      setFolderState(half, 'moving');
      await expect(Database.open(settingsWith({ dataFolder: half }))).rejects.toThrow('was interrupted; the data is on the server still');
      const { status } = spawnSync(process.execPath, [dist('move.js'), '--from', url, '--data', half], { encoding: 'utf8' });
      expect(status).toBe(0);
      expect(folderStateOf(half)).toBe('in use');
    });
  });

  describe('two processes', () => {
    let one: TestApp;
    let two: INestApplication;
    let url: string;
    beforeAll(async () => {
      url = await server.database();
      const settings = settingsWith({ dataFolder: join(root, 'shared'), databaseUrl: url, tickByItself: false, diskFloor: 1, demo: true, proxies: 'loopback' });
      // Both begin on an empty database at the same moment: one lays it out, the other finds it done.
      const [first, second] = await Promise.all([Database.open(settings), Database.open(settings)]);
      await Promise.all([first.close(), second.close()]);
      one = await startTestApp(settings);
      two = await createApp(settings, new SetClock(morning('2026-03-11')));
    }, 120_000);
    afterAll(async () => {
      await two.close();
      await one.close();
    });

    it('work on one database and one folder of files: what one keeps the other reads', async () => {
      const { id } = one.firm;
      const file = await one.works.run(byItself(id), async (work) => {
        const kept = await one.app.get(FileStore).keepBytes(work.firm, Buffer.from('from the one'));
        await one.app.get(FileStore).claim(work, kept);
        return kept;
      });
      const read = await two.get(Works).run(byItself(id), async (work) => buffer(await two.get(FileStore).read(work.firm, file.address)), { readOnly: true });
      expect(read.toString()).toBe('from the one');
    });

    it('tell the pages of each other what happened, once it is confirmed, and of each client', { timeout: 60_000 }, async () => {
      const heard = firstValueFrom(two.get(LiveNotices).of(one.firm.id).pipe(timeout(5_000)));
      const clientId = await clientWithVat(one);
      expect((await heard).kinds.length).toBeGreaterThan(0);
      const seen: string[] = [];
      const listening = two
        .get(LiveNotices)
        .of(one.firm.id)
        .subscribe(({ clientIds }) => seen.push(...clientIds.map(String)));
      await one.works
        .run(byItself(one.firm.id), async (work) => {
          await one.database.tell({ notice: { firmId: one.firm.id, id: 'never', topics: [], kinds: ['never'], clientIds: ['taken back'] } }, work.tx);
          throw new Error('taken back');
        })
        .catch(() => undefined);
      // As many clients as one notice cannot hold.
      const many = Array.from({ length: 450 }, (_, at) => `${clientId.slice(0, -4)}${String(at).padStart(4, '0')}`);
      await one.works.run(byItself(one.firm.id), async (work) => {
        for (const client of many)
          work.journal.push({
            firmId: one.firm.id,
            at: work.now.toString(),
            kind: 'trial',
            actorKind: 'system',
            actorName: 'trial',
            what: 'trial',
            clientId: client,
            payload: {},
          } as never);
      });
      await vi.waitFor(() => expect(new Set(seen.filter((client) => many.includes(client))).size).toBe(450), 5_000);
      expect(seen).not.toContain('taken back');
      listening.unsubscribe();
    });

    it('know at once what the other changed about the firm', async () => {
      const name = () => two.get(Works).run(byItself(one.firm.id), (work) => Promise.resolve(work.firm.idleMinutes), { readOnly: true });
      const before = await name();
      await one.works.run(byItself(one.firm.id), async (work) => {
        await one.works.change(work, { idleMinutes: before - 1 });
      });
      await vi.waitFor(async () => expect(await name()).toBe(before - 1), 5_000);
    });

    it('carry out what waits in the outbox once, however both set about it', { timeout: 60_000 }, async () => {
      const carried: string[] = [];
      for (const app of [one.app, two])
        app.get(Effects).register<{ number: number }, void>({
          kind: 'trial',
          outside: ({ number }) => {
            carried.push(`trial ${number}`);
            return Promise.resolve();
          },
          then: () => Promise.resolve(),
        });
      const { id } = one.firm;
      await one.works.run(byItself(id), async (work) => {
        for (let number = 0; number < 60; number += 1) await one.app.get(Effects).plan(work, 'trial', `trial-${number}`, { number });
      });
      await Promise.all([one.app.get(Effects).drain(id), two.get(Effects).drain(id), one.app.get(Effects).drain(id), two.get(Effects).drain(id)]);
      await vi.waitFor(() => expect(carried.length).toBeGreaterThanOrEqual(60), 10_000);
      expect([...carried].sort()).toEqual([...new Set(carried)].sort());
    });

    it('have one that leads; another does when it ends, and when its connection breaks it comes back', { timeout: 60_000 }, async () => {
      const [a, b] = [one.database, two.get(Database)];
      expect([await a.leads(), await b.leads(), await a.leads()]).toEqual([true, false, true]);
      const cut = new pg.Client({ connectionString: url });
      await cut.connect();
      const heard = new Promise<void>((missed) => a.hear((told) => told.missed && missed()));
      await cut.query(`select pg_terminate_backend(pid) from pg_locks where locktype = 'advisory' and objid = 7205002 and granted`);
      await vi.waitFor(async () => expect(await b.leads()).toBe(true), 5_000);
      await heard;
      expect(await a.leads()).toBe(false);
      // What is told after reaches it again.
      const told = firstValueFrom(one.app.get(LiveNotices).of(one.firm.id).pipe(timeout(5_000)));
      await b.tell({ notice: { firmId: one.firm.id, id: 'after', topics: [], kinds: ['after'], clientIds: [null] } });
      expect((await told).kinds).toEqual(['after']);
      await cut.end();
    });

    it('take no lock on the folder, and leave what the other is taking in', () => {
      expect(existsSync(join(root, 'shared', 'in-use.json'))).toBe(false);
    });
  });
});
