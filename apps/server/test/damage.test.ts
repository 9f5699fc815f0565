import { spawn, spawnSync } from 'node:child_process';
import { createInterface } from 'node:readline';
import { cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ClientsService } from '../src/areas/clients';
import { Backups } from '../src/platform/backups/backups';
import { Database, rows, setFolderState, folderStateOf } from '../src/platform/database';
import { SESSION_COOKIE } from '../src/platform/identity';
import { StaffSessions } from '../src/areas/team';
import { settingsWith } from '../src/platform/settings';
import { openKillableFirm } from './killable-firm';

const WRITER = resolve(import.meta.dirname, '../dist/test/kill-writer.js');
const MAIN = resolve(import.meta.dirname, '../dist/main.js');
const root = mkdtempSync(join(tmpdir(), 'steady-damage-'));
const whole = join(root, 'whole');
afterAll(() => rmSync(root, { recursive: true, force: true }));

/** The files of some tables, and the name of the client that they hold. */
const tables: Record<string, string> = {};
const NAME = 'Dunmarra Oysters Ltd';

beforeAll(async () => {
  const firm = await openKillableFirm(whole);
  await firm.works.run(firm.orla, (work) =>
    firm.app.get(ClientsService).add(work, { name: NAME, legalForm: 'company', vatRegistered: false, employer: false, way: 'online' }),
  );
  const database = firm.app.get(Database);
  await database.tidy();
  await database.asOwner(async (tx) => {
    for (const { name, file } of await rows<{ name: string; file: string }>(
      tx,
      sql`select relname as name, pg_relation_filepath(oid) as file from pg_class where relname in ('clients', 'clients_pkey', 'events')`,
    ))
      tables[name] = join('database', file);
  });
  await firm.app.close();
}, 120_000);

/** A copy of the whole folder, damaged in one way. */
function damaged(how: (folder: string) => void): string {
  const folder = mkdtempSync(join(root, 'damaged-'));
  cpSync(whole, folder, { recursive: true });
  how(folder);
  return folder;
}
/** All that lies in a folder, by name and size. */
const held = (folder: string) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => statSync(join(folder, name)).isFile() && !/in-use|postmaster/.test(name))
    .sort()
    .map((name) => `${name} ${statSync(join(folder, name)).size}`);
const flip = (file: string, at: number) => {
  const bytes = readFileSync(file);
  bytes[at]! ^= 0x55;
  writeFileSync(file, bytes);
};
const log = (folder: string) => join(folder, 'database', 'pg_wal');
const emptied = (folder: string) => {
  rmSync(folder, { recursive: true });
};

