import { asc, eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Tx, manyRows, readMany, rows } from '../src/platform/database';
import { events } from '../src/platform/events/tables';
import { byItself } from '../src/platform/identity';
import { jobs, tasks } from '../src/areas/jobs/jobs.tables';
import { clients, clientNotes } from '../src/areas/clients/clients.tables';
import { serviceLines, services } from '../src/areas/services/services.tables';
import { THREE, atWork } from './at-work';
import { type TestApp, clientWithVat, startTestApp } from './support';

let t: TestApp;
const { begun, tick } = atWork(() => t);
beforeAll(async () => {
  t = await startTestApp();
  await clientWithVat(t);
  await t.tick();
  await tick(await begun(THREE), 'Enter');
});
afterAll(() => t.close());

const looked = <T>(act: (tx: Tx) => Promise<T>) => t.works.run(byItself(t.firm.id), ({ tx }) => act(tx), { readOnly: true });

describe('many rows read as one value', () => {
  it.each([
    ['clients', clients],
    ['notes', clientNotes],
    ['services', services],
    ['lines', serviceLines],
    ['jobs', jobs],
    ['tasks', tasks],
    ['events', events],
  ])('gives %s as a select gives them: moments, days, sums, lists and what is not there', async (_, table) => {
    const [read, selected] = await looked(async (tx) => [await readMany(tx, table, undefined, sql`id`), await tx.select().from(table).orderBy(asc(table.id))]);
    expect(read).toEqual(selected);
    expect(read.length > 0 || table === clientNotes).toBe(true);
  });

  it('gives those alone that are asked for, in the order asked for, and nothing of another firm', async () => {
    const all = await looked((tx) => readMany(tx, jobs, undefined, sql`number desc`));
    expect(all.map((job) => job.number)).toEqual(all.map((job) => job.number).sort((a, b) => b - a));
    const [first] = all;
    expect((await looked((tx) => readMany(tx, jobs, eq(jobs.id, first!.id)))).map((job) => job.id)).toEqual([first!.id]);
    const others = await t.works.run(byItself(t.other.id), ({ tx }) => readMany(tx, jobs, undefined), { readOnly: true });
    expect(others).toEqual([]);
  });

  it('reads a statement of its own as rows does', async () => {
    const statement = sql`select t.id, t.name, t.estimate, t.due_on as "dueOn", t.done_at is null as open, t.waits_for as "waitsFor", null as nothing from tasks t order by t.id`;
    const [as, one] = await looked(async (tx) => [await rows(tx, statement), await manyRows(tx, statement)]);
    expect(one).toEqual(as);
    expect(await looked((tx) => manyRows(tx, sql`select 1 as one where false`))).toEqual([]);
  });
});
