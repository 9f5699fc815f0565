import { readdirSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RequestPart } from '@steady/contract/requests';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import type { ClientView } from '@steady/contract/clients';
import { Database } from '../src/platform/database';
import { DUNMARRA, PASSWORD, type TestApp, browser, clientWithVat, eur, jobOf, key, morning, portalAsks, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp({ uploadLimit: 200_000 });
});
afterAll(() => test.close());

describe('two people at once', () => {
  it('the second to change a client gets both versions, and nothing is overwritten', async () => {
    const id = await clientWithVat(test);
    const { as } = test.firm;
    const change = { ...DUNMARRA, contact: undefined, version: 1 };
    await as
      .manager!.patch(`/api/clients/${id}`)
      .send({ ...change, trade: 'oysters' })
      .expect(204);
    const { body } = await as
      .partner!.patch(`/api/clients/${id}`)
      .send({ ...change, trade: 'mussels' })
      .expect(409);
    expect(body).toMatchObject({ code: 'changed-meanwhile', current: { trade: 'oysters', version: 2 } });
    expect(((await as.manager!.get(`/api/clients/${id}`).expect(200)).body as ClientView).trade).toBe('oysters');
  });
});

describe('the tick', () => {
  it('makes no double and misses none when it runs twice, a week late, and over the change to summer time', async () => {
    const { as } = test.firm;
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Ticked Ltd', employer: true });
    await as
      .manager!.post(`/api/clients/${id}/lines`)
      .send({ serviceId: test.firm.services.payroll, rhythm: 'monthly', fee: eur(8_500), startsOn: '2026-02-01' })
      .expect(201);
    const jobs = async () =>
      ((await as.manager!.get(`/api/jobs?status=open&client=${id}`).expect(200)).body as { rows: { name: string }[] }).rows.map((row) => row.name);
    for (const day of ['2026-03-11', '2026-03-11', '2026-03-28', '2026-03-29', '2026-03-30', '2026-04-06', '2026-04-28']) {
      test.clock.set(morning(day));
      await test.tick();
    }
    // Late by more than two months: all periods that have come due in between are there, once each.
    test.clock.set(morning('2026-07-06'));
    await Promise.all([test.tick(), test.tick()]);
    // Back to a day on which the sessions of the test hold.
    test.clock.set(morning('2026-03-11'));
    expect((await jobs()).sort()).toEqual([
      'Payroll return, Apr 2026',
      'Payroll return, Feb 2026',
      'Payroll return, Jun 2026',
      'Payroll return, Mar 2026',
      'Payroll return, May 2026',
      'VAT return, Jan-Feb 2026',
      'VAT return, Mar-Apr 2026',
      'VAT return, May-Jun 2026',
    ]);
    const ahead = (await as.manager!.get(`/api/clients/${id}/obligations`).expect(200)).body as { dueOn: string; status: string }[];
    // Thirteen months ahead: as many payrolls, and seven VAT returns.
    expect(ahead.filter((one) => one.dueOn >= '2026-07-06')).toHaveLength(20);
  });
});

describe('uploads', () => {
  let item: string;
  let browser: ReturnType<typeof request.agent>;
  const kept = () => readdirSync(join(test.settings.dataFolder, 'files', 'incoming'));
  const documents = async () => ((await test.firm.as.manager!.get('/api/documents').expect(200)).body as unknown[]).length;

  beforeAll(async () => {
    const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Uploads Ltd', contact: { name: 'Una Carty', email: 'una@uploads.example' } });
    await test.tick();
    await test.firm.as
      .preparer!.post(`/api/jobs/${await jobOf(test, id)}/requests`)
      .set(key())
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] })
      .expect(201);
    await test.drain();
    const door = `/api/portal/door/${(await test.letters())[0]!.link!.split('/').at(-1)}`;
    browser = request.agent(test.app.getHttpServer());
    await browser.post(`${door}/code`).expect(204);
    await test.drain();
    await browser
      .post(`${door}/enter`)
      .send({ code: /\d{6}/.exec((await test.letters())[0]!.subject)![0] })
      .expect(200);
    item = `/api/portal/items/${(await portalAsks<RequestPart>(browser))[0]!.part.items[0]!.id}/files`;
  });

  it('are refused over the limit, without a file, empty, or with a name that leads out of the folder; nothing is left', async () => {
    const before = await documents();
    const { body } = await browser.post(item).attach('file', Buffer.alloc(300_000, 'x'), 'big.csv').expect(413);
    expect(body).toMatchObject({ code: 'file-too-large' });
    await browser
      .post(item)
      .attach('file', Buffer.from('x'), { filepath: '../../x' } as never)
      .expect(422);
    await browser.post(item).attach('file', Buffer.alloc(0), 'empty.csv').expect(422);
    await browser.post(item).send({ file: 'no' }).expect(400);
    expect(kept()).toEqual([]);
    expect(await documents()).toBe(before);
  });

  it('cut off half-way leave nothing behind', async () => {
    const before = await documents();
    const server = test.app.getHttpServer() as Server;
    if (!server.listening) await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const cookies = (browser as unknown as { jar: { getCookies(about: object): { toValueString(): string }[] } }).jar.getCookies({
      domain: '127.0.0.1',
      path: '/',
      secure: false,
      script: false,
    });
    const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
    await new Promise((connected) => socket.once('connect', connected));
    socket.write(
      [
        `POST ${item} HTTP/1.1`,
        'Host: 127.0.0.1',
        `Cookie: ${cookies.map((cookie) => cookie.toValueString()).join('; ')}`,
        'Content-Type: multipart/form-data; boundary=b',
        'Content-Length: 5000',
        '',
        '--b',
        'Content-Disposition: form-data; name="file"; filename="half.csv"',
        '',
        'half of it',
      ].join('\r\n'),
    );
    await expect.poll(kept, { timeout: 10_000 }).toHaveLength(1);
    socket.destroy();
    await expect.poll(kept, { timeout: 10_000 }).toEqual([]);
    expect(await documents()).toBe(before);
  });
});