describe.skipIf(process.env.TEST_DATABASE_URL)('a data folder that is damaged', () => {
  const WAYS: Record<string, [how: (folder: string) => void, says: RegExp]> = {
    'without its database': [(folder) => emptied(join(folder, 'database')), /The database in .* is gone/],
    'without its database and its own note': [
      (folder) => {
        emptied(join(folder, 'database'));
        rmSync(join(folder, 'almanac.json'));
        writeFileSync(join(folder, 'files', 'some-firm'), '');
      },
      /The database in .* is gone/,
    ],
    'without PG_VERSION': [(folder) => rmSync(join(folder, 'database', 'PG_VERSION')), /PG_VERSION is missing/],
    'of another version': [
      (folder) => writeFileSync(join(folder, 'database', 'PG_VERSION'), '15\n'),
      /written by version 15 of the database, and this is version 18/,
    ],
    'without pg_control': [(folder) => rmSync(join(folder, 'database', 'global', 'pg_control')), /control file is missing/],
    'with a flipped pg_control': [(folder) => flip(join(folder, 'database', 'global', 'pg_control'), 60), /control file was changed/],
    'with an emptied pg_control': [(folder) => truncateSync(join(folder, 'database', 'global', 'pg_control')), /control file was changed or cut short/],
    'without its log': [
      (folder) => {
        for (const name of readdirSync(log(folder)).filter((one) => /^[0-9A-F]{24}$/.test(one))) rmSync(join(log(folder), name));
      },
      /part of the log from which it goes on is missing/,
    ],
    'with a log cut short': [
      (folder) => {
        for (const name of readdirSync(log(folder)).filter((one) => /^[0-9A-F]{24}$/.test(one))) truncateSync(join(log(folder), name), 10_000);
      },
      /part of the log from which it goes on was cut short/,
    ],
    'with a log that is not its own': [
      (folder) => {
        for (const name of readdirSync(log(folder)).filter((one) => /^[0-9A-F]{24}$/.test(one)))
          writeFileSync(join(log(folder), name), Buffer.alloc(16 * 1024 * 1024, 0x41));
      },
      /cannot be opened/,
    ],
    'without the file of a table': [(folder) => rmSync(join(folder, tables.clients!)), /the file of clients is missing/],
    'with an emptied table': [(folder) => truncateSync(join(folder, tables.clients!)), /the file of clients was cut short/],
    'with a table cut short': [(folder) => truncateSync(join(folder, tables.clients!), 5_000), /the file of clients was cut short/],
    'without the file of an index': [(folder) => rmSync(join(folder, tables.clients_pkey!)), /the file of clients_pkey is missing/],
    'whose first filling was interrupted': [(folder) => setFolderState(folder, 'filling'), /was not filled to the end/],
  };

  it.each(Object.entries(WAYS))('%s is not served, not laid out over, and says what is wrong', { timeout: 60_000 }, async (_way, [how, says]) => {
    const folder = damaged(how);
    const before = held(folder);
    await expect(Database.open(settingsWith({ dataFolder: folder }))).rejects.toThrow(says);
    // Nothing was made in the place of what is missing.
    expect(held(folder)).toEqual(expect.arrayContaining(before.filter((line) => !/pg_wal|pg_control|pg_stat|pg_logical|base|global/.test(line))));
    for (const part of ['PG_VERSION', 'global/pg_control'])
      expect(existsSync(join(folder, 'database', part))).toBe(before.some((line) => line.startsWith(`database/${part} `)));
    rmSync(folder, { recursive: true });
  });

  it('with a log that was changed after a kill is not served as if it ended there; one that ends there is', { timeout: 120_000 }, async () => {
    const killed = mkdtempSync(join(root, 'killed-'));
    const writer = spawn(process.execPath, [WRITER, killed], { stdio: ['ignore', 'pipe', 'inherit'] });
    const segment = 16n * 1024n * 1024n;
    const part = (of: bigint) => of.toString(16).toUpperCase().padStart(8, '0');
    /** From where the log is read again: its file, and the place in it; and where it ends. */
    const written = () => {
      const redo = readFileSync(join(killed, 'database', 'global', 'pg_control')).readBigUInt64LE(40);
      const name = `00000001${part(redo >> 32n)}${part((redo & 0xffff_ffffn) / segment)}`;
      return { name, from: Number(redo % segment), end: readFileSync(join(log(killed), name)).findLastIndex((byte) => byte !== 0) };
    };
    // On a slow machine a checkpoint comes in between: it goes on until there is enough of a log after one.
    for await (const line of createInterface({ input: writer.stdout })) {
      const confirmed = Number(/^confirmed (\d+)$/.exec(line)?.[1] ?? 0);
      if (confirmed < 200 || confirmed % 50 !== 0) continue;
      const { from, end } = written();
      if (end - from > 16_000) writer.kill('SIGKILL');
    }
    const { name, from, end } = written();
    const file = (folder: string) => join(log(folder), name);
    expect(end - from).toBeGreaterThan(15_000);
    const last = async (folder: string) => {
      const opened = await Database.open(settingsWith({ dataFolder: folder }));
      const [found] = await opened.asOwner((tx) => rows<{ last: number }>(tx, sql`select last from counters where name = 'burst'`));
      await opened.close();
      return found!.last;
    };
    const copy = (how: (folder: string) => void) => {
      const folder = mkdtempSync(join(root, 'log-'));
      cpSync(killed, folder, { recursive: true });
      rmSync(join(folder, 'in-use.json'), { force: true });
      how(folder);
      return folder;
    };
    // Anywhere but in what is not confirmed yet. Eight bytes in a row: up to seven may only fill a record up, and say nothing.
    for (const share of [0.3, 0.8]) {
      const at = Math.floor(from + (end - from) * share);
      const folder = copy((one) => {
        for (let byte = at; byte < at + 8; byte += 1) flip(file(one), byte);
      });
      await expect(last(folder)).rejects.toThrow('its log was changed in the middle');
      rmSync(folder, { recursive: true });
    }
    // A page that is gone altogether, with pages after it.
    const holed = copy((one) => {
      const bytes = readFileSync(file(one));
      const page = (from + (end - from) / 2) & ~8191;
      bytes.fill(0, page, page + 8192);
      writeFileSync(file(one), bytes);
    });
    await expect(last(holed)).rejects.toThrow('its log was changed in the middle');
    expect(await last(copy(() => undefined))).toBeGreaterThanOrEqual(200);
  });

  it('with a flipped page tells whoever comes upon it, and says that it is not ready', { timeout: 60_000 }, async () => {
    const folder = damaged((one) => {
      const file = join(one, tables.clients!);
      const at = readFileSync(file).indexOf(NAME);
      expect(at).toBeGreaterThan(0);
      flip(file, at);
    });
    const firm = await openKillableFirm(folder);
    await firm.app.listen(0);
    const server = firm.app.getHttpServer() as Parameters<typeof request>[0];
    const cookie = `${SESSION_COOKIE}=${await firm.app.get(StaffSessions).begin(firm.firmId, firm.orla.actor.id!)}`;
    await request(server).get('/api/ready').expect(200);
    const { body } = await request(server).get('/api/clients').set('Cookie', cookie).expect(500);
    expect(body).toMatchObject({ code: 'data-damaged', title: 'A part of the data cannot be read' });
    expect(JSON.stringify(body)).not.toContain('Dunmarra');
    await request(server).get('/api/ready').expect(503);
    const made = await firm.app
      .get(Backups)
      .make()
      .catch((error: Error) => error);
    expect(made).not.toMatchObject({ proved: true });
    await firm.app.close();
  });

  it('of which the laying out was interrupted is begun anew: nothing was in it', { timeout: 60_000 }, async () => {
    const folder = damaged((one) => {
      setFolderState(one, 'laying out');
      rmSync(join(one, 'database', 'global', 'pg_control'));
    });
    const opened = await Database.open(settingsWith({ dataFolder: folder }));
    expect(await opened.asOwner((tx) => rows(tx, sql`select id from firms`))).toEqual([]);
    await opened.close();
    expect(folderStateOf(folder)).toBe('in use');
  });

  it('is not filled with the demo firm where only its files are left', { timeout: 60_000 }, () => {
    const folder = damaged((one) => {
      emptied(join(one, 'database'));
      rmSync(join(one, 'almanac.json'));
      writeFileSync(join(one, 'files', 'some-firm'), '');
    });
    const { status, stderr } = spawnSync(process.execPath, [MAIN, '--data', folder, '--port', '0'], { encoding: 'utf8' });
    expect({ status, made: existsSync(join(folder, 'database')) }).toEqual({ status: 1, made: false });
    expect(stderr).toContain('is gone');
  });

  it('names the newest good backup at the start', { timeout: 60_000 }, () => {
    const folder = damaged((one) => rmSync(join(one, 'database', 'PG_VERSION')));
    const start = () => {
      const { status, stderr } = spawnSync(process.execPath, [MAIN, '--data', folder, '--port', '0', '--empty'], { encoding: 'utf8' });
      return { status, said: stderr };
    };
    const first = start();
    expect(first.status).toBe(1);
    expect(first.said).toContain('There is no good backup in');
    const backups = `${folder}-backups`;
    const backup = (day: string, proved: boolean) => {
      const name = `backup-${day}T02-00-00`;
      cpSync(join(whole, 'almanac.json'), join(backups, `${name}.tar.gz`));
      writeFileSync(
        join(backups, `${name}.json`),
        JSON.stringify({ name: `${name}.tar.gz`, at: `${day}T02:00:00Z`, proved, wrong: proved ? null : 'cut short' }),
      );
    };
    backup('2026-03-08', true);
    backup('2026-03-09', true);
    backup('2026-03-10', false);
    const { said } = start();
    expect(said).toContain('PG_VERSION is missing');
    expect(said).toContain('The newest good backup is of 2026-03-09T02:00:00Z');
    expect(said).toContain(`npm run restore -- ${join(backups, 'backup-2026-03-09T02-00-00.tar.gz')} --data ${folder}`);
  });
});
