import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SessionView } from '@steady/contract/sign-in';
import { StaffSessions } from '../src/areas/team';
import { SESSION_COOKIE } from '../src/platform/identity';
import { type Agent, type TestApp, browser, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

/** A browser of the preparer with a session of its own. */
async function inside(): Promise<{ agent: Agent; token: string }> {
  const token = await test.app.get(StaffSessions).begin(test.firm.id, test.firm.members.preparer!);
  return { agent: browser(test.app, `${SESSION_COOKIE}=${token}`), token };
}
const rights = async (agent: Agent) => ((await agent.get('/api/session').expect(200)).body as SessionView).rights;
/** Changes what is kept, behind the back of the application. */
const behindTheBack = (statement: ReturnType<typeof sql>) => test.database.asOwner((tx) => tx.execute(statement));

describe('a session', () => {
  it('is read once, and anew after a minute whatever was missed', async () => {
    const { agent } = await inside();
    await agent.get('/api/session').expect(200);
    await behindTheBack(sql`delete from sessions where member_id = ${test.firm.members.preparer!}`);
    await agent.get('/api/session').expect(200);
    test.clock.set(test.clock.now().add({ seconds: 61 }));
    await agent.get('/api/session').expect(401);
  });

  it('is forgotten as soon as it is signed out of', async () => {
    const { agent } = await inside();
    await agent.get('/api/session').expect(200);
    await agent.post('/api/sign-out').expect(204);
    await agent.get('/api/session').expect(401);
  });

  it('follows its person at once: suspended, let in again, with what the role may do now', async () => {
    const { agent } = await inside();
    const before = await rights(agent);
    expect(before).toContain('do work');
    const administrator = test.firm.as.administrator!;
    await administrator
      .put('/api/roles/preparer')
      .send({ rights: before.filter((right) => right !== 'change clients') })
      .expect(204);
    expect(await rights(agent)).toEqual(before.filter((right) => right !== 'change clients'));
    await administrator.post(`/api/team/${test.firm.members.preparer!}/standing`).send({ standing: 'suspended' }).expect(204);
    await agent.get('/api/session').expect(401);
  });

  it('ends by the clock though it is remembered', async () => {
    const token = await test.app.get(StaffSessions).begin(test.firm.id, test.firm.members.manager!);
    const agent = browser(test.app, `${SESSION_COOKIE}=${token}`);
    await behindTheBack(
      sql`update sessions set expires_at = ${test.clock.now().add({ seconds: 30 }).toString()} where member_id = ${test.firm.members.manager!}`,
    );
    await agent.get('/api/session').expect(200);
    test.clock.set(test.clock.now().add({ seconds: 31 }));
    await agent.get('/api/session').expect(401);
  });
});
