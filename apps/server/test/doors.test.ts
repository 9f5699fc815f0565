import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FirmDoors } from '@steady/contract/firm-doors';
import type { SecondStepOffer, SessionView } from '@steady/contract/sign-in';
import type { LiveNotice } from '../src/platform/events/live';
import { rows } from '../src/platform/database';
import { stepOf } from '../src/platform/identity';
import { StaffSessions } from '../src/areas/team';
import { codeOfStep } from '../src/platform/identity/second-step';
import { DUNMARRA, PASSWORD, type TestApp, browser, clientWithVat, draftBill, eur, startTestApp } from './support';

let test: TestApp;
let other: string;
let client: string;
beforeAll(async () => {
  test = await startTestApp();
  await test.app.listen(0);
  client = await clientWithVat(test);
  other = await clientWithVat(test, '2026-01-01', {
    ...DUNMARRA,
    name: 'Sallow Boatyard Ltd',
    contact: { name: 'Joe Rafferty', email: 'joe@boatyard.example' },
  });
});
afterAll(() => test.close());

const { manager, administrator } = {
  manager: () => test.firm.as.manager!,
  administrator: () => test.firm.as.administrator!,
};
const server = () => request(test.app.getHttpServer());
interface Heard {
  /** All that was said so far. */
  told(): string;
  /** Settles when the server has ended the stream. */
  ended: Promise<void>;
}

/** Opens the stream of a session that a cookie shows. */
async function listen(cookie: string): Promise<Heard> {
  let text = '';
  const answer = await fetch(`${await test.app.getUrl()}/api/live`, { headers: { cookie } });
  const read = async () => {
    const words = new TextDecoder();
    for await (const part of answer.body!) text += words.decode(part);
  };
  const ended = read();
  await expect.poll(() => text).toContain('alive');
  return { told: () => text, ended };
}

/** The cookie of a new session of the manager. */
async function session(): Promise<string> {
  const { headers } = await server().post('/api/sign-in').send({ email: 'manager@marram-tern.example', password: PASSWORD }).expect(200);
  return String(headers['set-cookie']).match(/steady=[^;]+/)![0];
}

/** Signs the manager in afresh. @returns a browser with that session */
const fresh = async () => browser(test.app, await session());
const limits = async (set: object) => {
  const { version } = (await administrator().get('/api/firm/doors').expect(200)).body as FirmDoors;
  const usual = { secondStepRequired: false, idleMinutes: 10_000, sessionHours: 1_400, adminIdleMinutes: 10_000, adminSessionHours: 1_400 };
  await administrator()
    .put('/api/firm/doors')
    .send({ ...usual, ...set, version })
    .expect(204);
};

