import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ProcedureFull } from '@steady/contract/procedures';
import type { ServiceView } from '@steady/contract/services';
import { rightsOf } from '@steady/core/access';
import { type OpenWork, OpenWorkBook } from '../src/areas/almanac/open-work.queries';
import { TasksService } from '../src/areas/jobs';
import type { StaffActor } from '../src/platform/identity';
import { THREE, atWork } from './at-work';
import { DUNMARRA, type TestApp, clientWithVat, jobOf, startTestApp } from './support';

let t: TestApp;
const { manager, job, client, begun, tick, move } = atWork(() => t);
let vatClient: string;
let vatJob: string;
let handJob: string;

beforeAll(async () => {
  t = await startTestApp();
  vatClient = await clientWithVat(t);
  await t.tick();
  vatJob = await jobOf(t, vatClient);
  handJob = await begun(THREE);
});
afterAll(() => t.close());

/** Ten weeks ahead. */
const END = '2026-05-20';
const sorted = (found: OpenWork[]) => {
  const sums = new Map<string, number>();
  for (const { personId, startOn, dueOn, minutes } of found) {
    const key = `${personId} from ${startOn} until ${dueOn}`;
    sums.set(key, (sums.get(key) ?? 0) + minutes);
  }
  return [...sums].map(([key, minutes]) => `${key}: ${minutes}`).sort();
};

const actor = (more: Partial<StaffActor> = {}): StaffActor => ({
  kind: 'staff',
  id: t.firm.members.manager!,
  name: 'manager',
  shortName: 'manager',
  role: 'manager',
  rights: rightsOf('manager'),
  approveUpTo: null,
  allClients: true,
  hiddenClient: null,
  confirmed: true,
  ...more,
});

/** What the application has kept, beside what is read anew. */
const both = (who: StaffActor, end = END): Promise<{ kept: string[]; fresh: string[] }> =>
  t.works.run(
    { firmId: t.firm.id, actor: who },
    async (work) => ({
      kept: sorted(await t.app.get(OpenWorkBook).until(work, end)),
      fresh: sorted(await new OpenWorkBook(t.app.get(TasksService)).until(work, end)),
    }),
    { readOnly: true },
  );

