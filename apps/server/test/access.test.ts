import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RIGHTS_AT_FIRST, ROLES, type Right, type Role } from '@steady/core/access';
import { rows } from '../src/platform/database';
import { DUNMARRA, PASSWORD, type TestApp, clientWithVat, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
let clientId: string;
let jobId: string;

beforeAll(async () => {
  test = await startTestApp();
  clientId = await clientWithVat(test);
  await test.tick();
  jobId = await jobOf(test, clientId);
});
afterAll(() => test.close());

const may = (role: Role, right: Right) => RIGHTS_AT_FIRST[role].includes(right);
const nobody = () => request(test.app.getHttpServer());

describe('row level security', () => {
  it('is on for every table that belongs to a firm', async () => {
    const tables = await test.database.asOwner((tx) =>
      rows<{ name: string; on: boolean; policies: number }>(
        tx,
        sql`select c.relname as name, c.relrowsecurity as "on", (select count(*) from pg_policy p where p.polrelid = c.oid)::int as policies
            from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public' and c.relkind = 'r' and c.relname <> 'migrations'`,
      ),
    );
    expect(tables.length).toBeGreaterThan(25);
    expect(tables.filter((table) => !table.on || table.policies === 0)).toEqual([]);
  });

  it('lets a firm neither read nor write, change or remove what is another\u2019s', async () => {
    const asOther = <T>(act: Parameters<typeof test.database.transaction<T>>[1]) => test.database.transaction({ firmId: test.other.id }, act);
    expect(await asOther((tx) => rows(tx, sql`select id from clients`))).toEqual([]);
    expect(await asOther((tx) => rows(tx, sql`update clients set name = 'taken' returning id`))).toEqual([]);
    expect(await asOther((tx) => rows(tx, sql`delete from jobs returning id`))).toEqual([]);
    await expect(asOther((tx) => rows(tx, sql`insert into counters (firm_id, name, last) values (${test.firm.id}, 'invoice 2026', 999)`))).rejects.toThrow();
    await expect(asOther((tx) => rows(tx, sql`update members set firm_id = ${test.firm.id}`))).rejects.toThrow();
  });

  it('shows nothing at all outside a firm', async () => {
    for (const table of ['clients', 'invoices', 'sessions', 'portal_links', 'events']) {
      expect(await test.database.transaction({ secret: 'guessed' }, (tx) => rows(tx, sql`select 1 from ${sql.identifier(table)}`))).toEqual([]);
    }
  });

  it('lets nobody change or remove what has happened or was posted', async () => {
    for (const table of ['events', 'wip_postings', 'payments']) {
      await expect(test.database.transaction({ firmId: test.firm.id }, (tx) => rows(tx, sql`delete from ${sql.identifier(table)}`))).rejects.toThrow();
    }
  });
});

describe('every route', () => {
  it('gives another firm nothing, not even that it exists', async () => {
    const { as } = test.other;
    for (const path of [`/api/clients/${clientId}`, `/api/jobs/${jobId}`, `/api/jobs/${jobId}/settlement`]) {
      const { body } = await as.manager!.get(path).expect(404);
      expect(body).toMatchObject({ code: 'not-found' });
    }
    expect((await as.manager!.get(`/api/clients/${clientId}/obligations`).expect(200)).body).toEqual([]);
    expect((await as.manager!.get('/api/search?find=Dunmarra').expect(200)).body).toEqual([]);
    await as
      .manager!.patch(`/api/clients/${clientId}`)
      .send({ ...DUNMARRA, contact: undefined, version: 1 })
      .expect(404);
    await as
      .manager!.post(`/api/jobs/${jobId}/bills`)
      .set(key())
      .send({ amount: eur(100), wording: 'x' })
      .expect(404);
    await as.manager!.post('/api/time-entries').set(key()).send({ jobId, on: '2026-03-11', minutes: 5 }).expect(404);
  });

  it.each(ROLES)('answers a %s as the rights of the role say', async (role) => {
    const agent = test.firm.as[role]!;
    const is = (allowed: boolean) => (allowed ? 'allowed' : 'refused');
    const got = async (answer: Promise<request.Response>) => is((await answer).status !== 403);
    expect(await got(agent.get('/api/clients'))).toBe(is(may(role, 'see clients')));
    expect(await got(agent.post('/api/clients').send({}))).toBe(is(may(role, 'change clients')));
    expect(await got(agent.get('/api/wip'))).toBe(is(may(role, 'see fees')));
    expect(await got(agent.post(`/api/jobs/${jobId}/bills`).set(key()).send({}))).toBe(is(may(role, 'bill')));
    expect(await got(agent.get('/api/post-room'))).toBe(is(may(role, 'grant clients')));
    expect(await got(agent.post('/api/grants').send({}))).toBe(is(may(role, 'grant clients')));
    expect(await got(agent.get('/api/audit'))).toBe(is(may(role, 'run firm')));
    if (role === 'contractor') return;
    const { money } = (await agent.get(`/api/jobs/${jobId}`).expect(200)).body as { money: unknown };
    expect(is(money !== null)).toBe(is(may(role, 'see fees')));
    const lines = (await agent.get(`/api/clients/${clientId}/lines`).expect(200)).body as { fee: number | null; perYear: number | null }[];
    for (const { fee, perYear } of lines) expect([fee, perYear].map((figure) => is(figure !== null))).toEqual(Array(2).fill(is(may(role, 'see fees'))));
    const listed = JSON.stringify((await agent.get('/api/jobs?status=open&columns=fee,wip,billed').expect(200)).body);
    expect(is(listed.includes('"fee"'))).toBe(is(may(role, 'see fees')));
  });
});

describe('signing in', () => {
  it('works by email and password, and tells strangers nothing', async () => {
    const wrong = await nobody().post('/api/sign-in').send({ email: 'manager@marram-tern.example', password: 'guess' }).expect(401);
    const unknown = await nobody().post('/api/sign-in').send({ email: 'stranger@nowhere.example', password: 'guess' }).expect(401);
    expect({ ...(unknown.body as object), id: null }).toEqual({ ...(wrong.body as object), id: null });
    const agent = request.agent(test.app.getHttpServer());
    const { headers } = await agent.post('/api/sign-in').send({ email: 'Manager@marram-tern.example', password: PASSWORD }).expect(200);
    expect(String(headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Lax/);
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ name: 'manager of Marram & Tern', firm: { currency: 'EUR' } });
    await agent.post('/api/sign-out').expect(204);
    await agent.get('/api/session').expect(401);
  });

  it('offers no demo people where there is no demo, and lets none in', async () => {
    const real = await startTestApp({ demo: false });
    const outside = () => request(real.app.getHttpServer());
    expect((await outside().get('/api/sign-in').expect(200)).body).toEqual({ demo: false, firm: null, people: [] });
    await outside().post('/api/sign-in/demo').send({ memberId: real.firm.members.manager }).expect(404);
    await outside().get('/api/sign-in/letters').expect(404);
    await real.firm.as.manager!.get('/api/post-room').expect(404);
    await real.firm.as.manager!.get('/api/docs-json').expect(404);
    await real.firm.as.administrator!.get('/api/docs-json').expect(200);
    await real.close();
  });
});

