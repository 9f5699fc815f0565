import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Listed } from '@steady/contract/lists';
import type { ObligationView } from '@steady/contract/almanac';
import type { JobRow } from '@steady/contract/jobs';
import type { TodayView } from '@steady/contract/today';
import { Ticks } from '../src/platform/background/ticks';
import { DUNMARRA, type TestApp, clientWithVat, eur, key, startTestApp } from './support';

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

describe('work that does not begin by itself', () => {
  const deadlines = async (id: string) => (await manager().get(`/api/clients/${id}/obligations`).expect(200)).body as ObligationView[];
  const doubts = async () => ((await manager().get('/api/today').expect(200)).body as TodayView).inDoubt;
  let id: string;

  it('is not what is done once: that is for the day given, whatever periods are counted by', async () => {
    id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Once Ltd', vatNumber: undefined, contact: { name: 'Una', email: 'una@once.example' } });
    await manager()
      .post(`/api/clients/${id}/lines`)
      .send({
        serviceId: test.firm.services.payroll,
        name: 'A look back',
        rhythm: 'one-off',
        anchor: 'calendar',
        ruleIds: [],
        fee: eur(5_000),
        startsOn: '2026-03-11',
      })
      .expect(201);
    const once = (await deadlines(id)).filter((one) => one.name === 'A look back');
    expect(once).toHaveLength(1);
    expect(once[0]!.periodEnd).toBe('2026-03-11');
    expect(once[0]!.dueOn >= '2026-03-11').toBe(true);
    expect(await doubts()).toEqual({ rows: [], count: 0 });
  });

  it('is what ended before its line began, or long ago: it stands on Today, and a person begins it', async () => {
    const vat = (await deadlines(id)).filter((one) => one.leads && one.name.startsWith('VAT') && one.jobId === null);
    const [early, old] = vat as [ObligationView, ObligationView];
    const put = (one: ObligationView, end: string) =>
      test.database.asOwner((tx) =>
        tx.execute(
          sql`update obligations set period_start = ${end}, period_end = ${end}, begins_on = ${end}, target_on = ${end}, due_on = ${end} where id = ${one.id}`,
        ),
      );
    await put(early, '2025-12-31');
    await put(old, '2001-12-31');
    // A line begun long ago: only the age of the second speaks against it then.
    await test.tick();
    const waiting = await doubts();
    expect(waiting.rows.map((line) => [line.id, line.client, line.why])).toEqual([
      [old.id, 'Once Ltd', 'its period ended before the service began'],
      [early.id, 'Once Ltd', 'its period ended before the service began'],
    ]);
    await test.database.asOwner((tx) => tx.execute(sql`update service_lines set starts_on = '2000-01-01' where client_id = ${id}`));
    await test.tick();
    const [still, ...more] = (await doubts()).rows;
    expect([still!.id, still!.why, more]).toEqual([old.id, 'its period ended more than two years ago', []]);
    const seen = await deadlines(id);
    expect(seen.find((one) => one.id === old.id)).toMatchObject({ jobId: null, doubt: 'its period ended more than two years ago' });
    expect(seen.find((one) => one.id === early.id)).toMatchObject({ doubt: null, jobId: expect.any(String) as string });
    await manager().post(`/api/obligations/${old.id}/start`).set(key()).expect(200);
    expect((await doubts()).count).toBe(0);
  });
});
