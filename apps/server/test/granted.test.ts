import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientRow } from '@steady/contract/client-lists';
import type { AuditRow, ClientViewer, GrantOutcome, PersonSight, RoleView, TeamRow } from '@steady/contract/team';
import { rows } from '../src/platform/database';
import { DUNMARRA, type TestApp, clientWithVat, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
/** One client with a job, a request, a bill and time; and another beside it. */
const ids: Record<string, string> = {};

beforeAll(async () => {
  test = await startTestApp();
  ids.client = await clientWithVat(test);
  await test.tick();
  ids.job = await jobOf(test, ids.client);
  const { manager, preparer } = test.firm.as;
  const made = async (answer: request.Test) => ((await answer.expect(201)).body as { id: string }).id;
  ids.request = await made(
    preparer!
      .post(`/api/jobs/${ids.job}/requests`)
      .set(key())
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] }),
  );
  ids.bill = await made(
    manager!
      .post(`/api/jobs/${ids.job}/bills`)
      .set(key())
      .send({ amount: eur(5_000), wording: 'On account' }),
  );
  await manager!.post(`/api/invoices/${ids.bill}/approve`).set(key()).send({ version: 1 }).expect(204);
  await preparer!.post('/api/time-entries').set(key()).send({ jobId: ids.job, on: '2026-03-11', minutes: 30 }).expect(201);
  ids.other = await clientWithVat(test, '2026-01-01', {
    ...DUNMARRA,
    name: 'Sallow Boatyard Ltd',
    contact: { name: 'Joe Rafferty', email: 'joe@boatyard.example' },
  });
  // What is done after the transactions (the bill is printed, then the client is written to) is done before it is looked for.
  await test.drain();
  const one = async (table: string) =>
    (await test.database.asOwner((tx) => rows<{ id: string }>(tx, sql`select id from ${sql.identifier(table)} where firm_id = ${test.firm.id} limit 1`)))[0]!
      .id;
  for (const table of ['obligations', 'tasks', 'request_items', 'documents', 'service_lines', 'messages']) ids[table] = await one(table);
  ids.contact = await one('contacts');
  ids.related = await made(manager!.post(`/api/clients/${ids.client}/related`).send({ otherId: ids.other, name: 'Foreshore', kind: 'other' }));
  ids.group = await made(administrator().post('/api/groups').send({ name: 'Desk', memberIds: [] }));
  await test.drain();
});
afterAll(() => test.close());

const contractor = () => test.firm.as.contractor!;
const administrator = () => test.firm.as.administrator!;
const names = async (agent = contractor()) => ((await agent.get('/api/clients').expect(200)).body as { rows: ClientRow[] }).rows.map((row) => row.name);
const grant = async (target: object, to = test.firm.members.contractor!, path = '/api/grants') =>
  (
    await administrator()
      .post(path)
      .send({ memberIds: [to], ...target })
      .expect(200)
  ).body as GrantOutcome;

describe('nothing is visible until it was granted', () => {
  it('by searching, and looks like what does not exist', async () => {
    expect((await contractor().get('/api/search?find=Dunmarra').expect(200)).body).toEqual([]);
    const hidden = await contractor().get(`/api/clients/${ids.client}`).expect(404);
    const absent = await contractor().get('/api/clients/01900000-0000-7000-8000-000000000009').expect(404);
    expect({ ...(hidden.body as object), id: null }).toEqual({ ...(absent.body as object), id: null });
  });
});