describe('requests from elsewhere', () => {
  it('are refused when another site sends them along', async () => {
    await test.firm.as.manager!.post('/api/clients').set('Origin', 'https://other.example').send(DUNMARRA).expect(403);
    await test.firm.as.manager!.post('/api/clients').set('Sec-Fetch-Site', 'cross-site').send(DUNMARRA).expect(403);
  });

  it('come with a strict content security policy', async () => {
    const { headers } = await nobody().get('/api/sign-in').expect(200);
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['cache-control']).toBe('no-store');
  });
});

describe('bad input', () => {
  const add = (input: object) => test.firm.as.manager!.post('/api/clients').send(input);

  it.each([
    ['name', { name: '' }],
    ['name', { name: 'x'.repeat(161) }],
    ['name', { name: 'bell\u0007' }],
    ['name', { name: 7 }],
    ['legalForm', { legalForm: 'guild' }],
    ['yearEnd', { yearEnd: '02-30' }],
    ['vatGroup', { vatGroup: undefined }],
    ['vatNumber', { vatNumber: '12' }],
    ['way', { way: 'pigeon' }],
    ['contact.email', { contact: { name: 'Bríd', email: 'brid@' } }],
    ['contact.name', { contact: { name: ' ', email: 'brid@dunmarra.example' } }],
    ['managerId', { managerId: '01900000-0000-7000-8000-000000000009' }],
    ['surprise', { surprise: true }],
  ])('is refused at the field %s: %j', async (field, change) => {
    const { body } = await add({ ...DUNMARRA, ...change }).expect(422);
    expect((body as { errors: { field: string }[] }).errors.map((error) => error.field)).toContain(field);
  });

  it('keeps strange but honest names', async () => {
    const { body } = await add({ ...DUNMARRA, name: '  Ó Súilleabháin 🦪 & Söhne  ' }).expect(201);
    const { body: found } = await test.firm.as.manager!.get(`/api/clients/${(body as { id: string }).id}`).expect(200);
    expect((found as { name: string }).name).toBe('Ó Súilleabháin 🦪 & Söhne');
  });

  it('refuses a person of another firm', async () => {
    await add({ ...DUNMARRA, managerId: test.other.members.manager }).expect(422);
  });

  it('explains why a service gives no deadline, and saves no half of it', async () => {
    const { body } = await test.firm.as
      .manager!.post(`/api/clients/${clientId}/lines`)
      .send({ serviceId: test.firm.services.payroll, rhythm: 'monthly', fee: eur(1), startsOn: '2026-01-01' })
      .expect(422);
    expect(body).toMatchObject({ errors: [{ field: 'serviceId', message: expect.stringContaining('an employer') as string }] });
    expect((await test.firm.as.manager!.get(`/api/clients/${clientId}/lines`).expect(200)).body).toHaveLength(1);
  });

  it('wants a key where money moves, and refuses one used for something else', async () => {
    const bills = `/api/jobs/${jobId}/bills`;
    await test.firm.as
      .manager!.post(bills)
      .unset('Idempotency-Key')
      .send({ amount: eur(100), wording: 'x' })
      .expect(400);
    const once = key();
    await test.firm.as
      .manager!.post(bills)
      .set(once)
      .send({ amount: eur(100), wording: 'x' })
      .expect(201);
    expect(
      (
        await test.firm.as
          .manager!.post(bills)
          .set(once)
          .send({ amount: eur(200), wording: 'x' })
          .expect(409)
      ).body,
    ).toMatchObject({ code: 'done-already' });
    for (const amount of [eur(0), eur(-5), { amount: 1.5, currency: 'EUR' }, eur(1e12), { amount: 100, currency: 'USD' }, 100, '100', null])
      await test.firm.as.manager!.post(bills).set(key()).send({ amount, wording: 'x' }).expect(422);
  });
});

it('a list where a record of a list is meant is refused in words', async () => {
  const { body } = await test.firm.as
    .administrator!.put('/api/firm/closing-days')
    .send({ days: [[]], version: 1 })
    .expect(422);
  expect((body as { errors: { field: string; message: string }[] }).errors).toEqual([
    { field: 'days.0', message: 'A list is here where one record is meant.' },
  ]);
});
