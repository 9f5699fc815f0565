import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { addWorkingDays, civil } from '@steady/core/calendar';
import type { ClientView } from '@steady/contract/clients';
import type { PersonView } from '@steady/contract/contacts';
import type { JobView } from '@steady/contract/jobs';
import type { RequestPart } from '@steady/contract/requests';
import type { SendingRules } from '@steady/contract/sending';
import { THREE, atWork } from './at-work';
import { DUNMARRA, type TestApp, asksOf, insidePortal, key, morning, startTestApp } from './support';

let t: TestApp;
let number = 0;
let clientId: string;
let jobId: string;
let name: string;
const { manager, client, begun } = atWork(() => t);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  await rules();
  number += 1;
  name = `Cara ${number}`;
  clientId = await client({ name: `Curlew ${number} Ltd`, contact: { name, email: `cara${number}@curlew.example` } });
  jobId = await begun(THREE, { clientId });
});

const rules = async (more: Partial<SendingRules> = {}) => {
  const { body } = await t.firm.as.administrator!.get('/api/firm/sending').expect(200);
  const set = { ...(body as SendingRules), perDay: 50, followsUp: true, everyDays: 3, most: 2, ...more };
  await t.firm.as.administrator!.put('/api/firm/sending').send(set).expect(204);
};
const ask = async (items = ['Bank statements', 'Sales list']) => {
  const request = { title: 'Records', dueOn: '2026-03-13', items: items.map((one) => ({ name: one })) };
  await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(request).expect(201);
  return stands();
};
const stands = async () => (await asksOf<RequestPart>(manager(), jobId))[0]!;
const job = async () => (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
/** The background work of a day, with what goes out by it. */
const on = async (day: string) => {
  t.clock.set(morning(day));
  await t.tick();
  await t.drain();
};
/** What was written to them, without the codes by which they come in. */
const letters = async () => (await t.letters()).filter(({ to, subject }) => to === name && !/\d{6}/.test(subject));
const days = (from: string, count: number) => addWorkingDays(civil(from), count).toString();

describe('what a client does not send', () => {
  it('is followed up so many working days later, names only what is missing, and once, however long nothing ran', async () => {
    const { followUp, part } = await ask();
    expect(followUp).toEqual({ on: '2026-03-16', quiet: null, sent: 0, isStopped: false });
    await on('2026-03-13');
    expect(await letters()).toHaveLength(1);
    await manager().post(`/api/request-items/${part.items[0]!.id}/accept`).expect(204);
    await on('2026-03-25');
    await on('2026-03-25');
    const [reminder, ...before] = await letters();
    expect(before).toHaveLength(1);
    expect(reminder!.subject).toContain('still needed, Records');
    expect(reminder!.body).toContain('Sales list');
    expect(reminder!.body).not.toContain('Bank statements');
    expect(reminder!.body).toContain('It was wanted by Fri 13 Mar 2026. Please send it as soon as you can.');
    expect((await stands()).followUp).toMatchObject({ on: days('2026-03-25', 3), sent: 1 });
  });

  it('goes to a person of the firm after so many, who rings', async () => {
    await ask();
    await on('2026-03-16');
    await on('2026-03-20');
    expect(await letters()).toHaveLength(3);
    expect((await job()).tasks.map((task) => task.name)).not.toContain('Ring about Records: 2 follow-ups brought nothing');
    await on('2026-03-26');
    await on('2026-04-20');
    expect(await letters()).toHaveLength(3);
    expect((await job()).tasks.filter((task) => task.name === 'Ring about Records: 2 follow-ups brought nothing')).toHaveLength(1);
    expect((await stands()).followUp).toMatchObject({ on: null, quiet: 'all were sent: a task stands for it', sent: 2 });
  });

  it('is not followed up on a day on which the firm is closed', async () => {
    await rules({ everyDays: 1 });
    await ask();
    await on('2026-03-14');
    expect(await letters()).toHaveLength(1);
    await on('2026-03-17');
    expect(await letters()).toHaveLength(1);
    await on('2026-03-18');
    expect(await letters()).toHaveLength(2);
  });

  it('is counted from a reminder that somebody sent by hand', async () => {
    const { id } = await ask();
    t.clock.set(morning('2026-03-13'));
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(204);
    expect((await stands()).followUp).toMatchObject({ on: days('2026-03-13', 4), sent: 0 });
  });

  it('ends with everything in, and with a request that is withdrawn', async () => {
    const { id } = await ask(['Bank statements']);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'came by post' }).expect(204);
    await on('2026-03-16');
    expect(await letters()).toHaveLength(1);
    expect((await stands()).followUp).toMatchObject({ on: null, quiet: null });
  });
});