describe('granting', () => {
  it('one client shows it with its jobs and nothing else, and says so in a sentence', async () => {
    const outcome = await grant({ clientIds: [ids.client] });
    expect(outcome).toEqual({ said: 'contractor of Marram & Tern sees Dunmarra Oysters Ltd from now on.', changed: 1 });
    expect(await names()).toEqual(['Dunmarra Oysters Ltd']);
    await contractor().get(`/api/jobs/${ids.job}`).expect(200);
    await contractor().get(`/api/clients/${ids.other}`).expect(404);
    expect((await grant({ clientIds: [ids.client] })).said).toContain('all of it was granted before');
  });

  it('lets a contractor work on it, and not see its fees', async () => {
    const { body } = await contractor().get(`/api/jobs/${ids.job}`).expect(200);
    expect((body as { money: unknown }).money).toBeNull();
    await contractor().post('/api/time-entries').set(key()).send({ jobId: ids.job, on: '2026-03-11', minutes: 10 }).expect(201);
    await contractor().get(`/api/invoices/${ids.bill}`).expect(403);
  });

  it('is undone by taking it back', async () => {
    expect((await grant({ clientIds: [ids.client] }, undefined, '/api/grants/take-back')).said).toBe(
      'contractor of Marram & Tern no longer sees Dunmarra Oysters Ltd.',
    );
    await contractor().get(`/api/jobs/${ids.job}`).expect(404);
    expect((await grant({ clientIds: [ids.client] }, undefined, '/api/grants/take-back')).changed).toBe(0);
  });

  it('by a word, by a person named on them, to several at once', async () => {
    expect((await grant({ find: 'boat' })).said).toContain('Sallow Boatyard Ltd');
    expect((await grant({ managerId: test.firm.members.manager })).changed).toBe(1);
    expect((await grant({ find: '100%' })).said).toBe('No client matches, so nothing was granted.');
    const body = { memberIds: [test.firm.members.contractor, test.firm.members.preparer], clientIds: [ids.client] };
    expect(((await administrator().post('/api/grants').send(body).expect(200)).body as GrantOutcome).said).toContain(' see Dunmarra');
    await grant({ managerId: test.firm.members.manager }, undefined, '/api/grants/take-back');
  });

  it('refuses nothing, nobody, and people or clients of another firm', async () => {
    await administrator()
      .post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor] })
      .expect(422);
    await administrator()
      .post('/api/grants')
      .send({ memberIds: [], clientIds: [ids.client] })
      .expect(422);
    await administrator()
      .post('/api/grants')
      .send({ memberIds: [test.other.members.contractor], clientIds: [ids.client] })
      .expect(404);
    const theirs = await test.other.as
      .manager!.post('/api/clients')
      .send({ ...DUNMARRA, name: 'Theirs Ltd' })
      .expect(201);
    expect((await grant({ clientIds: [(theirs.body as { id: string }).id] })).changed).toBe(0);
    await test.firm.as
      .preparer!.post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [ids.client] })
      .expect(403);
  });

  it('follows from adding a client and from being named on one', async () => {
    const preparer = test.firm.as.preparer!;
    await administrator().put(`/api/team/${test.firm.members.preparer}/sight`).send({ allClients: false }).expect(204);
    const { body } = await preparer
      .post('/api/clients')
      .send({ ...DUNMARRA, name: 'Added in passing', contact: { name: 'Ida', email: 'ida@passing.example' }, preparerId: test.firm.members.contractor })
      .expect(201);
    const { id } = body as { id: string };
    expect(await names(preparer)).toContain('Added in passing');
    expect(await names()).toEqual(['Added in passing']);
    const why = ((await administrator().get(`/api/clients/${id}/viewers`).expect(200)).body as ClientViewer[]).map((one) => [one.role, one.sees, one.why]);
    expect(why).toContainEqual(['preparer', true, 'granted: added it']);
    expect(why).toContainEqual(['contractor', true, 'granted: named on it by preparer of Marram & Tern']);
    await administrator().put(`/api/team/${test.firm.members.preparer}/sight`).send({ allClients: true }).expect(204);
    await grant({ clientIds: [id] }, undefined, '/api/grants/take-back');
  });

  it('comes before work is given to somebody', async () => {
    const task = { version: 1, assigneeId: test.firm.members.contractor };
    const { body } = await test.firm.as.manager!.patch(`/api/tasks/${ids.tasks}`).send(task).expect(422);
    expect(body).toMatchObject({ errors: [{ field: 'assigneeId', message: expect.stringContaining('does not see this client') as string }] });
  });

  it('answers what a person can see', async () => {
    await grant({ clientIds: [ids.client] });
    const sight = (await administrator().get(`/api/team/${test.firm.members.contractor}/sight`).expect(200)).body as PersonSight;
    expect(sight).toMatchObject({ sentence: 'contractor of Marram & Tern sees 1 client.', clients: [{ name: 'Dunmarra Oysters Ltd' }] });
    await grant({ clientIds: [ids.client] }, undefined, '/api/grants/take-back');
  });

  it('cannot give more than the giver sees', async () => {
    await administrator().put(`/api/team/${test.firm.members.manager}/sight`).send({ allClients: false }).expect(204);
    const manager = test.firm.as.manager!;
    expect(await names(manager)).toContain('Dunmarra Oysters Ltd'); // named on it as its manager
    await manager.put(`/api/team/${test.firm.members.contractor}/sight`).send({ allClients: true }).expect(409);
    await administrator().put(`/api/team/${test.firm.members.manager}/sight`).send({ allClients: true }).expect(204);
  });
});

describe('the firm\u2019s own record', () => {
  it('is seen by nobody until a role carries that right', async () => {
    const { id } = (
      await test.firm.as
        .manager!.post('/api/clients')
        .send({ ...DUNMARRA, name: 'Marram & Tern, own books' })
        .expect(201)
    ).body as { id: string };
    await administrator().post(`/api/clients/${id}/own-record`).expect(204);
    for (const role of ['manager', 'partner', 'administrator']) {
      expect(await names(test.firm.as[role])).not.toContain('Marram & Tern, own books');
      await test.firm.as[role]!.get(`/api/clients/${id}`).expect(404);
    }
    const roles = (await administrator().get('/api/roles').expect(200)).body as RoleView[];
    const partner = roles.find((role) => role.role === 'partner')!;
    await administrator()
      .put('/api/roles/partner')
      .send({ rights: [...partner.rights, 'see own firm'] })
      .expect(204);
    await test.firm.as.partner!.get(`/api/clients/${id}`).expect(200);
    await test.firm.as.manager!.get(`/api/clients/${id}`).expect(404);
  });
});

