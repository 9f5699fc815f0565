import { existsSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DatabaseBridge, RunawayQueryError } from '../src/platform/database/bridge';
import { FolderInUseError, lockFolder } from '../src/platform/database/folder-lock';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';
import { newId } from '../src/platform/database/ids';
import { MigrationMismatchError, migrate } from '../src/platform/database/migrate';
import { templateFile } from './template';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'steady-database-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe.skipIf(process.env.TEST_DATABASE_URL)('the bridge to the embedded database', () => {
  it('ends a runaway statement, and the next one finds the database open again', async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: templateFile(), statementLimit: 3_000 });
    await expect(bridge.query('select count(*) from generate_series(1, 100000000000)')).rejects.toThrow(RunawayQueryError);
    expect((await bridge.query('select count(*)::int as count from firms')).rows).toEqual([{ count: 0 }]);
    await bridge.close();
  });

  it('is not opened again by whoever comes after it was closed', async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: templateFile(), statementLimit: 30_000 });
    const late = bridge.close().then(() => bridge.query('select 1'));
    await expect(late).rejects.toThrow('The database is closed');
    await bridge.close();
  });

  it('keeps a transaction to itself: a statement of its own waits its turn, and a failure undoes all of it', async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: templateFile(), statementLimit: 30_000 });
    await bridge.exec('create table t (n int)');
    const count = async () => (await bridge.query<{ n: number }>('select count(*)::int as n from t')).rows[0]!.n;
    const failing = bridge.transaction(async (tx) => {
      await tx.query('insert into t values (1)');
      throw new Error('changed my mind');
    });
    const meanwhile = count();
    await expect(failing).rejects.toThrow('changed my mind');
    expect(await meanwhile).toBe(0);
    await bridge.transaction((tx) => tx.query('insert into t values (1)'));
    expect(await count()).toBe(1);
    await expect(bridge.query('select nothing from nowhere')).rejects.toMatchObject({ code: '42P01' });
    await bridge.close();
  });

  it('gives every kind of value as a server does, the first time and again', async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: templateFile(), statementLimit: 30_000 });
    const ask = async () =>
      (
        await bridge.query(
          `select $1::text, $2::int as whole, $3::boolean as yes, $4::jsonb as json, $5::text[] as many, $6::date as day, $7::timestamptz at time zone 'UTC' as moment,
                  $8::text as nothing, array['a, b', 'c"d'] as own, 12.5::float8 as figure, 9007199254740991::bigint as cents`,
          ['Ó "x" \u00f6', 7, true, { a: [1, 'zwei'] }, ['one', 'two, "three"'], '2026-03-11', '2026-03-11T09:00:00Z', null],
        )
      ).rows[0];
    const expected = {
      text: 'Ó "x" \u00f6',
      whole: 7,
      yes: true,
      json: { a: [1, 'zwei'] },
      many: ['one', 'two, "three"'],
      day: '2026-03-11',
      moment: '2026-03-11 09:00:00',
      nothing: null,
      own: ['a, b', 'c"d'],
      figure: 12.5,
      cents: 9_007_199_254_740_991,
    };
    expect(await ask()).toEqual(expected);
    expect(await ask()).toEqual(expected);
    await bridge.close();
  });

  it('keeps many prepared statements and lets the oldest go, also after one that failed', async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: templateFile(), statementLimit: 30_000 });
    for (let n = 0; n < 450; n += 1) expect((await bridge.query(`select ${n} as n, $1::int as given`, [n])).rows).toEqual([{ n, given: n }]);
    await expect(bridge.transaction((tx) => tx.query('select 1 / $1::int', [0]))).rejects.toMatchObject({ code: '22012' });
    expect((await bridge.query('select 1 / $1::int as one', [1])).rows).toEqual([{ one: 1 }]);
    expect((await bridge.query('select 0 as n, $1::int as given', [5])).rows).toEqual([{ n: 0, given: 5 }]);
    const held = (await bridge.query<{ count: number }>('select count(*)::int as count from pg_prepared_statements')).rows[0]!.count;
    expect(held).toBeLessThan(420);
    await bridge.close();
  });
});

