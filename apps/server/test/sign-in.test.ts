import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OwnAccount, SecondStepOffer, SignInStep } from '@steady/contract/sign-in';
import type { TeamRow } from '@steady/contract/team';
import { TeamService } from '../src/areas/team';
import { rows } from '../src/platform/database';
import { Effects } from '../src/platform/events';
import { stepOf } from '../src/platform/identity';
import { StaffSessions } from '../src/areas/team';
import { codeOfStep } from '../src/platform/identity/second-step';
import { PASSWORD, type TestApp, browser, eur, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

let strangers = 0;
/** Each comes from an address of its own, so that the limit of tries a minute for one address is not what is tested. */
const stranger = () => request.agent(test.app.getHttpServer()).set('X-Forwarded-For', `192.0.2.${(strangers += 1)}`);
const administrator = () => test.firm.as.administrator!;
const invite = (input: object) =>
  administrator()
    .post('/api/team/invitations')
    .send({ name: 'Nessa Quill', email: 'nessa@quill.example', role: 'preparer', ...input });
const signIn = (agent: ReturnType<typeof stranger>, email: string, password: string, more: object = {}) =>
  agent.post('/api/sign-in').send({ email, password, ...more });
const step = async (answer: request.Test) => (await answer.expect(200)).body as SignInStep;
/** The link in the newest letter to an address. */
const linkTo = async (address: string): Promise<string> => {
  await test.drain();
  return (await test.doorLetters()).find((one) => one.address === address && one.link !== null)!.link!.slice('/join/'.length);
};
const NEW = 'kelp and salt and wind';

describe('an invitation', () => {
  it('goes out by mail, sets a password that keeps the rules, and works once', async () => {
    await invite({}).expect(201);
    const link = await linkTo('nessa@quill.example');
    const agent = stranger();
    expect((await agent.get(`/api/join/${link}`).expect(200)).body).toEqual({
      kind: 'invitation',
      firm: 'Marram & Tern',
      name: 'Nessa Quill',
      hasPassword: false,
    });
    for (const password of ['', 'short', 'nessa quill nessa', 'password12345'])
      expect((await agent.post(`/api/join/${link}`).send({ password }).expect(422)).body).toMatchObject({ errors: [{ field: 'password' }] });
    await signIn(agent, 'nessa@quill.example', NEW).expect(401);
    expect((await agent.post(`/api/join/${link}`).send({ password: NEW }).expect(200)).body).toEqual({ email: 'nessa@quill.example' });
    await agent.post(`/api/join/${link}`).send({ password: 'another long password' }).expect(404);
    expect(await step(signIn(agent, 'NESSA@quill.example', NEW))).toEqual({ wants: 'nothing' });
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ name: 'Nessa Quill', role: 'preparer' });
    expect((await agent.get('/api/clients').expect(200)).body).toMatchObject({ total: 0 });
  });

  it('is refused twice, written again with a new link, and runs out', async () => {
    expect((await invite({}).expect(422)).body).toMatchObject({ errors: [{ field: 'email', message: 'This person is in the team already.' }] });
    const { id } = (await invite({ name: 'Slow Reader', email: 'slow@reader.example' }).expect(201)).body as { id: string };
    const first = await linkTo('slow@reader.example');
    await administrator().post(`/api/team/${id}/invitation`).expect(204);
    const second = await linkTo('slow@reader.example');
    await stranger().get(`/api/join/${first}`).expect(404);
    await stranger().get(`/api/join/${second}`).expect(200);
    test.clock.advance({ hours: 24 * 13 });
    await stranger().get(`/api/join/${second}`).expect(200);
    test.clock.advance({ hours: 25 });
    await stranger().get(`/api/join/${second}`).expect(404);
    test.clock.set(test.clock.now().subtract({ hours: 24 * 14 + 1 }));
    await test.firm.as.manager!.post('/api/team/invitations').send({ name: 'X', email: 'x@y.example', role: 'partner' }).expect(403);
  });
});

describe('a wrong password', () => {
  it('locks after six in a row, for a quarter of an hour, and tells nobody that it did', async () => {
    const email = 'manager@marram-tern.example';
    const said = new Set<string>();
    const wordsOf = ({ body }: request.Response) => JSON.stringify({ ...(body as object), id: null });
    for (let tries = 0; tries < 6; tries += 1) said.add(wordsOf(await signIn(stranger(), email, `wrong ${tries}`).expect(401)));
    said.add(wordsOf(await signIn(stranger(), email, PASSWORD).expect(401)));
    said.add(wordsOf(await signIn(stranger(), 'nobody@nowhere.example', PASSWORD).expect(401)));
    expect(said.size).toBe(1);
    test.clock.advance({ minutes: 16 });
    await signIn(stranger(), email, PASSWORD).expect(200);
  });
});

