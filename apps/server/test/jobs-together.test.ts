import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AddJobs, JobRow, JobView, JobsBegun } from '@steady/contract/jobs';
import type { ProcedureFull } from '@steady/contract/procedures';
import type { ServiceView } from '@steady/contract/services';
import { DUNMARRA, type TestApp, clientWithVat, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
const ids: Record<string, string> = {};
let procedureId: string;

const manager = () => test.firm.as.manager!;
const view = async (jobId: string) => (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
const begin = (more: Partial<AddJobs>, role = 'manager') =>
  test.firm.as[role]!.post('/api/jobs/many')
    .set(key())
    .send({ clientIds: Object.values(ids), procedureId, name: 'Look into grants', startOn: '2026-03-12', dueOn: '2026-03-27', ...more });

beforeAll(async () => {
  test = await startTestApp();
  for (const name of ['Dunmarra Oysters Ltd', 'Cill Rua Chandlery', 'Skerry Boats']) {
    const { body } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, name, contact: undefined })
      .expect(201);
    ids[name] = (body as { id: string }).id;
  }
  const definition = {
    phases: [
      {
        key: 'look',
        name: 'Look',
        tasks: [
          { key: 'read', name: 'Read', role: 'preparer', estimate: 30 },
          { key: 'call', name: 'Call', role: 'preparer', estimate: 15 },
        ],
      },
    ],
  };
  const { body } = await manager().post('/api/procedures').send({ name: 'Grants', definition }).expect(201);
  procedureId = (body as { id: string }).id;
});
afterAll(() => test.close());

describe('the same work for many clients', () => {
  it('is begun once for each, says who has it already, and is taken back where nobody worked on it', async () => {
    await manager()
      .post('/api/jobs')
      .send({ clientId: ids['Skerry Boats'], procedureId, name: 'look into GRANTS', startOn: '2026-03-12', dueOn: '2026-03-27' })
      .expect(201);
    const first = (await begin({ fee: eur(10_000), priority: 'first' }).expect(200)).body as JobsBegun;
    expect(first.ids).toHaveLength(2);
    expect(first.not).toMatchObject([{ client: 'Skerry Boats', why: expect.stringMatching(/^has it already: job \d+$/) as string }]);
    expect((await begin({}).expect(200)).body).toMatchObject({ ids: [], not: [{}, {}, {}] });
    const job = await view(first.ids[0]!);
    expect(job).toMatchObject({ name: 'Look into grants', priority: 'first', dueOn: '2026-03-27' });
    const [task] = job.tasks;
    await manager().post(`/api/tasks/${task!.id}/tick`).send({ done: true, version: task!.version }).expect(200);
    const back = await manager().post('/api/jobs/many/take-back').send({ ids: first.ids }).expect(200);
    expect(back.body).toEqual({ takenBack: 1, left: 1 });
    await manager().get(`/api/jobs/${first.ids[1]}`).expect(404);
    await view(first.ids[0]!);
  });

  it('is refused without clients, without a name, before today, and with a fee from whoever may not see fees', async () => {
    await begin({ clientIds: [] }).expect(422);
    await begin({ name: ' ' }).expect(422);
    await begin({ name: 'Too late', startOn: '2026-03-01', dueOn: '2026-03-02' }).expect(422);
    await begin({ name: 'Paid', fee: eur(1) }, 'preparer').expect(403);
    await test.other.as
      .manager!.post('/api/jobs/many')
      .set(key())
      .send({ clientIds: Object.values(ids), procedureId, name: 'x', startOn: '2026-03-12', dueOn: '2026-03-27' })
      .expect(404);
  });

  it('never takes back the job of a deadline: it belongs to it', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Deadline Ltd', contact: undefined });
    await test.tick();
    const jobId = await jobOf(test, id);
    expect(
      (
        await manager()
          .post('/api/jobs/many/take-back')
          .send({ ids: [jobId] })
          .expect(200)
      ).body,
    ).toEqual({ takenBack: 0, left: 1 });
    await view(jobId);
  });
});

describe('with whom a job is settled', () => {
  it('is one of those who get requests, and its messages go to that one alone', async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Two Of Them Ltd' });
    const other = await manager()
      .post(`/api/clients/${id}/contacts`)
      .send({ name: 'Colm Foley', email: 'colm@two-of-them.example', getsRequests: true })
      .expect(201);
    const silent = await manager()
      .post(`/api/clients/${id}/contacts`)
      .send({ name: 'Una Foley', email: 'una@two-of-them.example', getsRequests: false })
      .expect(201);
    await test.tick();
    const jobId = await jobOf(test, id);
    const wanted = { title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank statements' }] };
    const to = async () =>
      ((await manager().post(`/api/jobs/${jobId}/requests/preview`).send(wanted).expect(200)).body as { messages: { to: string }[] }).messages.map(
        (one) => one.to,
      );
    expect(await to()).toEqual(['Bríd Foley', 'Colm Foley']);
    const settle = async (contactId: string | null) =>
      manager()
        .patch(`/api/jobs/${jobId}`)
        .send({ contactId, version: (await view(jobId)).version });
    expect((await settle((silent.body as { id: string }).id)).status).toBe(422);
    expect((await settle((other.body as { id: string }).id)).status).toBe(204);
    expect(await to()).toEqual(['Colm Foley']);
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(wanted).expect(201);
    expect((await view(jobId)).contactId).toBe((other.body as { id: string }).id);
    expect((await settle(null)).status).toBe(204);
    expect(await to()).toEqual(['Bríd Foley', 'Colm Foley']);
  });
});

describe('a rule of a procedure that looks at the service', () => {
  it('knows it by its own name when the job is laid out, whatever the line is called', async () => {
    const services = (await manager().get('/api/services').expect(200)).body as ServiceView[];
    const vat = services.find((one) => one.id === test.firm.services.vat)!;
    const { name, definition, version } = (await manager().get(`/api/procedures/${vat.procedureId}`).expect(200)).body as ProcedureFull;
    const [first, ...others] = definition.phases;
    const task = { ...first!.tasks[0]!, key: 'only here', name: 'Only for VAT', onlyIf: { fact: 'line:service', is: vat.name } };
    const changed = { ...definition, phases: [{ ...first!, tasks: [...first!.tasks, task] }, ...others] };
    await manager().patch(`/api/procedures/${vat.procedureId}`).send({ name, definition: changed, version, jobIds: [] }).expect(204);
    const { body } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, name: 'Named Otherwise Ltd', contact: undefined })
      .expect(201);
    const { id } = body as { id: string };
    const line = { serviceId: vat.id, name: 'The quay', rhythm: 'two-monthly', fee: eur(18_000), startsOn: '2026-01-01' };
    await manager().post(`/api/clients/${id}/lines`).send(line).expect(201);
    await test.tick();
    expect((await view(await jobOf(test, id))).tasks.map((one) => one.name)).toContain('Only for VAT');
    const listed = (await manager().get(`/api/jobs?client=${id}`).expect(200)).body as { rows: JobRow[] };
    expect(listed.rows).toHaveLength(1);
  });
});