describe.skipIf(process.env.TEST_DATABASE_URL)('the shape of the data', () => {
  const opened = async () => {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: null, statementLimit: 60_000 });
    return { bridge, orm: drizzle({ client: bridge as unknown as PGlite }) };
  };

  it('is made once: a second start finds it done', async () => {
    const { bridge, orm } = await opened();
    await migrate(orm);
    await migrate(orm);
    expect((await bridge.query('select name from migrations')).rows[0]).toEqual({ name: '0000_schema.sql' });
    await bridge.close();
  });

  it('of a folder from before the first release is refused in words', async () => {
    const { bridge, orm } = await opened();
    await bridge.exec(`create table migrations (name text primary key, hash text not null, at timestamptz not null default now());
      insert into migrations (name, hash) values ('0000_roles.sql', 'a'), ('0022_lots.sql', 'b')`);
    await expect(migrate(orm)).rejects.toThrow(MigrationMismatchError);
    await expect(migrate(orm)).rejects.toThrow('cannot be brought along. Start with another folder.');
    await bridge.close();
  });

  it('of a newer version, or changed after it was made, is refused in words', async () => {
    const { bridge, orm } = await opened();
    await migrate(orm);
    await bridge.exec(`insert into migrations (name, hash) values ('9999_later.sql', 'a')`);
    await expect(migrate(orm)).rejects.toThrow('9999_later.sql, which this version does not know');
    await bridge.exec(`delete from migrations where name = '9999_later.sql'; update migrations set hash = 'other' where name = '0000_schema.sql'`);
    await expect(migrate(orm)).rejects.toThrow('was changed after it had run');
    await bridge.close();
  });

  it('keeps what has happened, was posted, paid and signed from being changed, whoever asks', async () => {
    const { bridge, orm } = await opened();
    await migrate(orm);
    const [firm, id] = [newId(), newId()];
    await bridge.query(
      `insert into firms (id, name, short_name, address, currency, zone, country, vat_rate, payment_days, file_key) values ($1, 'F', 'F', 'A', 'EUR', 'Europe/Dublin', 'IE', 2300, 21, 'k')`,
      [firm],
    );
    await bridge.query(`insert into payments (id, firm_id, invoice_id, amount, currency, at, reference) values ($1, $2, $3, 100, 'EUR', now(), 'A')`, [
      id,
      firm,
      newId(),
    ]);
    for (const statement of ['update payments set amount = 1', 'delete from payments'])
      await expect(bridge.exec(statement)).rejects.toThrow('Rows of payments are only ever added.');
    await bridge.close();
  });
});

describe('the lock of the data folder', () => {
  const holder = (more: object) =>
    writeFileSync(join(folder, 'in-use.json'), JSON.stringify({ pid: process.pid, born: null, host: hostname(), since: '2026-03-11T09:00:00Z', ...more }));

  const path = () => join(folder, 'in-use.json');
  const take = (rules: Parameters<typeof lockFolder>[1] = {}) => lockFolder(folder, { silent: 400, ...rules });

  it('is given back, and leaves nothing behind', async () => {
    (await take())();
    expect(readdirSync(folder)).toEqual([]);
    (await take())();
  });

  it('is refused while its holder lives', async () => {
    holder({});
    await expect(take()).rejects.toThrow(FolderInUseError);
    rmSync(path());
  });

  it('is taken over from a process that is gone, or whose number now belongs to a later one', async () => {
    holder({ pid: 2 ** 22 + 1 });
    (await take())();
    holder({ born: 'another birth' });
    const release = await take();
    expect(existsSync(path())).toBe(true);
    release();
  });

  it('of another machine is refused while it gives signs of life, and taken over when it is silent', async () => {
    holder({ pid: 1, host: 'another-machine' });
    const beating = setInterval(() => utimesSync(path(), new Date(), new Date()), 20);
    await expect(take()).rejects.toThrow('on another-machine');
    clearInterval(beating);
    (await take())();
  });

  it.runIf(process.platform === 'linux')('holds without its file, which comes back by itself', async () => {
    const release = await take({ beat: 20 });
    rmSync(path());
    await expect(take()).rejects.toThrow(FolderInUseError);
    await expect.poll(() => existsSync(path())).toBe(true);
    release();
    expect(existsSync(path())).toBe(false);
  });

  it('of a folder that is gone ends whoever held it', async () => {
    let lost = false;
    const release = await take({ beat: 20, lost: () => (lost = true) });
    rmSync(folder, { recursive: true });
    await expect.poll(() => lost).toBe(true);
    release();
  });

  it('that somebody else took ends whoever held it, before anything is written by two', async () => {
    let lost = false;
    const release = await take({ beat: 20, lost: () => (lost = true) });
    holder({ pid: 1, host: 'another-machine' });
    await expect.poll(() => lost).toBe(true);
    release();
    expect(existsSync(path())).toBe(true);
    rmSync(path());
  });
});

it('ids sort in the order in which they were made', () => {
  const ids = Array.from({ length: 10_000 }, newId);
  expect(ids).toEqual([...ids].sort());
  expect(new Set(ids).size).toBe(10_000);
  expect(ids[0]).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});