describe('tries are counted before they are looked at', () => {
  it('forty guesses at once are no more than six one after the other, and shut the door', async () => {
    const email = 'manager@marram-tern.example';
    await Promise.all(Array.from({ length: 40 }, (_, at) => signIn(stranger(), email, `guess ${at}`).expect(401)));
    await signIn(stranger(), email, PASSWORD).expect(401);
    const { rows } = (
      await administrator()
        .get(`/api/audit?kind=${encodeURIComponent('sign-in locked')}`)
        .expect(200)
    ).body as { rows: { what: string }[] };
    expect(rows[0]!.what).toContain('tried too often on a computer');
    test.clock.advance({ minutes: 16 });
    await signIn(stranger(), email, PASSWORD).expect(200);
  });

  it('each time the door shuts for longer', async () => {
    const email = 'partner@marram-tern.example';
    const wrong = async (times: number) => {
      for (let at = 0; at < times; at += 1) await signIn(stranger(), email, 'guess').expect(401);
    };
    const shutFor = async (): Promise<number> => {
      const [door] = await test.database.transaction({ within: true }, (tx) =>
        rows<{ minutes: number }>(
          tx,
          sql`select extract(epoch from shut_until - ${test.clock.now().toString()}::timestamptz)::int / 60 as minutes from door_tries where shut_until > ${test.clock.now().toString()} order by shut_until desc limit 1`,
        ),
      );
      return door!.minutes;
    };
    await wrong(7);
    const first = await shutFor();
    test.clock.advance({ minutes: 16 });
    await wrong(7);
    expect([first, await shutFor()]).toEqual([15, 30]);
    test.clock.advance({ minutes: 31 });
  });

  it('an office behind one address is let in where its people came in before, however much a stranger tried there', async () => {
    const office = '198.51.100.7';
    const at = (browser: string | null) => {
      const agent = request.agent(test.app.getHttpServer()).set('X-Forwarded-For', office);
      return browser ? agent.set('Cookie', browser) : agent;
    };
    const email = 'manager@marram-tern.example';
    const known = String((await signIn(at(null), email, PASSWORD).expect(200)).headers['set-cookie']).match(/steady-browser=[^;]+/)![0];
    for (let tries = 0; tries < 70; tries += 1) await signIn(at(null), `guess${tries}@nowhere.example`, 'guess').expect(401);
    await signIn(at(null), email, PASSWORD).expect(401);
    await signIn(at(known), email, PASSWORD).expect(200);
    test.clock.advance({ hours: 2 });
  });

  it('proxies are believed only when they are configured', async () => {
    const plain = await startTestApp({ proxies: null });
    for (let tries = 0; tries < 61; tries += 1)
      await request(plain.app.getHttpServer())
        .post('/api/sign-in')
        .set('X-Forwarded-For', `203.0.113.${tries}`)
        .send({ email: `g${tries}@nowhere.example`, password: 'guess' });
    await request(plain.app.getHttpServer())
      .post('/api/sign-in')
      .set('X-Forwarded-For', '203.0.113.200')
      .send({ email: 'manager@marram-tern.example', password: PASSWORD })
      .expect(401);
    await plain.close();
  });
});

describe('a forgotten password', () => {
  it('is set anew from a letter, which ends every session begun with the old one', async () => {
    const before = stranger();
    await signIn(before, 'nessa@quill.example', NEW).expect(200);
    await stranger().post('/api/sign-in/forgot').send({ email: 'nobody@nowhere.example' }).expect(204);
    await stranger().post('/api/sign-in/forgot').send({ email: 'Nessa@quill.example' }).expect(204);
    const link = await linkTo('nessa@quill.example');
    expect((await stranger().get(`/api/join/${link}`).expect(200)).body).toMatchObject({ kind: 'reset' });
    await stranger().post(`/api/join/${link}`).send({ password: 'seven grey seals asleep' }).expect(200);
    await before.get('/api/session').expect(401);
    await signIn(stranger(), 'nessa@quill.example', NEW).expect(401);
    await signIn(stranger(), 'nessa@quill.example', 'seven grey seals asleep').expect(200);
    await stranger().post('/api/sign-in/forgot').send({ email: 'nessa@quill.example' }).expect(204);
    const late = await linkTo('nessa@quill.example');
    test.clock.advance({ minutes: 61 });
    await stranger().get(`/api/join/${late}`).expect(404);
  });
});

