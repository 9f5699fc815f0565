/** Makes the demo firm in a data folder large, by SQL alone: 5,000 clients, 60,000 jobs, 1,000,000 time entries, 120,000 documents. */
import { join } from 'node:path';
import { DatabaseBridge } from '../src/platform/database/bridge';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';

const CLIENTS = 5_000;
const JOBS = 60_000;
const TASKS_A_JOB = 4;
const ENTRIES = 1_000_000;
const LOTS_OF_TEXTS = 12;
const DOCUMENTS = 120_000;
/** Words that stand in documents, sixty in each. */
const WORDS = ['ledger', 'harbour', 'invoice', 'statement', 'payroll', 'oyster', 'ferry', 'balance', 'dividend', 'lease', 'fuel', 'repairs'];

const id = (what: string, n: string) => `md5('${what}' || (${n}))::uuid`;

/** Stands for the columns of the table that can be written. */
const COLUMNS = '@columns';

/** Rows like one that is there, with some columns of their own; `n` counts them. */
const like = (table: string, where: string, count: number, own: Record<string, string>) =>
  `insert into ${table} (${COLUMNS}) select ${COLUMNS} from (select (jsonb_populate_record(s.t, jsonb_build_object(${Object.entries(own)
    .map(([column, value]) => `'${column}', ${value}`)
    .join(', ')}))).* from (select x as t from ${table} x where ${where} limit 1) s, generate_series(0, ${count - 1}) n) r`;

const [folder] = process.argv.slice(2) as [string];

async function enlarge(): Promise<void> {
  const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: join(folder, 'database'), template: null, statementLimit: 900_000 });
  const firm = `firm_id = (select firm_id from jobs limit 1)`;
  const day = (from: string, days: number, n = 'n') => `(date '${from}' + ((${n}) % ${days}))::text`;
  const steps: [string, string][] = [
    [
      'clients',
      like('clients', `${firm} and standing = 'active'`, CLIENTS, {
        id: id('client', 'n'),
        number: '100000 + n',
        name: `'Large Client ' || lpad(n::text, 5, '0')`,
        related_id: 'null',
      }),
    ],
    ['lines', like('service_lines', `${firm} and ends_on is null`, CLIENTS * 2, { id: id('line', 'n'), client_id: id('client', `n % ${CLIENTS}`) })],
    [
      'finished jobs',
      like('jobs', `${firm} and status = 'finished'`, JOBS - CLIENTS, {
        id: id('job', 'n'),
        number: '100000 + n',
        client_id: id('client', `n % ${CLIENTS}`),
        line_id: id('line', `n % ${CLIENTS * 2}`),
        period_end: `(date '2010-01-01' + n)::text`,
        obligation_id: 'null',
        due_on: day('2021-01-01', 1800),
        finished_at: `(timestamptz '2021-01-01' + (n % 1800) * interval '1 day')::text`,
      }),
    ],
    [
      'open jobs',
      like('jobs', `${firm} and status = 'open'`, CLIENTS, {
        id: id('job', `${JOBS} + n`),
        number: '200000 + n',
        client_id: id('client', `n % ${CLIENTS}`),
        line_id: id('line', 'n'),
        period_end: `(date '2009-01-01' - n)::text`,
        obligation_id: 'null',
        due_on: day('2026-03-01', 60),
      }),
    ],
    [
      'tasks',
      like('tasks', `${firm} and done_at is not null`, (JOBS - CLIENTS) * TASKS_A_JOB, {
        client_id: id('client', `n / ${TASKS_A_JOB} % ${CLIENTS}`),
        id: id('task', 'n'),
        job_id: id('job', `n / ${TASKS_A_JOB}`),
        key: `'k' || (n % ${TASKS_A_JOB})`,
        position: `n % ${TASKS_A_JOB}`,
      }),
    ],
    [
      'open tasks',
      like('tasks', `${firm} and done_at is null`, CLIENTS * TASKS_A_JOB, {
        client_id: id('client', `n / ${TASKS_A_JOB} % ${CLIENTS}`),
        id: id('open task', 'n'),
        job_id: id('job', `${JOBS} + n / ${TASKS_A_JOB}`),
        key: `'k' || (n % ${TASKS_A_JOB})`,
        position: `n % ${TASKS_A_JOB}`,
      }),
    ],
    [
      'deadlines',
      like('obligations', `${firm} and status = 'open' and not begun`, CLIENTS * 24, {
        id: id('deadline', 'n'),
        client_id: id('client', `n % ${CLIENTS}`),
        line_id: id('line', `n % ${CLIENTS * 2}`),
        period_end: `(date '2026-01-01' + n / ${CLIENTS} * 15)::text`,
        due_on: `(date '2026-01-20' + n / ${CLIENTS} * 15 + n % 9)::text`,
        target_on: `(date '2026-01-18' + n / ${CLIENTS} * 15)::text`,
        status: `case when n % 5 = 0 then 'filed' else 'open' end`,
        begins_on: `(date '2026-03-11' + n / ${CLIENTS} * 15)::text`,
      }),
    ],
    [
      'time entries',
      like('time_entries', firm, ENTRIES, {
        id: id('entry', 'n'),
        job_id: id('job', `n % ${JOBS - CLIENTS}`),
        task_id: 'null',
        on_day: day('2021-01-01', 1800),
      }),
    ],
    [
      'documents',
      like('documents', `${firm} and from_outside and job_id is not null`, DOCUMENTS, {
        id: id('document', 'n'),
        client_id: id('client', `n % ${CLIENTS}`),
        job_id: id('job', `n % ${JOBS - CLIENTS}`),
        folder_id: 'null',
        name: `'scan ' || n || '.pdf'`,
        at: `(timestamptz '2021-01-01' + (n % 1800) * interval '1 day')::text`,
        // One in two thousand waits to be looked at.
        looked_at: `case when n % 2000 = 0 then null else '2026-01-01' end`,
        is_looked_through: 'true',
      }),
    ],
    // In lots, each of which is done before a statement is ended for taking too long.
    ...Array.from({ length: LOTS_OF_TEXTS }, (_, lot): [string, string] => [
      `texts, ${lot + 1} of ${LOTS_OF_TEXTS}`,
      `insert into document_texts (document_id, firm_id, address, text) select d.id, d.firm_id, d.address,
         (select string_agg((array[${WORDS.map((word) => `'${word}'`).join(', ')}])[1 + (hashtext(d.name || w) & 2147483647) % ${WORDS.length}] || ' ' || (hashtext(d.name) & 65535), ' ') from generate_series(1, 60) w)
       from documents d where d.name like 'scan %.pdf' and (hashtext(d.id::text) & 2147483647) % ${LOTS_OF_TEXTS} = ${lot}
         and not exists (select from document_texts t where t.document_id = d.id)`,
    ]),
  ];
  for (const [what, statement] of steps) {
    const begun = performance.now();
    const [, table] = /^insert into (\w+)/.exec(statement)!;
    const { rows } = await bridge.query<{ columns: string }>(
      `select string_agg(quote_ident(column_name), ', ' order by ordinal_position) as columns from information_schema.columns where table_schema = 'public' and table_name = '${table}' and is_generated = 'NEVER'`,
    );
    await bridge.query(statement.replaceAll(COLUMNS, rows[0]!.columns));
    console.log(`${what.padEnd(16)}${((performance.now() - begun) / 1000).toFixed(1)} s`);
  }
  await bridge.query('vacuum analyze');
  await bridge.close();
}

void enlarge();
