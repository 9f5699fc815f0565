import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DatabaseBridge, RunawayQueryError } from '../src/platform/database/bridge';
import { FolderInUseError, lockFolder } from '../src/platform/database/folder-lock';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';
import { newId } from '../src/platform/database/ids';
import { migrationsFolder } from '../src/platform/database/migrations-folder';
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
          `select $1::text as text, $2::int as whole, $3::boolean as yes, $4::jsonb as json, $5::text[] as many, $6::date as day, $7::timestamptz at time zone 'UTC' as moment,
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

describe.skipIf(process.env.TEST_DATABASE_URL)('a data folder of before', () => {
  /** A database as it was before a migration, and what brings it to today. */
  async function before(first: string) {
    const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: null, statementLimit: 60_000 });
    const files = readdirSync(migrationsFolder())
      .filter((name) => name.endsWith('.sql'))
      .sort();
    const run = async (names: string[]) => {
      for (const name of names)
        for (const statement of readFileSync(join(migrationsFolder(), name), 'utf8').split('--> statement-breakpoint'))
          if (statement.trim()) await bridge.exec(statement);
    };
    await run(files.filter((name) => name < first));
    const of = async (sql: string) => (await bridge.query<{ value: unknown }>(sql)).rows.map((row) => row.value);
    const job = (id: string, firm: string, phases: string) =>
      bridge.query(
        `insert into jobs (id, firm_id, number, name, client_id, period_start, period_end, start_on, target_on, due_on, status, phase, phases, passed_over, fee)
         values ($1, $2, 1, 'Old job', $3, '2026-01-01', '2026-02-28', '2026-03-01', '2026-03-20', '2026-03-23', 'open', 'ask', $4, '[]', 0)`,
        [id, firm, newId(), phases],
      );
    return { bridge, of, job, toToday: () => run(files.filter((name) => name >= first)) };
  }

  it('keeps the one request that a phase had, in procedures, their versions and jobs, and knows which of the sent ones it was', async () => {
    const { bridge, of, job: keepJob, toToday } = await before('0017');
    const [firm, procedure, job] = [newId(), newId(), newId()];
    const request = { title: 'Papers', items: [{ name: 'Bank', description: '' }] };
    const phases = [
      { key: 'ask', name: 'Ask', tasks: [], request, onEntry: [{ key: 'r', does: 'request', days: 5 }] },
      { key: 'file', name: 'File', tasks: [], onDone: [{ key: 't', does: 'tell', role: 'manager', words: 'done' }] },
    ];
    const definition = JSON.stringify({ phases });
    await bridge.query(`insert into procedures (id, firm_id, name, definition) values ($1, $2, 'Old', $3)`, [procedure, firm, definition]);
    await bridge.query(`insert into procedure_versions (id, firm_id, procedure_id, number, definition, at, by) values ($1, $2, $3, 1, $4, now(), 'Orla')`, [
      newId(),
      firm,
      procedure,
      definition,
    ]);
    const laid = JSON.stringify([phases[0], { ...phases[1], request: null }]);
    await keepJob(job, firm, laid);
    for (const phase of ['ask', 'file'])
      await bridge.query(
        `insert into requests (id, firm_id, client_id, job_id, phase_key, title, due_on, sent_at, sent_by) values ($1, $2, $3, $4, $5, 'Papers', '2026-03-20', now(), 'Orla')`,
        [newId(), firm, newId(), job, phase],
      );
    await toToday();
    const now = [
      {
        key: 'ask',
        name: 'Ask',
        tasks: [],
        requests: [{ key: 'papers', ...request }],
        onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
      },
      phases[1],
    ];
    expect(await of(`select definition -> 'phases' as value from procedures`)).toEqual([now]);
    expect(await of(`select definition -> 'phases' as value from procedure_versions`)).toEqual([now]);
    expect(await of(`select phases as value from jobs`)).toEqual([now]);
    expect(await of(`select coalesce(plan_key, 'none') as value from requests order by phase_key`)).toEqual(['papers', 'none']);
    await bridge.close();
  });

  it('knows at which moment of a phase something happened by itself, what has left the house, and who did a task', async () => {
    const { bridge, of, job: keepJob, toToday } = await before('0019');
    const [firm, job, orla] = [newId(), newId(), newId()];
    const [tell, write, instead] = [
      { key: 'a', does: 'tell', role: 'manager', words: 'come' },
      { key: 'a', does: 'message', templateId: newId() },
      { key: 'b', does: 'message', templateId: newId() },
    ];
    await keepJob(job, firm, JSON.stringify([{ key: 'ask', name: 'Ask', onEntry: [tell], onDone: [write, instead] }]));
    for (const [action, what] of [
      [tell, 'Tells the manager: come'],
      [write, 'Writes "Hello": wrote to 1'],
      [instead, 'Writes "Hello": nobody can be written to, so a task takes its place'],
    ] as const)
      await bridge.query(
        `insert into job_actions (id, firm_id, job_id, phase_key, action, what, state, at) values ($1, $2, $3, 'ask', $4, $5, 'done', now())`,
        [newId(), firm, job, JSON.stringify(action), what],
      );
    await bridge.query(
      `insert into members (id, firm_id, person_id, name, short_name, role, does, weekdays, standing) values ($1, $2, $3, 'Orla Keane', 'Orla', 'manager', '', '[]', 'active')`,
      [orla, firm, newId()],
    );
    for (const [name, passedOver] of [
      ['Enter', false],
      ['Left', true],
    ] as const)
      await bridge.query(
        `insert into tasks (id, firm_id, job_id, client_id, position, phase_key, key, name, role, estimate, start_on, due_on, waits_for, done_at, done_by, passed_over)
         values ($1, $2, $3, $4, 0, 'ask', $5, $5, 'preparer', 10, '2026-03-01', '2026-03-02', '[]', now(), 'Orla Keane', $6)`,
        [newId(), firm, job, newId(), name, passedOver],
      );
    await toToday();
    expect(await of(`select moment || ' ' || coalesce(brought ->> 'what', 'nothing') as value from job_actions order by id`)).toEqual([
      'entry nothing',
      'done sent',
      'done nothing',
    ]);
    expect(await of('select done_by_id as value from tasks order by name')).toEqual([orla, null]);
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