describe('roles', () => {
  it('are adjusted, hold at once, and keep the firm from locking itself out', async () => {
    const { preparer } = test.firm.as;
    await preparer!.get('/api/wip').expect(403);
    await administrator()
      .put('/api/roles/preparer')
      .send({ rights: ['see clients', 'do work', 'record time', 'change clients', 'see fees'] })
      .expect(204);
    await preparer!.get('/api/wip').expect(200);
    await administrator()
      .put('/api/roles/preparer')
      .send({ rights: ['see clients', 'bill'] })
      .expect(422);
    await administrator()
      .put('/api/roles/administrator')
      .send({ rights: ['see clients'] })
      .expect(422);
    await administrator()
      .put('/api/roles/preparer')
      .send({ rights: ['fly'] })
      .expect(422);
    await administrator()
      .put('/api/roles/wizard')
      .send({ rights: ['see clients'] })
      .expect(404);
    await preparer!
      .put('/api/roles/preparer')
      .send({ rights: ['see clients', 'run firm'] })
      .expect(403);
    const { preparer: other } = test.other.as;
    await other!.get('/api/wip').expect(403);
  });
});

describe('leaving', () => {
  it('wants open tasks handed over, ends sessions at once, and keeps the name', async () => {
    const { members } = test.firm;
    await administrator().post(`/api/team/${members.preparer}/standing`).send({ standing: 'left' }).expect(422);
    await administrator().post(`/api/team/${members.preparer}/standing`).send({ standing: 'left', handTo: members.preparer }).expect(422);
    await administrator().post(`/api/team/${members.preparer}/standing`).send({ standing: 'left', handTo: members.contractor }).expect(204);
    await test.firm.as.preparer!.get('/api/session').expect(401);
    expect(await names()).toContain('Dunmarra Oysters Ltd');
    const team = (await administrator().get('/api/team/people').expect(200)).body as TeamRow[];
    expect(team.find((person) => person.id === members.preparer)).toMatchObject({ standing: 'left', openTasks: 0 });
    expect(team.find((person) => person.id === members.contractor)!.openTasks).toBeGreaterThan(0);
    const { body } = await administrator().get(`/api/audit?client=${ids.client}`).expect(200);
    expect((body as { rows: AuditRow[] }).rows.some((row) => row.who === 'preparer of Marram & Tern')).toBe(true);
  });

  it('is not for oneself, nor for the only administrator', async () => {
    const { members } = test.firm;
    await administrator().post(`/api/team/${members.administrator}/standing`).send({ standing: 'suspended' }).expect(409);
    await test.firm.as.partner!.post(`/api/team/${members.administrator}/standing`).send({ standing: 'suspended' }).expect(409);
  });
});

describe('the audit trail', () => {
  const trail = async (query: string) => ((await administrator().get(`/api/audit?${query}`).expect(200)).body as { rows: AuditRow[] }).rows;

  it('is filtered by person, client, kind and time, with before and after', async () => {
    const grants = await trail('kind=clients%20granted');
    expect(grants.length).toBeGreaterThan(3);
    expect(new Set(grants.map((row) => row.kind))).toEqual(new Set(['clients granted']));
    expect((await trail(`who=${test.firm.members.manager}`)).every((row) => row.who === 'manager of Marram & Tern')).toBe(true);
    expect((await trail(`client=${ids.other}`)).every((row) => row.client === 'Sallow Boatyard Ltd')).toBe(true);
    expect(await trail('until=2026-03-10')).toEqual([]);
    expect((await trail('from=2026-03-11&until=2026-03-11')).length).toBeGreaterThan(10);
    const [role] = await trail('kind=role%20changed');
    expect(role).toMatchObject({ before: ['see clients', 'change clients', 'do work', 'record time'] });
    await administrator().get('/api/audit?from=2026-02-30').expect(422);
  });

  it('leaves as CSV, and only for who runs the firm', async () => {
    const { text, headers } = await administrator().get('/api/audit.csv?kind=clients%20granted').expect(200);
    expect(headers['content-disposition']).toContain('attachment');
    expect(text.split('\r\n')[0]).toBe('\ufeffAt,Who,Kind,What,Client,Before,After');
    expect(text).toContain('Dunmarra Oysters Ltd');
    await test.firm.as.manager!.get('/api/audit.csv').expect(403);
  });
});