describe('a session', () => {
  it('ends after the rest that the firm allows, sooner for administrators, and in any case at its end', async () => {
    await limits({ idleMinutes: 60, adminIdleMinutes: 30, sessionHours: 3, adminSessionHours: 3 });
    const agent = await fresh();
    test.clock.advance({ minutes: 50 });
    await agent.get('/api/session').expect(200);
    test.clock.advance({ minutes: 50 });
    await agent.get('/api/session').set('X-Unattended', '1').expect(200);
    test.clock.advance({ minutes: 50 });
    // What the page asked by itself was no sign of life.
    await agent.get('/api/session').expect(401);
    await administrator().get('/api/session').expect(401);
    const long = await fresh();
    for (let at = 0; at < 4; at += 1) {
      test.clock.advance({ minutes: 44 });
      await long.get('/api/session').expect(200);
    }
    test.clock.advance({ minutes: 10 });
    await long.get('/api/session').expect(401);
    test.clock.set(test.clock.now().subtract({ minutes: 150 + 44 * 4 + 10 }));
    await limits({});
  });

  it('asks for the password again before roles, the second step and the firm’s sign-in change hands', async () => {
    const admin = administrator();
    test.clock.advance({ minutes: 11 });
    for (const asked of [
      () => admin.put('/api/roles/contractor').send({ rights: ['see clients', 'do work', 'record time'] }),
      () => admin.patch(`/api/team/${test.firm.members.preparer!}`).send({ role: 'preparer', weekdays: [450, 450, 450, 450, 450, 0, 0] }),
      () => admin.get('/api/audit.csv'),
      () => admin.post('/api/you/second-step'),
    ])
      expect((await asked().expect(403)).body).toMatchObject({ code: 'password-again' });
    const known = await fresh();
    test.clock.advance({ minutes: 11 });
    expect((await known.post('/api/you/second-step').expect(403)).body).toMatchObject({ code: 'password-again' });
    await known.post('/api/you/confirm').send({ password: 'wrong' }).expect(422);
    await known.post('/api/you/confirm').send({ password: PASSWORD }).expect(204);
    await known.post('/api/you/second-step').expect(200);
    test.clock.set(test.clock.now().subtract({ minutes: 22 }));
  });

  it('asks for it again before a client\u2019s account changes, by hand, by a file or by a merge, and before the whole file leaves', async () => {
    const agent = await fresh();
    const record = async () => (await agent.get(`/api/clients/${client}`).expect(200)).body as { name: string; version: number; iban: string | null };
    const { contact: _contact, ...facts } = DUNMARRA;
    const withAccount = async (iban: string) => ({ ...facts, iban, version: (await record()).version });
    const { id: file } = (
      await agent
        .post('/api/imports')
        .attach('file', Buffer.from(`Client,IBAN\n${DUNMARRA.name},IE64IRCE92050112345678\n`), 'accounts.csv')
        .expect(201)
    ).body as { id: string };
    const doubled = { ...facts, name: 'Strand Shellfish', iban: 'IE29AIBK93115212345678' };
    const { id: otherId } = (await agent.post('/api/clients').send(doubled).expect(201)).body as { id: string };
    test.clock.advance({ minutes: 11 });
    for (const asked of [
      agent.patch(`/api/clients/${client}`).send(await withAccount('IE29AIBK93115212345678')),
      agent.post(`/api/imports/${file}/bring-in`).send({ decisions: [] }),
      agent.post(`/api/clients/${client}/merge`).send({ otherId, version: (await record()).version, otherVersion: 1, take: [] }),
      agent.get(`/api/clients/${client}/whole.zip`),
    ])
      expect((await asked.expect(403)).body).toMatchObject({ code: 'password-again' });
    expect((await record()).iban).toBeNull();
    await agent
      .patch(`/api/clients/${client}`)
      .send({ ...facts, trade: 'oysters', version: (await record()).version })
      .expect(204);
    await agent.post('/api/you/confirm').send({ password: PASSWORD }).expect(204);
    await agent
      .patch(`/api/clients/${client}`)
      .send(await withAccount('IE29AIBK93115212345678'))
      .expect(204);
    await agent.get(`/api/clients/${client}/whole.zip`).expect(200);
    test.clock.set(test.clock.now().subtract({ minutes: 11 }));
  });

  it('of lists that leave the house stand in the audit trail, whoever took them', async () => {
    const agent = await fresh();
    await agent.get('/api/clients/list.csv').expect(200);
    await agent.get('/api/jobs/list.xlsx').expect(200);
    await agent.get('/api/almanac/list.csv').expect(200);
    await administrator().get('/api/audit.csv').expect(200);
    const { rows: audit } = (await administrator().get('/api/audit').expect(200)).body as { rows: { who: string; what: string }[] };
    expect(audit.filter(({ what }) => what.startsWith('exported ')).map(({ who, what }) => `${who.split(' ')[0]} ${what}`)).toEqual([
      'administrator exported the audit trail',
      'manager exported the list of deadlines as CSV',
      'manager exported the list of jobs as XLSX',
      'manager exported the list of clients as CSV',
      expect.stringContaining('exported the whole file of'),
    ]);
  });

  it('of an open screen is no way to guess the password', async () => {
    const agent = await fresh();
    for (let tries = 0; tries < 10; tries += 1)
      await agent
        .post('/api/you/confirm')
        .send({ password: `guess ${tries}` })
        .expect(422);
    await agent.post('/api/you/confirm').send({ password: PASSWORD }).expect(429);
    test.clock.advance({ minutes: 16 });
    await agent.post('/api/you/confirm').send({ password: PASSWORD }).expect(204);
    test.clock.set(test.clock.now().subtract({ minutes: 16 }));
  });

  it('of whoever lacks a second step that the firm requires opens one’s own account and nothing else', async () => {
    await limits({ secondStepRequired: true });
    const agent = await fresh();
    expect(((await agent.get('/api/session').expect(200)).body as SessionView).wantsSecondStep).toBe(true);
    expect((await agent.get('/api/clients').expect(403)).body).toMatchObject({ code: 'second-step-wanted' });
    const { secret } = (await agent.post('/api/you/second-step').expect(200)).body as SecondStepOffer;
    await agent
      .post('/api/you/second-step/confirm')
      .send({ code: codeOfStep(secret, stepOf(test.clock.now().epochMilliseconds)) })
      .expect(200);
    await agent.get('/api/clients').expect(200);
    // One code lets in once, however many try it at the same moment.
    test.clock.advance({ seconds: 60 });
    const code = codeOfStep(secret, stepOf(test.clock.now().epochMilliseconds));
    const tries = await Promise.all(
      Array.from({ length: 5 }, (_, at) =>
        server().post('/api/sign-in').set('X-Forwarded-For', `192.0.2.${at}`).send({ email: 'manager@marram-tern.example', password: PASSWORD, code }),
      ),
    );
    expect(tries.filter(({ status }) => status === 200)).toHaveLength(1);
    test.clock.advance({ seconds: 60 });
    await agent.post('/api/you/confirm').send({ password: PASSWORD }).expect(204);
    await agent
      .post('/api/you/second-step/drop')
      .send({ code: codeOfStep(secret, stepOf(test.clock.now().epochMilliseconds)) })
      .expect(204);
    await test.database.asOwner((tx) => tx.execute(sql`update firms set second_step_required = false where id = ${test.firm.id}`));
    test.clock.set(test.clock.now().subtract({ seconds: 120 }));
  });
});

