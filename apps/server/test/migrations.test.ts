import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { afterEach, describe, expect, it } from 'vitest';
import { newId } from '../src/platform/database';
import { DatabaseBridge } from '../src/platform/database/bridge';
import { migrate } from '../src/platform/database/migrate';
import { migrationsFolder } from '../src/platform/database/migrations-folder';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';

let bridge: DatabaseBridge;
afterEach(() => bridge.close());

const orm = () => drizzle({ client: bridge as unknown as PGlite });

/** A database as it was left by a version that knew these migrations and no later ones. */
async function leftBy(names: string[]): Promise<void> {
  bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: null, template: null, statementLimit: 60_000 });
  await bridge.exec('create table migrations (name text primary key, hash text not null, at timestamptz not null default now())');
  for (const name of names) {
    const text = readFileSync(join(migrationsFolder(), name), 'utf8');
    await bridge.exec(text.replaceAll('--> statement-breakpoint', ''));
    await bridge.query('insert into migrations (name, hash) values ($1, $2)', [name, createHash('sha256').update(text).digest('hex')]);
  }
}

const SOMETHING: Record<string, unknown> = {
  uuid: newId(),
  text: 'x',
  integer: 1,
  bigint: 100,
  boolean: false,
  jsonb: [],
  date: '2026-03-11',
  'timestamp with time zone': '2026-03-11T09:00:00Z',
};

/** A row with these values, and something in each other column that must not be empty. @returns its id */
async function row(table: string, given: Record<string, unknown>): Promise<string> {
  const { rows } = await bridge.query<{ name: string; type: string }>(
    `select column_name as name, data_type as type from information_schema.columns where table_name = $1 and is_nullable = 'NO' and column_default is null`,
    [table],
  );
  const values: Record<string, unknown> = { ...Object.fromEntries(rows.map(({ name, type }) => [name, name === 'id' ? newId() : SOMETHING[type]])), ...given };
  const json = Object.fromEntries(
    Object.entries(values).map(([key, value]) => [key, typeof value === 'object' && value !== null ? JSON.stringify(value) : value]),
  );
  const keys = Object.keys(json);
  await bridge.query(
    `insert into ${table} (${keys.map((key) => `"${key}"`).join(', ')}) values (${keys.map((_, index) => `$${index + 1}`).join(', ')})`,
    Object.values(json),
  );
  return String(values.id);
}

const only = async <T>(table: string, column: string) =>
  (await bridge.query<{ value: T }>(`select ${column} as value from ${table}`)).rows.map((one) => one.value);