it('an effect that fails is tried again later, and done once', async () => {
  const { as } = test.firm;
  const id = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Bounces Ltd', contact: { name: 'Nobody', email: 'x@bounces.example' } });
  await test.tick();
  await as
    .preparer!.post(`/api/jobs/${await jobOf(test, id)}/requests`)
    .set(key())
    .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] })
    .expect(201);
  const status = async () => ((await as.manager!.get(`/api/messages?client=${id}`).expect(200)).body as { status: string }[]).map((message) => message.status);
  await test.drain();
  expect(await status()).toEqual(['waiting']);
  for (let tries = 0; tries < 6; tries += 1) {
    test.clock.advance({ hours: 1 });
    await test.drain();
  }
  expect(await status()).toEqual(['failed']);
});

describe.skipIf(process.env.TEST_DATABASE_URL)('a disk that is nearly full', () => {
  let full: TestApp;
  const stored = () => readdirSync(join(full.settings.dataFolder, 'files'), { recursive: true }).length;
  const floor = (bytes: number) => {
    Object.assign(full.settings, { diskFloor: bytes });
    // How much is free is looked at once a second.
    Object.assign(full.app.get(Database), { freeCheckedAt: 0 });
  };
  let job: string;
  beforeAll(async () => {
    full = await startTestApp();
    const clientId = await clientWithVat(full);
    await full.tick();
    job = await jobOf(full, clientId);
    floor(Number.MAX_SAFE_INTEGER);
  });
  afterAll(() => full.close());

  it('refuses what would be saved, says so on every page, and goes on being read', async () => {
    const { manager } = full.firm.as;
    const { body } = await manager!
      .post('/api/clients')
      .send({ ...DUNMARRA, name: 'Sallow Boatyard Ltd' })
      .expect(507);
    expect(body).toMatchObject({ code: 'disk-nearly-full' });
    await manager!.get('/api/clients').expect(200);
    expect((await manager!.get('/api/session').expect(200)).body).toMatchObject({ readOnly: true });
    await request(full.app.getHttpServer() as Server)
      .get('/api/ready')
      .expect(503);
  });

  it('leaves nothing behind of a file that it refused', async () => {
    const before = stored();
    await full.firm.as.manager!.post(`/api/jobs/${job}/documents`).attach('file', Buffer.alloc(50_000, 'x'), 'Bank.txt').expect(507);
    expect(stored()).toBe(before);
  });

  it('lets people in and out, and ends nothing that runs by itself', async () => {
    const server = request(full.app.getHttpServer() as Server);
    const answer = await server.post('/api/sign-in').send({ email: 'manager@marram-tern.example', password: PASSWORD }).expect(200);
    const inside = browser(full.app, String(answer.headers['set-cookie']).match(/steady=[^;]+/)![0]);
    await inside.get('/api/today').expect(200);
    await server.post('/api/sign-in').send({ email: 'manager@marram-tern.example', password: 'wrong' }).expect(401);
    await full.tick();
    await full.drain().catch(() => undefined);
    await inside.post('/api/sign-out').expect(204);
    await inside.get('/api/today').expect(401);
  });

  it('goes on by itself when there is room', async () => {
    floor(1);
    await full.tick();
    await full.firm.as
      .manager!.post('/api/clients')
      .send({ ...DUNMARRA, name: 'Sallow Boatyard Ltd' })
      .expect(201);
    expect((await full.firm.as.manager!.get('/api/session').expect(200)).body).toMatchObject({ readOnly: false });
  });
});

it('letters that no database keeps are refused where they stand, and nothing is half-saved', async () => {
  const test = await startTestApp();
  try {
    const manager = test.firm.as.manager!;
    const half = '\ud800';
    const fieldOf = (answer: { body: unknown }) => (answer.body as { errors: { field: string }[] }).errors[0]!.field;
    // Written as they travel: a library would mend them on the way.
    const post = (path: string, body: string) => manager.post(path).set('Content-Type', 'application/json').set(key()).send(body);
    const client = JSON.stringify({ ...DUNMARRA, name: 'NAME', labels: ['LABEL'] });
    expect(fieldOf(await post('/api/clients', client.replace('NAME', '\\ud800')).expect(422))).toBe('name');
    expect(fieldOf(await post('/api/clients', client.replace('LABEL', 'x\\u0000')).expect(422))).toBe('labels.0');
    const procedure = '{"name":"P","definition":{"phases":[{"key":"a","name":"A","tasks":[{"key":"t","name":"\\udfff","role":"preparer","estimate":5}]}]}}';
    expect(fieldOf(await post('/api/procedures', procedure).expect(422))).toBe('definition.phases.0.tasks.0.name');
    expect(fieldOf(await manager.get(`/api/clients?find=${encodeURIComponent('\0')}`).expect(422))).toBe('find');
    const { body } = await manager.get('/api/clients').expect(200);
    expect((body as { rows: { name: string }[] }).rows.map((row) => row.name).join()).not.toContain(half);
    await post('/api/clients', client.replace('NAME', 'Bríd \\ud83e\\uddaa').replace('LABEL', '\u202Eshell')).expect(201);
  } finally {
    await test.close();
  }
});