describe('what goes on while a page is open', () => {
  it('ends with the session: the stream, and a look through a client’s eyes', async () => {
    const cookie = await session();
    const agent = browser(test.app, cookie);
    const [contact] = await test.database.asOwner((tx) =>
      rows<{ id: string }>(tx, sql`select contact_id as id from client_contacts where client_id = ${client}`),
    );
    const look = await agent.post(`/api/contacts/${contact!.id}/look`).expect(204);
    const inside = browser(test.app, look.headers['set-cookie']![0]!.split(';')[0]!);
    await inside.get('/api/portal/me').expect(200);
    const { ended } = await listen(cookie);
    await agent.post('/api/sign-out').expect(204);
    await ended;
    await inside.get('/api/portal/me').expect(401);
  });

  it('tells of the clients that are seen, and of no others', async () => {
    await administrator()
      .post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [client] })
      .expect(200);
    const { told, ended } = await listen(`steady=${await test.app.get(StaffSessions).begin(test.firm.id, test.firm.members.contractor!)}`);
    const notice = (clientIds: LiveNotice['clientIds'], kind: string) =>
      void test.database.tell({ notice: { firmId: test.firm.id, id: kind, topics: [], kinds: [kind], clientIds } });
    notice([other], 'of the hidden one');
    notice([client], 'of the one that is seen');
    await expect.poll(told).toContain('of the one that is seen');
    expect(told()).not.toContain('of the hidden one');
    await administrator()
      .post('/api/grants/take-back')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [client] })
      .expect(200);
    notice([client], 'after it was taken back');
    notice([null], 'of nobody');
    await expect.poll(told).toContain('of nobody');
    expect(told()).not.toContain('after it was taken back');
    await administrator().post(`/api/team/${test.firm.members.contractor!}/standing`).send({ standing: 'suspended' });
    notice([null], 'the last');
    await ended;
    expect(told()).not.toContain('the last');
    await administrator().post(`/api/team/${test.firm.members.contractor!}/standing`).send({ standing: 'active' });
  });
});

describe('access that ends on a day', () => {
  it('is told a week before, and after the day nothing is reachable', async () => {
    const preparer = test.firm.as.preparer!;
    await administrator()
      .patch(`/api/team/${test.firm.members.preparer!}`)
      .send({ role: 'preparer', weekdays: [450, 450, 450, 450, 450, 0, 0], endsOn: '2026-03-10' })
      .expect(422);
    await administrator()
      .patch(`/api/team/${test.firm.members.preparer!}`)
      .send({ role: 'preparer', weekdays: [450, 450, 450, 450, 450, 0, 0], endsOn: '2026-03-16' })
      .expect(204);
    await test.tick();
    await test.tick();
    const letters = (await test.letters()).filter(({ subject }) => subject.includes('ends after'));
    expect(letters.map(({ address }) => address).sort()).toEqual([
      'administrator@marram-tern.example',
      'manager@marram-tern.example',
      'preparer@marram-tern.example',
    ]);
    test.clock.advance({ hours: 24 * 5 });
    await preparer.get('/api/clients').expect(200);
    test.clock.advance({ hours: 24 });
    await preparer.get('/api/clients').expect(401);
    await test.tick();
    const { rows: audit } = (await administrator().get('/api/audit').expect(200)).body as { rows: { what: string }[] };
    expect(audit.map(({ what }) => what)).toContain('the access of preparer of Marram & Tern has ended');
    test.clock.set(test.clock.now().subtract({ hours: 24 * 6 }));
  });
});