describe('follow-ups are quiet', () => {
  const quiet = async (why: string) => {
    expect((await stands()).followUp).toMatchObject({ on: null, quiet: why });
    await on('2026-03-16');
    expect(await letters()).toHaveLength(1);
  };
  const goesOn = async (day: string) => {
    await on(day);
    expect(await letters()).toHaveLength(2);
  };

  it('while a client’s question waits for us, and go on once it is answered', async () => {
    const { part } = await ask();
    await t.drain();
    t.clock.advance({ minutes: 1 });
    const inside = await insidePortal(t, name);
    await inside.post(`/api/portal/items/${part.items[0]!.id}/question`).set(key()).send({ text: 'For which account?' }).expect(204);
    await quiet('their question waits for us');
    await manager().post(`/api/request-items/${part.items[0]!.id}/reply`).set(key()).send({ text: 'For both.' }).expect(204);
    await t.drain();
    // The answer was a letter too: the next is counted from it.
    expect((await stands()).followUp.on).toBe(days('2026-03-16', 4));
  });

  it('while the job is on hold, and go out once when it goes on', async () => {
    await ask();
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: 'a dispute' }).expect(204);
    await quiet('the job is on hold');
    await manager().post(`/api/jobs/${jobId}/resume`).expect(204);
    await goesOn('2026-03-18');
  });

  it('where somebody stopped them, until they go on', async () => {
    const { id } = await ask();
    await manager().post(`/api/asks/${id}/follow-ups`).send({ on: false }).expect(204);
    await manager().post(`/api/asks/${id}/follow-ups`).send({ on: false }).expect(204);
    await quiet('stopped');
    await manager().post(`/api/asks/${id}/follow-ups`).send({ on: true }).expect(204);
    expect((await stands()).followUp).toMatchObject({ on: days('2026-03-16', 4), isStopped: false });
    await goesOn('2026-03-20');
    const { body } = await manager().get(`/api/history?job=${jobId}`).expect(200);
    const said = (body as { what: string }[]).map(({ what }) => what);
    expect(said.filter((what) => what === 'stopped the follow-ups about Records')).toHaveLength(1);
    expect(said).toContain('was followed up about Records');
  });

  it('for a client that gets none', async () => {
    await ask();
    const { version } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
    const facts = { ...DUNMARRA, contact: undefined, name: `Curlew ${number} Ltd`, followUps: 'none', version };
    await manager().patch(`/api/clients/${clientId}`).send(facts).expect(204);
    await quiet('this client gets none');
  });

  it('while whoever would get it is away, and goes out on the day after', async () => {
    await ask();
    const found = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
    const cara = found.contacts.find((one) => one.name === name)!;
    const away = async (awayUntil: string | undefined) => {
      const { version, email } = (await manager().get(`/api/contacts/${cara.id}`).expect(200)).body as PersonView;
      await manager().patch(`/api/contacts/${cara.id}`).send({ name, email, awayUntil, version }).expect(204);
    };
    await away('2026-03-19');
    expect((await stands()).followUp).toMatchObject({ on: '2026-03-20', quiet: null });
    await on('2026-03-19');
    expect(await letters()).toHaveLength(1);
    await goesOn('2026-03-20');
    await away('2026-03-31');
    expect((await stands()).followUp.on).toBe('2026-04-01');
    await away(undefined);
    expect((await stands()).followUp.on).toBe(days('2026-03-20', 3));
  });

  it('where the firm sends none; what is open when it begins to is counted from that day', async () => {
    await rules({ followsUp: false });
    await ask();
    await quiet('the firm sends none');
    await rules();
    expect((await stands()).followUp).toMatchObject({ on: days('2026-03-16', 4), quiet: null });
    await goesOn('2026-03-20');
  });
});

describe('where nobody can be written to', () => {
  const tasks = async () => (await job()).tasks.map((task) => task.name);
  const told = async () => {
    const task = (await job()).tasks.find((one) => one.name.includes('Records'))!;
    await manager().post(`/api/tasks/${task.id}/tick`).send({ done: true, version: task.version }).expect(200);
  };

  it('a client on paper who was told by a letter is not followed up by mail', async () => {
    clientId = await client({ name: `Paper ${number} Ltd`, way: 'paper', contact: { name, email: `paper${number}@curlew.example` } });
    jobId = await begun(THREE, { clientId });
    await ask();
    await told();
    await on('2026-03-16');
    await on('2026-03-30');
    expect(await letters()).toEqual([]);
    expect((await tasks()).filter((one) => one.startsWith('Follow up'))).toEqual([]);
  });

  it('whoever works on paper by now gets a letter to be printed', async () => {
    await ask();
    await manager()
      .post('/api/clients/bulk')
      .send({ clientIds: [clientId], change: { way: 'paper' } })
      .expect(200);
    await on('2026-03-16');
    await on('2026-03-20');
    expect(await letters()).toHaveLength(1);
    expect((await stands()).followUp.quiet).toBe('a letter is to be printed and posted');
    expect((await tasks()).filter((one) => one.startsWith('Follow up'))).toEqual([]);
  });

  it('whoever is gone meanwhile is followed up by a task, each time', async () => {
    await ask();
    const { contacts } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
    await manager().delete(`/api/clients/${clientId}/contacts/${contacts[0]!.id}`).expect(204);
    await on('2026-03-16');
    await on('2026-03-20');
    expect(await letters()).toHaveLength(1);
    expect((await tasks()).filter((one) => one === 'Follow up Records: there is nobody to write to')).toHaveLength(2);
  });

  it('a former client is not followed up, and is again when it comes back', async () => {
    await ask();
    const standing = async (to: 'former' | 'active') => {
      const { version } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
      await manager().post(`/api/clients/${clientId}/standing`).send({ standing: to, on: '2026-03-12', reason: 'moved away', version }).expect(204);
    };
    await standing('former');
    await on('2026-03-16');
    expect(await letters()).toHaveLength(1);
    expect((await stands()).followUp).toMatchObject({ on: null, quiet: 'it is a former client' });
    await standing('active');
    await on('2026-03-18');
    expect(await letters()).toHaveLength(2);
  });
});
