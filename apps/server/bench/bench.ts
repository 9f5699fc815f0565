/** The part of the bench that needs the database and the core: bare SQL beside each list, and obligations per second. */
import { join } from 'node:path';
import { DatabaseBridge } from '../src/platform/database/bridge';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';
import { fiveYears } from './five-years';

const [folder, asked, rounds] = process.argv.slice(2) as [string, string, string];

/** The rows of each list without what is joined to them: the least that a list could cost. */
const BARE: Record<string, string> = {
  '/api/clients': 'select * from clients order by name collate "unicode" limit 200',
  '/api/jobs?status=open': "select * from jobs where status <> 'finished' order by due_on limit 300",
  '/api/jobs?status=finished': "select * from jobs where status = 'finished' order by finished_at desc limit 300",
  '/api/almanac':
    "select service_id, (due_on - date '2026-03-02') / 7 as week, count(*) from obligations where due_on between '2026-03-02' and '2026-04-26' group by 1, 2",
  '/api/almanac/overdue': "select * from obligations where status = 'open' and due_on < '2026-03-11'",
  '/api/almanac/year?from=2026-01-01':
    "select due_on, count(*), count(*) filter (where status = 'filed') from obligations where due_on between '2026-01-01' and '2026-12-31' group by 1",
  '/api/almanac/list?from=2026-03-01&until=2026-03-31':
    "select * from obligations where due_on between '2026-03-01' and '2026-03-31' or (status = 'open' and due_on < '2026-03-11') order by due_on, id limit 300",
  '/api/clients?sort=-unpaid':
    'select c.*, u.v from clients c left join (select client_id, sum(gross) as v from invoices group by 1) u on u.client_id = c.id order by u.v desc nulls last limit 200',
  '/api/wip': 'select job_id, sum(amount) from wip_postings group by job_id having sum(amount) <> 0',
  '/api/invoices': 'select * from invoices order by id desc limit 200',
  '/api/documents': 'select * from documents order by at desc limit 100',
  '/api/messages': 'select * from messages order by at desc limit 100',
};

async function bench(): Promise<void> {
  const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: join(folder, 'database'), template: null, statementLimit: 60_000 });
  console.log('\nlist                          answered   bare SQL');
  for (const [path, took] of Object.entries(JSON.parse(asked) as Record<string, number>)) {
    const times: number[] = [];
    for (let round = 0; BARE[path] && round < Number(rounds); round += 1) {
      const begun = performance.now();
      await bridge.query(BARE[path]);
      times.push(performance.now() - begun);
    }
    const bare = times.length > 0 ? `${times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!.toFixed(1)} ms` : '';
    console.log(`${path.padEnd(28)}${`${took.toFixed(1)} ms`.padStart(10)}${bare.padStart(11)}`);
  }
  await bridge.close();

  fiveYears();
}

void bench();
