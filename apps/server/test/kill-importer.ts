/** Brings in a file of thousands of clients and says how far it has come, until it is killed. Started by the tests. */
import { sql } from 'drizzle-orm';
import { BroughtInService } from '../src/areas/clients';
import { rows } from '../src/platform/database';
import { openKillableFirm, runKillable } from './killable-firm';

const [folder, many] = process.argv.slice(2) as [string, string];

runKillable(async () => {
  const { app, works, itself, orla } = await openKillableFirm(folder);
  const [before] = await works.run(itself, (work) =>
    rows<{ clients: number; contacts: number; changes: number }>(
      work.tx,
      sql`select (select count(*)::int from clients) as clients, (select count(*)::int from contacts) as contacts, (select count(*)::int from bulk_changes) as changes`,
    ),
  );
  process.stdout.write(`found ${before!.clients} ${before!.contacts} ${before!.changes}\n`);
  const fresh = Array.from({ length: Number(many) }, (_, at) => ({ name: `Client ${at}`, email: `client-${at}@many.example` }));
  await works.run(orla, (work) => app.get(BroughtInService).write(work, 'a file', fresh, [], (done) => process.stdout.write(`progress ${done}\n`)));
  process.stdout.write('confirmed\n');
});
