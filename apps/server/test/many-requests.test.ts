import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { KeptRequest, ManyAsked, RequestPart } from '@steady/contract/requests';
import { atPost } from './at-post';
import { THREE, atWork, problemOf } from './at-work';
import { type TestApp, asksOf, key, morning, startTestApp } from './support';

let t: TestApp;
let number = 0;
let jobs: string[];
let online: string;
const { manager, client, begun } = atWork(() => t);
const { write } = atPost(() => t);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  number += 1;
  online = await client({ name: `Dunlin ${number} Ltd`, contact: { name: `Dara ${number}`, email: `d${number}@dunlin.example` } });
  const paper = await client({ name: `Dunlin paper ${number}`, way: 'paper' });
  jobs = [await begun(THREE, { clientId: online, name: 'Accounts, 2025' }), await begun(THREE, { clientId: paper, name: 'Review' })];
});

const INPUT = { title: 'Closing papers', dueOn: '2026-03-25', items: [{ name: 'Stock list' }, { name: 'Bank letter' }] };
const look = async (more: object = {}) =>
  (
    await manager()
      .post('/api/requests/many/preview')
      .send({ ...INPUT, jobIds: jobs, ...more })
      .expect(200)
  ).body as ManyAsked;
const send = (more: object = {}) =>
  manager()
    .post('/api/requests/many')
    .set(key())
    .send({ ...INPUT, jobIds: jobs, ...more });
const stands = async (jobId: string) => (await asksOf<RequestPart>(manager(), jobId))[0];

describe('the same asked for several jobs', () => {
  it('says before who gets it, and who has to be told by a person', async () => {
    const { asked, not } = await look();
    expect(asked).toMatchObject([
      { job: 'Accounts, 2025', to: [`Dara ${number}`], untold: null },
      { job: 'Review', to: [], untold: expect.stringContaining('works on paper') },
    ]);
    expect(not).toEqual([]);
    expect((await look({ portalOnly: true })).asked[0]!.to).toEqual([`Dara ${number}`]);
    expect(await stands(jobs[0]!)).toBeUndefined();
  });

  it('is asked of each in its own job, with its period, once', async () => {
    const { asked } = (await send().expect(200)).body as ManyAsked;
    expect(asked).toHaveLength(2);
    expect(await stands(jobs[0]!)).toMatchObject({
      title: 'Closing papers, 2025',
      state: 'with the client',
      part: { items: [{ name: 'Stock list' }, { name: 'Bank letter' }] },
    });
    expect(await stands(jobs[1]!)).toMatchObject({ title: 'Closing papers', trouble: 'nobody was told' });
    expect((await look()).not).toMatchObject([{ why: 'it is asked for this already' }, { why: 'it is asked for this already' }]);
    expect(problemOf(await send().expect(409)).code).toBe('nobody-asked');
  });

  it('says what would pass the number of messages a day, and on which day nothing would', async () => {
    expect((await look()).roomOn).toBeUndefined();
    for (const subject of ['One', 'Two']) await write(online, subject);
    await write(online, 'Tomorrow', { on: '2026-03-12' });
    await write(online, 'Tomorrow too', { on: '2026-03-12' });
    await t.drain();
    const { asked, roomOn } = await look();
    expect([asked[0]!.later?.why, roomOn]).toEqual(['no more than 2 messages a day go to one person', '2026-03-12']);
    const then = await look({ sendOn: roomOn });
    expect([then.asked[0]!.later, then.roomOn]).toEqual([null, undefined]);
    expect((await send({ sendOn: roomOn }).expect(200)).body).toMatchObject({ asked: [{}, {}] });
  });

  it('is planned for a day, and left out where a job is finished meanwhile', async () => {
    const one = await begun({ phases: [{ key: 'a', name: 'A', tasks: [] }] }, { name: 'Done at once' });
    const { version } = (await manager().get(`/api/jobs/${one}`).expect(200)).body as { version: number };
    await manager().post(`/api/jobs/${one}/move`).send({ to: null, leaveOut: [], version });
    const { asked, not } = (await send({ jobIds: [jobs[0], one], sendOn: '2026-03-16' }).expect(200)).body as ManyAsked;
    expect([asked.length, not]).toEqual([1, [expect.objectContaining({ why: 'the job is finished' })]]);
    expect(await stands(jobs[0]!)).toMatchObject({ state: 'planned', sendOn: '2026-03-16' });
  });

  it('is asked of chosen clients in the open job that is due first, or of one service; who has none is left out and named', async () => {
    const both = await client({ name: `Two jobs ${number}`, contact: { name: `Tess ${number}`, email: `t${number}@two.example` } });
    const [later, sooner] = [await begun(THREE, { clientId: both, name: 'Later' }), await begun(THREE, { clientId: both, name: 'Sooner' })];
    const { version } = (await manager().get(`/api/jobs/${sooner}`).expect(200)).body as { version: number };
    await manager().patch(`/api/jobs/${sooner}`).send({ dueOn: '2026-03-20', version }).expect(204);
    const none = await client({ name: `No job ${number}` });
    const clients = { jobIds: undefined, clientIds: [both, none] };
    const seen = await look(clients);
    expect(seen.asked.map(({ job }) => job)).toEqual(['Sooner']);
    expect(seen.not).toEqual([{ jobId: none, job: '', client: `No job ${number}`, why: 'no job of it is open' }]);
    const ofService = await look({ ...clients, serviceId: t.firm.services.vat });
    expect(ofService.not.map(({ why }) => why)).toEqual(['no job of that service is open', 'no job of that service is open']);
    await send(clients).expect(200);
    expect(await stands(sooner)).toMatchObject({ title: 'Closing papers' });
    expect(await stands(later)).toBeUndefined();
    await send({ jobIds: undefined }).expect(422);
    await t.other.as
      .manager!.post('/api/requests/many')
      .set(key())
      .send({ ...INPUT, clientIds: [both] })
      .expect(404);
  });

  it('is refused without jobs or things, for jobs of others, and for a day that is over', async () => {
    await send({ jobIds: [] }).expect(422);
    await send({ items: [] }).expect(422);
    await send({ sendOn: '2026-03-10' }).expect((answer) => expect([409, 422]).toContain(answer.status));
    await t.firm.as
      .contractor!.post('/api/requests/many')
      .set(key())
      .send({ ...INPUT, jobIds: jobs })
      .expect(404);
    await t.other.as
      .manager!.post('/api/requests/many')
      .set(key())
      .send({ ...INPUT, jobIds: jobs })
      .expect(404);
    expect(await stands(jobs[0]!)).toBeUndefined();
  });
});