describe('bills are approved up to an amount', () => {
  it('that belongs to the role', async () => {
    await test.tick();
    const { rows: jobs } = (await manager().get(`/api/jobs?status=open&client=${client}`).expect(200)).body as { rows: { id: string }[] };
    const drafted = (amount: number) => draftBill(manager(), jobs[0]!.id, eur(amount), 'x');
    const rights = ['see clients', 'do work', 'record time', 'change clients', 'see fees', 'bill', 'approve bills', 'grant clients', 'change services'];
    await administrator()
      .put('/api/roles/manager')
      .send({ rights, approveUpTo: eur(50_000) })
      .expect(204);
    await manager()
      .post(`/api/invoices/${await drafted(50_000)}/approve`)
      .send({ version: 1 })
      .expect(204);
    const large = await drafted(50_001);
    expect((await manager().post(`/api/invoices/${large}/approve`).send({ version: 1 }).expect(409)).body).toMatchObject({
      code: 'above-limit',
      detail: expect.stringContaining('EUR 500.00') as string,
    });
    await test.firm.as.partner!.post(`/api/invoices/${large}/approve`).send({ version: 1 }).expect(204);
    await administrator()
      .put('/api/roles/manager')
      .send({ rights: rights.filter((right) => right !== 'approve bills') })
      .expect(204);
    await manager()
      .post(`/api/invoices/${await drafted(100)}/approve`)
      .send({ version: 1 })
      .expect(403);
  });
});

// The last: it ends the sessions of the manager in all other browsers.
describe('a changed password', () => {
  it('is told to its owner by mail', async () => {
    const agent = await fresh();
    await agent.post('/api/you/password').send({ current: PASSWORD, password: 'grey seals on the slip' }).expect(204);
    await agent.post('/api/you/password').send({ current: 'grey seals on the slip', password: PASSWORD }).expect(204);
    await test.drain();
    const told = (await test.doorLetters()).filter(
      ({ address, subject }) => address === 'manager@marram-tern.example' && subject.startsWith('Your password was changed'),
    );
    expect(told).toHaveLength(2);
    expect(told[0]!.link).toBeNull();
  });
});

describe('a lost second step', () => {
  const drop = (memberId: string) => administrator().post(`/api/team/${memberId}/second-step/drop`);
  const confirmed = async () => {
    // The administrator comes in without a password here; a session that has just begun counts as one that gave it.
    test.firm.as.administrator = browser(test.app, `steady=${await test.app.get(StaffSessions).begin(test.firm.id, test.firm.members.administrator!)}`);
  };
  const turnOn = async () => {
    const agent = await fresh();
    const { secret } = (await agent.post('/api/you/second-step').expect(200)).body as SecondStepOffer;
    await agent
      .post('/api/you/second-step/confirm')
      .send({ code: codeOfStep(secret, stepOf(test.clock.now().epochMilliseconds)) })
      .expect(200);
  };
  const isOn = async () => {
    const { body } = await administrator().get('/api/team/people').expect(200);
    return (body as { id: string; secondStep: boolean }[]).find(({ id }) => id === test.firm.members.manager)!.secondStep;
  };

  it('is turned off by an administrator, and its owner is told', async () => {
    await confirmed();
    await turnOn();
    expect(await isOn()).toBe(true);
    await drop(test.firm.members.manager!).expect(204);
    expect(await isOn()).toBe(false);
    await fresh();
    await test.drain();
    expect((await test.doorLetters()).map(({ subject }) => subject)).toContain('Your second step was turned off in Steady Almanac');
    expect((await drop(test.firm.members.manager!).expect(409)).body).toMatchObject({ code: 'second-step-off' });
    expect((await drop(test.firm.members.administrator!).expect(409)).body).toMatchObject({ code: 'own-second-step' });
  });

  it('of a person who works for another firm as well is their own affair', async () => {
    await confirmed();
    test.clock.advance({ seconds: 60 });
    await turnOn();
    await test.database.asOwner((tx) =>
      tx.execute(
        sql`update members set person_id = (select person_id from members where id = ${test.firm.members.manager!}) where id = ${test.other.members.partner!}`,
      ),
    );
    expect((await drop(test.firm.members.manager!).expect(409)).body).toMatchObject({ code: 'works-elsewhere' });
    expect(await isOn()).toBe(true);
    await drop(test.other.members.partner!).expect(404);
  });
});
