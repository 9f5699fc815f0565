/** Writes numbered rows one after another and says each when it is confirmed, until it is killed. Started by the tests. */
import { sql } from 'drizzle-orm';
import { Database, rows } from '../src/platform/database';
import { settingsWith } from '../src/platform/settings';

const FIRM = '01900000-0000-7000-8000-000000000001';

async function write(): Promise<void> {
  const database = await Database.open(settingsWith({ dataFolder: process.argv[2]! }));
  const found = await database.transaction({ firmId: FIRM }, (tx) => rows<{ last: number }>(tx, sql`select last from counters where name = 'burst'`));
  process.stdout.write(`found ${found[0]?.last ?? 0}\n`);
  for (;;) {
    const [row] = await database.transaction({ firmId: FIRM }, (tx) =>
      rows<{ last: number }>(
        tx,
        sql`insert into counters (firm_id, name, last) values (${FIRM}, 'burst', 1) on conflict (firm_id, name) do update set last = counters.last + 1 returning last`,
      ),
    );
    process.stdout.write(`confirmed ${row!.last}\n`);
  }
}

write().catch((error: unknown) => {
  process.stdout.write(`refused ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