describe('requests whose words are kept', () => {
  const kept = async (who = manager()) => (await who.get('/api/kept-requests').expect(200)).body as KeptRequest[];
  const GIVEN = { title: 'Year-end papers', daysToAnswer: 8, items: [{ name: 'Stock list', description: 'counted on the last day' }, { name: 'Loans' }] };
  const keep = (more: object = {}, who = manager()) =>
    who
      .post('/api/kept-requests')
      .set(key())
      .send({ ...GIVEN, ...more });

  it('are of one service or of all, changed under the version that was seen, and removed', async () => {
    const { id } = (await keep({ serviceId: t.firm.services.vat }).expect(201)).body as { id: string };
    await keep({ title: 'Anything' }).expect(201);
    expect((await kept()).map(({ title, service }) => [title, service !== null])).toEqual([
      ['Year-end papers', true],
      ['Anything', false],
    ]);
    expect((await kept())[0]).toMatchObject({
      daysToAnswer: 8,
      items: [
        { name: 'Stock list', description: 'counted on the last day', link: null },
        { name: 'Loans', description: null, link: null },
      ],
    });
    const change = (version: number) =>
      manager()
        .put(`/api/kept-requests/${id}`)
        .send({ ...GIVEN, title: 'Closing', version });
    await change(1).expect(204);
    expect(problemOf(await change(1).expect(409)).code).toBe('changed-meanwhile');
    expect((await kept()).map(({ title }) => title)).toEqual(['Anything', 'Closing']);
    await manager().delete(`/api/kept-requests/${id}`).expect(204);
    expect((await kept()).map(({ title }) => title)).toEqual(['Anything']);
    await manager().delete(`/api/kept-requests/${id}`).expect(404);
  });

  it('are refused without a title or things, for a service that is not the firm\u2019s, and are not seen by another firm', async () => {
    await keep({ title: ' ' }).expect(422);
    await keep({ items: [] }).expect(422);
    await keep({ daysToAnswer: 0 }).expect(422);
    expect(problemOf(await keep({ serviceId: '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b01' }).expect(422)).errors![0]!.field).toBe('serviceId');
    expect(await kept(t.other.as.manager)).toEqual([]);
  });
});