describe('the second step', () => {
  const email = 'nessa@quill.example';
  const password = 'seven grey seals asleep';
  const now = () => stepOf(test.clock.now().epochMilliseconds);
  let secret: string;
  let codes: string[];

  it('is in force once a code was confirmed, and each code works once', async () => {
    const agent = stranger();
    await signIn(agent, email, password).expect(200);
    const offer = (await agent.post('/api/you/second-step').expect(200)).body as SecondStepOffer;
    secret = offer.secret;
    expect(offer.address).toContain(secret);
    await signIn(stranger(), email, password).expect(200);
    await agent.post('/api/you/second-step/confirm').send({ code: '000000' }).expect(422);
    ({ codes } = (
      await agent
        .post('/api/you/second-step/confirm')
        .send({ code: codeOfStep(secret, now()) })
        .expect(200)
    ).body as { codes: string[] });
    expect(codes).toHaveLength(10);
    expect(await step(signIn(stranger(), email, password))).toEqual({ wants: 'code' });
    test.clock.advance({ seconds: 30 });
    const code = codeOfStep(secret, now());
    expect(await step(signIn(stranger(), email, password, { code }))).toEqual({ wants: 'nothing' });
    expect((await signIn(stranger(), email, password, { code }).expect(422)).body).toMatchObject({ errors: [{ field: 'code' }] });
  });

  it('lets in with a recovery code, once', async () => {
    const code = codes[3]!.toUpperCase();
    expect(await step(signIn(stranger(), email, password, { code }))).toEqual({ wants: 'nothing' });
    await signIn(stranger(), email, password, { code }).expect(422);
    await signIn(stranger(), email, 'wrong password', { code: codes[4]! }).expect(401);
  });

  it('is turned off with a code', async () => {
    const agent = stranger();
    test.clock.advance({ seconds: 60 });
    await signIn(agent, email, password, { code: codeOfStep(secret, now()) }).expect(200);
    expect(((await agent.get('/api/you').expect(200)).body as OwnAccount).recoveryCodesLeft).toBe(9);
    test.clock.advance({ seconds: 60 });
    await agent
      .post('/api/you/second-step/drop')
      .send({ code: codeOfStep(secret, now()) })
      .expect(204);
    expect(await step(signIn(stranger(), email, password))).toEqual({ wants: 'nothing' });
  });
});

describe('one\u2019s own account', () => {
  it('lists sessions, ends one or all the others, and changes the password', async () => {
    const [here, there, elsewhere] = [stranger(), stranger(), stranger()];
    const email = 'nessa@quill.example';
    const password = 'seven grey seals asleep';
    for (const agent of [here, there, elsewhere]) await signIn(agent, email, password).expect(200);
    const account = async () => (await here.get('/api/you').expect(200)).body as OwnAccount;
    const own = (await account()).sessions;
    expect(own.filter((session) => session.this)).toHaveLength(1);
    const [newest] = own.filter((session) => !session.this);
    await here.delete(`/api/you/sessions/${newest!.id}`).expect(204);
    await here.delete('/api/you/sessions/unknown').expect(404);
    expect((await account()).sessions).toHaveLength(own.length - 1);
    await here.post('/api/you/sessions/end-others').expect(204);
    expect((await account()).sessions).toHaveLength(1);
    await there.get('/api/session').expect(401);
    await here.post('/api/you/password').send({ current: 'wrong', password: NEW }).expect(422);
    await here.post('/api/you/password').send({ current: password, password: 'short' }).expect(422);
    await here.post('/api/you/password').send({ current: password, password: NEW }).expect(204);
    await here.get('/api/session').expect(200);
    await signIn(stranger(), email, password).expect(401);
  });
});