describe('what a firm still has to do, kept and followed up', () => {
  const acts: [string, () => Promise<unknown>][] = [
    ['a task is ticked', () => tick(handJob, 'Enter')],
    [
      'time is recorded',
      () =>
        manager()
          .post('/api/time-entries')
          .send({ jobId: handJob, on: '2026-03-11', minutes: 10, taskId: taskId('Draft') })
          .expect(201),
    ],
    ['a task is added', () => manager().post(`/api/jobs/${handJob}/tasks`).send({ name: 'Ring them', phaseKey: 'prepare', estimate: 25 }).expect(201)],
    ['a job is moved by hand', async () => (await move(handJob, 'look', { why: 'done elsewhere' })).status],
    ['a job is put on hold', () => manager().post(`/api/jobs/${vatJob}/hold`).send({ reason: 'client abroad' }).expect(204)],
    ['it goes on', () => manager().post(`/api/jobs/${vatJob}/resume`).expect(204)],
    [
      'its target is moved',
      async () =>
        manager()
          .post(`/api/jobs/${vatJob}/target`)
          .send({ targetOn: '2026-03-19', version: (await job(vatJob)).version })
          .expect(204),
    ],
    [
      'another preparer takes it over',
      async () =>
        manager()
          .patch(`/api/jobs/${vatJob}`)
          .send({ preparerId: t.firm.members.partner, version: (await job(vatJob)).version })
          .expect(204),
    ],
    ['a client comes with a year of deadlines', () => clientWithVat(t, '2026-01-01', { ...anotherClient() })],
    [
      'a client gets another preparer',
      async () => {
        const { version } = (await manager().get(`/api/clients/${vatClient}`).expect(200)).body as { version: number };
        await manager()
          .patch(`/api/clients/${vatClient}`)
          .send({ ...DUNMARRA, contact: undefined, preparerId: t.firm.members.partner, version })
          .expect(204);
      },
    ],
    [
      'the usual work of a service changes with its procedure',
      async () => {
        const services = (await manager().get('/api/services').expect(200)).body as ServiceView[];
        const { procedureId } = services.find(({ id }) => id === t.firm.services.vat)!;
        const { name, definition, version } = (await manager().get(`/api/procedures/${procedureId}`).expect(200)).body as ProcedureFull;
        definition.phases[1]!.tasks[0]!.estimate += 45;
        await manager().patch(`/api/procedures/${procedureId}`).send({ name, definition, version, jobIds: [] }).expect(204);
      },
    ],
    [
      'many are moved at once, and put back',
      async () => {
        const batchId = randomUUID();
        await manager()
          .post('/api/jobs/together')
          .send({ ids: [vatJob], batchId, change: 'dates', days: -2 })
          .expect(200);
        await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200);
      },
    ],
    [
      'two records become one',
      async () => {
        const [from, into] = [await client(), await client()];
        await begun(THREE, { clientId: from });
        await both(actor());
        const versionOf = async (id: string) => ((await manager().get(`/api/clients/${id}`).expect(200)).body as { version: number }).version;
        await manager()
          .post(`/api/clients/${into}/merge`)

          .send({ otherId: from, version: await versionOf(into), otherVersion: await versionOf(from), take: [] })
          .expect(204);
      },
    ],
    ['a month goes by', async () => (t.clock.set(t.clock.now().add({ hours: 24 * 30 })), t.tick())],
  ];
  let tasksByName = new Map<string, string>();
  const taskId = (name: string) => tasksByName.get(name);
  const anotherClient = () => ({
    name: 'Kelpworks Ltd',
    legalForm: 'company' as const,
    yearEnd: '12-31',
    vatRegistered: true,
    vatGroup: 'Jan-Feb' as const,
    employer: false,
    way: 'online' as const,
    contact: { name: 'Nora Foley', email: 'nora@kelpworks.example' },
  });

  it('does not take in what a unit of work has changed and not confirmed', async () => {
    const jobId = await begun(THREE);
    const before = await both(actor());
    const more = { key: 'more', name: 'More', role: 'preparer' as const, estimate: 500 };
    let within: string[] = [];
    await expect(
      t.works.run({ firmId: t.firm.id, actor: actor() }, async (work) => {
        await t.app.get(TasksService).addWhereItStands(work, jobId, 'prepare', more);
        within = sorted(await t.app.get(OpenWorkBook).until(work, END));
        throw new Error('thought better of it');
      }),
    ).rejects.toThrow('thought better of it');
    expect(within).not.toEqual(before.kept);
    expect((await both(actor())).kept).toEqual(before.kept);
  });

  it.each(acts)('is as if it were read anew when %s', async (_, act) => {
    tasksByName = new Map((await job(handJob)).tasks.map(({ id, name }) => [name, id]));
    const before = await both(actor());
    expect(before.kept).toEqual(before.fresh);
    await act();
    const after = await both(actor());
    expect(after.kept).toEqual(after.fresh);
    expect(after.kept.length).toBeGreaterThan(3);
  });

  it('is said to each as far as they may see it', async () => {
    const hidden = await both(actor({ hiddenClient: vatClient }));
    const all = await both(actor());
    expect(hidden.kept).toEqual(hidden.fresh);
    expect(hidden.kept).not.toEqual(all.kept);
    const few = await both(actor({ allClients: false }));
    expect(few.kept).toEqual([]);
    expect((await both(actor())).kept).toEqual(all.kept);
  });

  it('tells what begins before a day alone, near or far', async () => {
    const [near, usual, far] = [await both(actor(), '2026-04-20'), await both(actor()), await both(actor(), '2027-12-31')];
    for (const { kept, fresh } of [near, usual, far]) expect(kept).toEqual(fresh);
    expect(near.kept.length).toBeLessThan(usual.kept.length);
    expect(usual.kept.length).toBeLessThan(far.kept.length);
  });
});

it('is compared with what is on record every six hours: what was followed up wrongly is said in the log, and put right', async () => {
  const said: string[] = [];
  const book = t.app.get(OpenWorkBook);
  (book as unknown as { log: { error(line: string): void } }).log = { error: (line) => said.push(line) };
  await both(actor());
  t.clock.set(t.clock.now().add({ hours: 7 }));
  await both(actor());
  expect(said).toEqual([]);
  // Nothing tells of it, as nothing that the application does ever leaves out.
  await t.works.run({ firmId: t.firm.id, actor: actor() }, (work) => work.tx.execute(sql`update tasks set estimate = estimate + 600 where job_id = ${vatJob}`));
  const { kept, fresh } = await both(actor());
  expect(kept).not.toEqual(fresh);
  t.clock.set(t.clock.now().add({ hours: 7 }));
  const later = await both(actor());
  expect(later.kept).toEqual(later.fresh);
  expect(said).toEqual([`What was kept was not what is on record, at 1 client: ${vatClient}`]);
});
