import { afterAll, beforeAll, expect, it } from 'vitest';
import type { MissingView } from '@steady/contract/asks';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork } from './at-work';
import { type Agent, type TestApp, asksOf, key, startTestApp } from './support';

let t: TestApp;
const { manager, client, begun } = atWork(() => t);
const ids: Record<string, string> = {};
const missing = async (who: Agent = manager()) => (await who.get('/api/asks/missing').expect(200)).body as MissingView;
const request = async (jobId: string, title: string, items: string[], dueOn = '2026-03-20') => {
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title, dueOn, items: items.map((name) => ({ name })) })
    .expect(201);
  return (await asksOf<{ items: { id: string }[] }>(manager(), jobId))[0]!;
};

beforeAll(async () => {
  t = await startTestApp();
  ids.wren = await client({ name: 'Wren Ltd' });
  ids.auk = await client({ name: 'Auk Ltd' });
  ids.wrenJob = await begun(THREE, { clientId: ids.wren, name: 'Accounts' });
  ids.aukJob = await begun(THREE, { clientId: ids.auk, name: 'Review' });
  const first = await request(ids.wrenJob, 'Records', ['Bank statements', 'Sales list']);
  await manager().post(`/api/request-items/${first.part.items[0]!.id}/accept`).expect(204);
  await request(ids.aukJob, 'Stock', ['Stock list'], '2026-03-11');
  const gone = await request(ids.aukJob, 'Not that', ['Something']);
  await manager().post(`/api/asks/${gone.id}/withdraw`).send({ reason: 'by mistake' }).expect(204);
  await t.drain();
});
afterAll(() => t.close());

it('is every open request with what is not there, by client; nothing that came, was withdrawn or is done', async () => {
  const { asks, more } = await missing();
  expect(more).toBe(0);
  expect(asks).toMatchObject([
    { client: 'Auk Ltd', job: 'Review', title: 'Stock', owed: [{ what: 'Stock list' }], forUs: [], isLate: false, dueOn: '2026-03-31' },
    { client: 'Wren Ltd', job: 'Accounts', title: 'Records', owed: [{ what: 'Sales list' }] },
  ]);
  expect(asks.every(({ lastWritten }) => lastWritten !== null)).toBe(true);
  const { missing: onToday } = (await manager().get('/api/today').expect(200)).body as TodayView;
  expect(onToday).toEqual({ things: 2, clients: 2 });
});

it('says what is late once its day is over', async () => {
  t.clock.advance({ hours: 24 });
  expect((await missing()).asks.map(({ title, isLate }) => [title, isLate])).toEqual([
    ['Stock', true],
    ['Records', false],
  ]);
});

it('shows each person what is of clients that they see, and no other firm', async () => {
  const contractor = t.firm.as.contractor!;
  expect((await missing(contractor)).asks).toEqual([]);
  await t.firm.as
    .administrator!.post('/api/grants')
    .send({ memberIds: [t.firm.members.contractor], clientIds: [ids.wren] })
    .expect(200);
  const { asks, more } = await missing(contractor);
  expect([asks.map((ask) => ask.client), more]).toEqual([['Wren Ltd'], 0]);
  expect(((await contractor.get('/api/today').expect(200)).body as TodayView).missing).toEqual({ things: 1, clients: 1 });
  expect((await missing(t.other.as.manager)).asks).toEqual([]);
});
