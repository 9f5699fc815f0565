import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Listed } from '@steady/contract/lists';
import type { JobRow } from '@steady/contract/jobs';
import { Ticks } from '../src/platform/background/ticks';
import { DUNMARRA, type TestApp, clientWithVat, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const CLIENTS = 8;
const manager = () => test.firm.as.manager!;
const open = async () => ((await manager().get('/api/jobs?status=open').expect(200)).body as Listed<JobRow>).rows;

describe('a round of what comes due by itself', () => {
  const ids: string[] = [];

  it('begins the jobs of all others where one cannot be begun, and that one when it can', async () => {
    for (let n = 1; n <= CLIENTS; n += 1)
      ids.push(
        await clientWithVat(test, '2026-01-01', {
          ...DUNMARRA,
          name: `Boatyard ${n}`,
          vatNumber: undefined,
          contact: { name: `Joe ${n}`, email: `joe${n}@boat.example` },
        }),
      );
    const [broken] = ids;
    // A line whose own procedure is nowhere: its jobs cannot be begun.
    await test.database.asOwner((tx) => tx.execute(sql`update service_lines set procedure_id = gen_random_uuid() where client_id = ${broken}`));
    await test.tick();
    const begun = new Set((await open()).map((job) => job.clientId));
    expect(begun).toEqual(new Set(ids.slice(1)));

    await test.database.asOwner((tx) => tx.execute(sql`update service_lines set procedure_id = null where client_id = ${broken}`));
    await test.tick();
    await test.tick();
    const now = (await open()).map((job) => job.clientId);
    expect(now.filter((id) => id === broken)).toHaveLength(now.filter((id) => id === ids[1]).length);
    expect(now).toHaveLength(new Set((await open()).map((job) => job.id)).size);
  });

  it('does a few in each transaction, and those of a part that fails one by one', async () => {
    const done: string[][] = [];
    test.app.get(Ticks).registerEach(
      'counted',
      async (work) => (work.firm.id === test.firm.id ? Array.from({ length: 12 }, (_, at) => `${at + 1}`) : []),
      async (_work, part) => {
        if (part.includes('7')) throw new Error('7 does not go');
        done.push(part);
      },
    );
    await test.tick();
    expect(done).toEqual([['1', '2', '3', '4', '5'], ['6'], ['8'], ['9'], ['10'], ['11', '12']]);
  });
});
