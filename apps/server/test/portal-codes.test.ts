import request from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { PortalService } from '../src/areas/portal';
import { rows } from '../src/platform/database';
import { byItself } from '../src/platform/identity';
import { type TestApp, clientWithVat, startTestApp } from './support';

let test: TestApp;
let door: string;
beforeAll(async () => {
  test = await startTestApp();
  const clientId = await clientWithVat(test);
  const [contact] = await test.database.asOwner((tx) =>
    rows<{ id: string }>(tx, sql`select contact_id as id from client_contacts where client_id = ${clientId}`),
  );
  const link = await test.works.run(byItself(test.firm.id), (work) => test.app.get(PortalService).link(work, contact!.id, '/portal'));
  door = `/api/portal/door/${link.split('/').at(-1)!}`;
});
beforeEach(() => test.database.asOwner((tx) => tx.execute(sql`delete from door_tries`)));
afterAll(() => test.close());

let addresses = 0;
/** Each try comes from another address: it is the person who is counted. */
const post = (path: string, body = {}) =>
  request(test.app.getHttpServer())
    .post(`${door}${path}`)
    .set('X-Forwarded-For', `192.0.2.${(addresses += 1) % 250}`)
    .send(body);
const sentCode = async (): Promise<string> => {
  await post('/code').expect(204);
  await test.drain();
  return /\d{6}/.exec((await test.letters())[0]!.subject)![0];
};
const other = (code: string) => String((Number(code) + 1) % 1_000_000).padStart(6, '0');
const refused = async (code: string) =>
  (await post('/enter', { code }).expect((answer) => answer.status >= 400 || Promise.reject(new Error('let in')))).body as { code: string; detail: string };

describe('a code of the portal', () => {
  it('that is wrong says how many tries are left; a new one can be asked for and lets in', async () => {
    const first = await sentCode();
    expect(await refused(other(first))).toMatchObject({ code: 'code-wrong', detail: expect.stringContaining('4 tries are left') as string });
    const second = await sentCode();
    expect(await refused(first)).toMatchObject({ code: 'code-replaced' });
    await post('/enter', { code: second }).expect(200);
    expect(await refused(second)).toMatchObject({ code: 'code-used' });
  });

  it('that is right is never called wrong: it is spent, too old, or lets in', async () => {
    const code = await sentCode();
    for (let tries = 0; tries < 5; tries += 1) await refused(other(code));
    expect(await refused(code)).toMatchObject({ code: 'code-locked', detail: expect.stringContaining('another one sent') as string });
    const late = await sentCode();
    test.clock.advance({ minutes: 16 });
    expect(await refused(late)).toMatchObject({ code: 'code-expired' });
  });

  it('is guessed at no more than forty times a day, from any number of addresses; then it says when and how to go on', async () => {
    let code = await sentCode();
    for (let tries = 0; tries < 40; tries += 1) {
      if (tries % 5 === 4) code = await sentCode();
      await refused(other(code));
    }
    const shut = await refused(code);
    expect(shut).toMatchObject({ code: 'codes-shut', detail: expect.stringContaining('call Marram & Tern') as string });
    test.clock.advance({ hours: 25 });
    await post('/enter', { code: await sentCode() }).expect(200);
  });

  it('is sent ten times a day at most', async () => {
    for (let sent = 0; sent < 10; sent += 1) await post('/code').expect(204);
    expect((await post('/code').expect(429)).body).toMatchObject({ code: 'codes-sent' });
  });

  it('tried forty times at the same moment is counted forty times', async () => {
    const code = await sentCode();
    await Promise.all(Array.from({ length: 41 }, () => post('/enter', { code: other(code) })));
    expect(await refused(await sentCode())).toMatchObject({ code: 'codes-shut' });
  });
});