describe.skipIf(process.env.TEST_DATABASE_URL)('a folder of a version before', () => {
  it('whose amounts had no currency gets that of the firm they belong to, inside of JSON as well', async () => {
    await leftBy(['0000_schema.sql', '0001_facts_start_with_their_values.sql']);
    const [euro, yen] = [await row('firms', { currency: 'EUR' }), await row('firms', { currency: 'JPY' })];
    for (const firm_id of [euro, yen]) {
      for (const table of ['invoices', 'payments', 'settlements', 'wip_postings', 'rates', 'role_rights', 'expenses', 'time_entries', 'collections'])
        await row(table, { firm_id, ...(table === 'payments' ? { reference: firm_id } : table === 'collections' ? { key: firm_id } : {}) });
    }
    const turnover = await row('detail_fields', { firm_id: yen, kind: 'money', name: 'Turnover' });
    const people = await row('detail_fields', { firm_id: yen, kind: 'number', name: 'People' });
    const sets = { does: 'detail', detailId: turnover, value: 700, key: 'a' };
    const counts = { does: 'detail', detailId: people, value: 7, key: 'b' };
    await row('clients', { firm_id: yen, details: { [turnover]: 5_000, [people]: 12 } });
    await row('bulk_lots', {
      firm_id: yen,
      rows: [{ clientId: newId(), before: { [`detail:${turnover}`]: 1 }, after: { details: { [turnover]: 2, [people]: 3 } } }],
    });
    await row('procedures', { firm_id: yen, definition: { phases: [{ key: 'p', onDone: [sets, counts] }] } });
    const job = await row('jobs', { firm_id: yen, phases: [{ key: 'p', onDone: [sets] }] });
    await row('job_actions', { firm_id: yen, job_id: job, action: sets, brought: { before: null, after: 700 } });
    await row('services', {
      firm_id: yen,
      fee_rule: {
        base: 4_500,
        drivers: [
          {
            fact: 'detail:x',
            name: 'people',
            included: 3,
            bands: [
              { upTo: 10, each: 400 },
              { upTo: null, each: 250 },
            ],
          },
        ],
        minimum: null,
        discount: 5,
      },
    });
    await row('saved_lists', { firm_id: yen, more: { state: 'cannot go on', by: 'preparer' } });
    await row('outbox', { firm_id: yen, kind: 'collect', payload: { invoiceId: 'i', amount: 900, currency: 'JPY', reference: 'r', means: 'card', by: 'b' } });

    await migrate(orm());

    const sum = (amount: number) => ({ amount, currency: 'JPY' });
    for (const table of ['invoices', 'payments', 'settlements', 'wip_postings', 'rates', 'role_rights', 'expenses', 'time_entries', 'collections'])
      expect((await only<string>(table, 'currency')).sort(), table).toEqual(['EUR', 'JPY']);
    expect(await only('clients', 'details')).toEqual([{ [turnover]: sum(5_000), [people]: 12 }]);
    const [[lot]] = (await only<{ before: unknown; after: unknown }[]>('bulk_lots', 'rows')) as [[{ before: unknown; after: unknown }]];
    expect([lot.before, lot.after]).toEqual([{ [`detail:${turnover}`]: sum(1) }, { details: { [turnover]: sum(2), [people]: 3 } }]);
    const setsNow = { ...sets, value: sum(700) };
    expect(await only('procedures', 'definition')).toEqual([{ phases: [{ key: 'p', onDone: [setsNow, counts] }] }]);
    expect(await only('jobs', 'phases')).toEqual([[{ key: 'p', onDone: [setsNow] }]]);
    expect(await only('job_actions', `jsonb_build_array(action, brought)`)).toEqual([[setsNow, { before: null, after: sum(700) }]]);
    expect(await only('services', 'fee_rule')).toEqual([
      {
        base: sum(4_500),
        drivers: [
          {
            fact: 'detail:x',
            name: 'people',
            included: 3,
            bands: [
              { upTo: 10, each: sum(400) },
              { upTo: null, each: sum(250) },
            ],
          },
        ],
        minimum: null,
        discount: 5,
      },
    ]);
    expect(await only('outbox', 'payload')).toEqual([{ invoiceId: 'i', amount: sum(900), reference: 'r', means: 'card', by: 'b' }]);
    expect(await only('saved_lists', 'more')).toEqual([{ state: 'blocked', by: 'preparer' }]);
    // What is only ever added to stays so, and no record takes the other firm's currency.
    await expect(bridge.exec('update payments set amount = 1')).rejects.toThrow('Rows of payments are only ever added.');
    await expect(bridge.exec(`update invoices set currency = 'EUR'`)).rejects.toThrow('foreign key');
  });

  it('whose documents said only how their files are called says what they are, and finds them by it', async () => {
    await leftBy(['0000_schema.sql', '0001_facts_start_with_their_values.sql', '0002_money_with_its_currency.sql', '0003_letterhead.sql', '0004_search.sql']);
    const firm_id = await row('firms', { currency: 'EUR' });
    const [scan, bill, other] = [
      await row('documents', { firm_id, name: 'scan.pdf' }),
      await row('documents', { firm_id, name: 'Invoice 2026-0007.pdf' }),
      await row('documents', { firm_id, name: 'notes.txt' }),
    ];
    const item = await row('request_items', { firm_id, ask_id: await row('asks', { firm_id }), name: 'Bank statement, M\u00e1rta' });
    await row('request_answers', { firm_id, item_id: item, document_id: scan });
    await row('invoices', { firm_id, currency: 'EUR', number: '2026-0007', document_id: bill });

    await migrate(orm());

    const { rows: now } = await bridge.query<{ id: string; what: string | null; looked_through: string }>('select id, what, looked_through from documents');
    expect(Object.fromEntries(now.map((one) => [one.id, [one.what, one.looked_through]]))).toEqual({
      [scan]: ['Bank statement, M\u00e1rta', ' bank statement, marta scan.pdf'],
      [bill]: ['Bill 2026-0007', ' bill 2026-0007 invoice 2026-0007.pdf'],
      [other]: [null, ' notes.txt'],
    });
  });

  it('whose work done once had the day of other periods has it on the day given, begun or not, and no second one', async () => {
    await leftBy([
      '0000_schema.sql',
      '0001_facts_start_with_their_values.sql',
      '0002_money_with_its_currency.sql',
      '0003_letterhead.sql',
      '0004_search.sql',
      '0005_what_documents_are.sql',
      '0006_read_from_indexes.sql',
    ]);
    const firm_id = await row('firms', { currency: 'EUR' });
    const service_id = await row('services', { firm_id, currency: 'EUR' });
    const line = (more: object) => row('service_lines', { firm_id, currency: 'EUR', service_id, starts_on: '2026-03-11', ...more });
    const once = await line({ rhythm: 'one-off' });
    const onADay = await line({ rhythm: 'one-off', anchor_on: '2026-05-20' });
    const twice = await line({ rhythm: 'one-off' });
    const monthly = await line({ rhythm: 'monthly' });
    const wrong = { firm_id, service_id, rule_id: 'own-date', period_start: '2000-12-31', period_end: '2000-12-31' };
    for (const line_id of [once, onADay, twice, monthly]) await row('obligations', { ...wrong, line_id });
    await row('obligations', { ...wrong, line_id: twice, period_end: '2026-03-10' });
    await row('jobs', { firm_id, currency: 'EUR', line_id: once, number: 1, period_start: '2000-12-31', period_end: '2000-12-31' });

    await migrate(orm());

    const ends = async (line_id: string, table: string) =>
      (await bridge.query<{ end: string }>(`select period_end::text as end from ${table} where line_id = $1 order by 1`, [line_id])).rows.map(({ end }) => end);
    expect(await ends(once, 'obligations')).toEqual(['2026-03-11']);
    expect(await ends(once, 'jobs')).toEqual(['2026-03-11']);
    expect(await ends(onADay, 'obligations')).toEqual(['2026-05-20']);
    expect(await ends(twice, 'obligations')).toEqual(['2000-12-31', '2026-03-10']);
    expect(await ends(monthly, 'obligations')).toEqual(['2000-12-31']);
  });
});
