/** The part of the bench that needs the database and the core: bare SQL beside each list, and obligations per second. */
import { join } from 'node:path';
import { DatabaseBridge } from '../src/platform/database/bridge';
import { embeddedWorkerFile } from '../src/platform/database/worker-file';
import { planOfMany, textsOfFiles } from './core-figures';
import { fiveYears } from './five-years';
import { signedCopies } from './signed-copies';

const [folder, asked, rounds] = process.argv.slice(2) as [string, string, string];

const JOB_VALUES = `j.*, c.name as client, s.short_name as service, t.*, coalesce((select sum(e.minutes) from time_entries e where e.job_id = j.id), 0)::int as recorded`;
const JOB_TABLES = `clients c, services s, lateral (select count(*)::int as tasks, count(done_at)::int as done, coalesce(sum(estimate), 0)::int as estimate from tasks where job_id = j.id) t where c.id = j.client_id and s.id = j.service_id`;
const openJobs = (order: string) =>
  `select ${JOB_VALUES} from (select j.* from jobs j join clients c on c.id = j.client_id left join members m on m.id = j.preparer_id where j.status <> 'finished' order by ${order} limit 150) j, ${JOB_TABLES}`;
const clientsBy = (page: string) =>
  `select c.name, c.legal_form, c.way, (select o.due_on from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by o.due_on limit 1),
     (select o.name from obligations o where o.client_id = c.id and o.status in ('open', 'filing') order by o.due_on limit 1), (select count(*) from jobs j where j.client_id = c.id and j.status <> 'finished'),
     (select min(j.waiting_since) from jobs j where j.client_id = c.id and j.status <> 'finished'), (select sum((select sum(w.amount) from wip_postings w where w.job_id = j.id)) from jobs j where j.client_id = c.id),
     (select sum(i.gross - coalesce((select sum(p.amount) from payments p where p.invoice_id = i.id), 0)) from invoices i where i.client_id = c.id and i.status = 'issued'), (select m.name from members m where m.id = c.manager_id)
   from (${page} limit 150) c`;

/** The same rows and values by hand, as the owner of the database: without the application around them and without what holds back what somebody may not see. */
const BARE: Record<string, string> = {
  '/api/clients': clientsBy('select * from clients order by sort_name collate "unicode"'),
  '/api/clients?sort=-unpaid': clientsBy(
    'select c.* from clients c left join (select client_id, sum(gross) as v from invoices group by 1) u on u.client_id = c.id order by u.v desc nulls last',
  ),
  '/api/jobs?status=open': openJobs('j.due_on, j.id'),
  '/api/jobs?status=open&view=person': openJobs('m.short_name, j.due_on, j.id'),
  '/api/jobs?status=open&view=client': openJobs('c.name, j.due_on, j.id'),
  '/api/jobs?status=open&columns=fee&sort=-fee': openJobs('j.fee desc, j.due_on, j.id'),
  '/api/jobs?status=finished': `select ${JOB_VALUES} from (select * from jobs where status = 'finished' order by finished_at desc limit 150) j, ${JOB_TABLES}`,
  '/api/jobs/totals?status=finished': "select count(*), count(*) filter (where due_on < '2026-03-11') from jobs where status = 'finished'",
  '/api/almanac':
    "select service_id, (due_on - date '2026-03-02') / 7 as week, count(*) from obligations where due_on between '2026-03-02' and '2026-04-26' group by 1, 2",
  '/api/almanac/overdue': "select * from obligations where status = 'open' and due_on < '2026-03-11'",
  '/api/almanac/year?from=2026-01-01':
    "select due_on, count(*), count(*) filter (where status = 'filed'), count(*) filter (where status in ('open', 'filing') and due_on < '2026-03-11') from obligations where due_on between '2026-01-01' and '2026-12-31' group by 1",
  '/api/almanac/list?from=2026-03-01&until=2026-03-31':
    "select * from obligations where due_on between '2026-03-01' and '2026-03-31' or (status = 'open' and due_on < '2026-03-11') order by due_on, id limit 300",
  '/api/wip': 'select job_id, sum(amount) from wip_postings group by job_id having sum(amount) <> 0',
  '/api/invoices': 'select * from invoices order by id desc limit 200',
  '/api/documents': 'select * from documents where taken_out_at is null order by at desc, id desc limit 150',
  '/api/documents?view=to%20look%20at': 'select * from documents where looked_at is null and taken_out_at is null order by at desc, id desc limit 150',
  '/api/documents?find=dividend%2041': `select * from documents where id in (select document_id from document_texts where words @@ to_tsquery('simple', 'dividend:* & 41:*') limit 2000) order by at desc limit 150`,
  '/api/missing': "select * from asks where state in ('with the client', 'with us')",
  '/api/messages': 'select * from messages order by at desc limit 100',
};

async function bench(): Promise<void> {
  const bridge = await DatabaseBridge.open({ workerFile: embeddedWorkerFile(), dataDir: join(folder, 'database'), template: null, statementLimit: 60_000 });
  console.log('\nlist                                                  answered   bare SQL');
  for (const [path, took] of Object.entries(JSON.parse(asked) as Record<string, number>)) {
    const times: number[] = [];
    for (let round = 0; BARE[path] && round < Number(rounds); round += 1) {
      const begun = performance.now();
      await bridge.query(BARE[path]);
      times.push(performance.now() - begun);
    }
    const bare = times.length > 0 ? `${times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!.toFixed(1)} ms` : '';
    console.log(`${path.padEnd(52)}${`${took.toFixed(1)} ms`.padStart(10)}${bare.padStart(11)}`);
  }
  await bridge.close();

  fiveYears();
  planOfMany();
  await textsOfFiles();
  await signedCopies();
}

void bench();
