/** Brings in a file of thousands of clients, or takes it back, and says how far it has come, until it is killed. Started by the tests. */
import { sql } from 'drizzle-orm';
import { BulkUndo } from '../src/areas/clients';
import { BringingIn, ImportsService } from '../src/areas/imports';
import { readTable } from '../src/areas/imports/read-file';
import { Ticks } from '../src/platform/background/ticks';
import { rows } from '../src/platform/database';
import { LiveNotices } from '../src/platform/events';
import { openKillableFirm, runKillable } from './killable-firm';

const [folder, many, what] = process.argv.slice(2) as [string, string, 'in' | 'back'];
const say = (words: string) => process.stdout.write(`${words}\n`);

runKillable(async () => {
  const { app, works, itself, orla } = await openKillableFirm(folder);
  const counts = async () => {
    const [found] = await works.run(itself, (work) =>
      rows<{ clients: number; names: number; contacts: number; changes: number }>(
        work.tx,
        sql`select (select count(*)::int from clients) as clients, (select count(distinct name)::int from clients) as names,
              (select count(*)::int from contacts) as contacts, (select count(*)::int from bulk_changes) as changes`,
      ),
    );
    const { clients, names, contacts, changes } = found!;
    return `${clients} ${names} ${contacts} ${changes}`;
  };
  say(`found ${await counts()}`);
  const [known] = await works.run(itself, (work) =>
    rows<{ id: string; bulkId: string; going: string | null }>(
      work.tx,
      sql`select i.id, i.bulk_id as "bulkId", b.going from imports i left join bulk_changes b on b.id = i.bulk_id`,
    ),
  );
  app
    .get(LiveNotices)
    .progressOf(itself.firmId, orla.actor.id)
    .subscribe(({ done }) => say(`progress ${done}`));
  if (what === 'back' && known!.going === null) {
    // Said after each lot, as a kill wants a place to hit.
    const timer = setInterval(() => void counts().then((found) => say(`progress ${found.split(' ')[0]}`)), 50);
    await app.get(BulkUndo).undo(orla, known!.bulkId);
    clearInterval(timer);
  } else if (known) {
    await app.get(Ticks).tick();
    await app.get(BringingIn).settled();
    await app.get(BulkUndo).settled();
  } else {
    const lines = Array.from({ length: Number(many) }, (_, at) => `Quay ${at} Works Ltd,client-${at}@many.example`);
    const read = await readTable({ bytes: Buffer.from(`Client,Email\n${lines.join('\n')}\n`), name: 'a file' });
    const id = await app.get(ImportsService).begin(orla, 'a file', read);
    await works.run(orla, (work) => app.get(ImportsService).bringIn(work, id, {}));
    await app.get(BringingIn).settled();
  }
  say(`confirmed ${await counts()}`);
});