describe('one person in two firms', () => {
  const email = 'nessa@quill.example';

  it('takes up the second with the password of the first, chooses at the door, and can change over', async () => {
    await test.other.as.administrator!.post('/api/team/invitations').send({ name: 'Nessa Quill', email, role: 'manager' }).expect(201);
    await test.app.get(Effects).drain(test.other.id);
    // The other firm is no demo: its letters are in nobody's post room.
    const [letter] = await test.database.asOwner((tx) =>
      rows<{ body: string }>(tx, sql`select body from post_room where firm_id = ${test.other.id} and address = ${email}`),
    );
    const link = /\/join\/([\w-]+)/.exec(letter!.body)![1]!;
    expect((await stranger().get(`/api/join/${link}`).expect(200)).body).toMatchObject({ hasPassword: true, firm: 'Skua & Co' });
    await stranger().post(`/api/join/${link}/again`).expect(204);
    const agent = stranger();
    const choice = await step(signIn(agent, email, NEW));
    expect(choice).toEqual({
      wants: 'firm',
      firms: [
        { firmId: test.firm.id, name: 'Marram & Tern' },
        { firmId: test.other.id, name: 'Skua & Co' },
      ],
    });
    await agent.get('/api/session').expect(401);
    await step(signIn(agent, email, NEW, { firmId: test.other.id }));
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ role: 'manager', firm: { name: 'Skua & Co' } });
    expect(((await agent.get('/api/you').expect(200)).body as OwnAccount).otherFirms).toEqual([{ firmId: test.firm.id, name: 'Marram & Tern' }]);
    await agent.post('/api/you/firm').send({ firmId: test.firm.id }).expect(204);
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ role: 'preparer', firm: { name: 'Marram & Tern' } });
    await test.firm.as.manager!.post('/api/you/firm').send({ firmId: test.other.id }).expect(404);
  });

  it('who is suspended in one still works in the other, and is not asked which', async () => {
    const team = (await administrator().get('/api/team/people').expect(200)).body as TeamRow[];
    const nessa = team.find((person) => person.email === email)!;
    await administrator().post(`/api/team/${nessa.id}/standing`).send({ standing: 'suspended' }).expect(204);
    expect(await step(signIn(stranger(), email, NEW))).toEqual({ wants: 'nothing' });
    await administrator().post(`/api/team/${nessa.id}/standing`).send({ standing: 'active' }).expect(204);
  });
});

describe('working time and rates', () => {
  it('are set from a day on: leave takes capacity away, time recorded before keeps its value', async () => {
    const { preparer } = test.firm.members;
    await administrator().post(`/api/team/${preparer}/leave`).send({ from: '2026-03-12', until: '2026-03-10', what: 'holiday' }).expect(422);
    await administrator().post(`/api/team/${preparer}/leave`).send({ from: '2026-03-12', until: '2026-03-13', what: 'holiday' }).expect(204);
    const team = test.app.get(TeamService);
    const { patterns, rates } = await test.works.run({ firmId: test.firm.id, actor: { kind: 'system', id: null, name: 'test' } }, async (work) => ({
      patterns: await team.patterns(work),
      rates: [await team.rateOn(work, preparer!, '2026-03-31'), await team.rateOn(work, preparer!, '2026-04-01')],
    }));
    expect(patterns.find((one) => one.personId === preparer)!.leave).toEqual(new Set(['2026-03-12', '2026-03-13']));
    expect(rates).toEqual([eur(6_000), eur(6_000)]);
    await administrator()
      .post(`/api/team/${preparer}/rates`)
      .send({ fromDay: '2026-04-01', perHour: eur(6_600), costPerHour: eur(2_900) })
      .expect(204);
    const after = await test.works.run({ firmId: test.firm.id, actor: { kind: 'system', id: null, name: 'test' } }, async (work) => [
      await team.rateOn(work, preparer!, '2026-03-31'),
      await team.rateOn(work, preparer!, '2026-04-01'),
    ]);
    expect(after).toEqual([eur(6_000), eur(6_600)]);
    const [row] = ((await administrator().get('/api/team/people').expect(200)).body as TeamRow[]).filter((person) => person.id === preparer);
    await administrator().delete(`/api/team/${preparer}/leave/${row!.leave[0]!.id}`).expect(204);
    const change = { role: 'preparer', weekdays: [300, 300, 300, 300, 300, 0] };
    // Roles change hands only after the password was given a short while ago.
    const lately = browser(test.app, `steady=${await test.app.get(StaffSessions).begin(test.firm.id, test.firm.members.administrator!)}`);
    await lately.patch(`/api/team/${preparer}`).send(change).expect(422);
    await lately
      .patch(`/api/team/${preparer}`)
      .send({ ...change, weekdays: [300, 300, 300, 300, 300, 0, 0] })
      .expect(204);
  });
});
