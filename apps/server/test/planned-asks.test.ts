import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { JobRow } from '@steady/contract/jobs';
import type { RequestEachTime, RequestPart, SendPreview, SendRequest } from '@steady/contract/requests';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, clientWithVat, insidePortal, jobOf, key, morning, portalAsks, startTestApp } from './support';

let t: TestApp;
let number = 0;
let name: string;
let clientId: string;
let jobId: string;
const { manager, client, begun, move, job } = atWork(() => t);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  number += 1;
  name = `Gannet ${number}`;
  clientId = await client({ name: `Gannet ${number} Ltd`, contact: { name, email: `g${number}@gannet.example` } });
  jobId = await begun(ONE, { clientId });
});

const ONE: Procedure = { phases: [{ key: 'prepare', name: 'Prepare', tasks: [task('Enter')] }] };
const REQUEST = { title: 'Records', dueOn: '2026-03-27', items: [{ name: 'Bank statement' }, { name: 'Sales list' }] };
const send = (more: Partial<SendRequest> = {}, of = jobId) =>
  manager()
    .post(`/api/jobs/${of}/requests`)
    .set(key())
    .send({ ...REQUEST, ...more });
const preview = async (more: Partial<SendRequest>) =>
  (
    await manager()
      .post(`/api/jobs/${jobId}/requests/preview`)
      .send({ ...REQUEST, ...more })
      .expect(200)
  ).body as SendPreview;
const stands = async (of = jobId) => (await asksOf<RequestPart>(manager(), of))[0]!;
const letters = async () => (await t.letters()).filter(({ to, subject }) => to === name && !/\d{6}/.test(subject));
const on = async (day: string) => {
  t.clock.set(morning(day));
  await t.tick();
  await t.drain();
};

describe('a request that goes out on a day to come', () => {
  it('is told to nobody before, and once on its day, however long nothing ran; the client keeps its days', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    expect(await stands()).toMatchObject({ state: 'planned', sendOn: '2026-03-20', owed: [], followUp: { on: null } });
    expect((await job(jobId)).waitingSince).toBeNull();
    await on('2026-03-19');
    expect(await letters()).toEqual([]);
    await on('2026-03-24');
    await on('2026-03-25');
    expect((await letters()).map(({ subject }) => subject)).toEqual([expect.stringContaining('Records')]);
    // Five working days from the 20th were planned; five from the 24th it is.
    expect(await stands()).toMatchObject({ state: 'with the client', wantedBy: '2026-03-31', owed: [{ what: 'Bank statement' }, { what: 'Sales list' }] });
    await manager()
      .post(`/api/asks/${(await stands()).id}/send`)
      .set(key())
      .expect(409);
  });

  it('is not in the portal before', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    const other = await begun(THREE, { clientId, name: 'Other work' });
    await send({ title: 'Now' }, other).expect(201);
    await t.drain();
    const inside = await insidePortal(t, name);
    expect((await portalAsks(inside)).map((ask) => ask.title)).toEqual(['Now']);
  });

  it('can be sent before, changed, withdrawn and asked again as planned', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    const { id, version } = await stands();
    const refused = problemOf(await manager().post(`/api/asks/${id}/remind`).set(key()).expect(409));
    expect(refused.detail).toContain('It goes out Fri 20 Mar 2026');
    await manager().patch(`/api/asks/${id}`).send({ version, sendOn: '2026-03-10' }).expect(422);
    await manager().patch(`/api/asks/${id}`).send({ version, sendOn: '2026-03-30' }).expect(422);
    await manager().patch(`/api/asks/${id}`).send({ version, sendOn: '2026-03-18' }).expect(204);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'not yet' }).expect(204);
    await on('2026-03-18');
    expect(await letters()).toEqual([]);
    await manager().post(`/api/asks/${id}/restore`).expect(204);
    expect(await stands()).toMatchObject({ state: 'planned', sendOn: '2026-03-18' });
    await manager().post(`/api/asks/${id}/send`).set(key()).expect(204);
    await t.drain();
    expect(await letters()).toHaveLength(1);
    await manager()
      .patch(`/api/asks/${id}`)
      .send({ version: (await stands()).version, sendOn: '2026-03-25' })
      .expect(409);
  });

  it('waits while its job is on hold, and is withdrawn with the end of its job; opened again, it is planned again', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: 'the bank', until: '2026-04-30' }).expect(204);
    await on('2026-03-23');
    expect((await stands()).state).toBe('planned');
    await manager().post(`/api/jobs/${jobId}/resume`).expect(204);
    expect((await move(jobId, null, { why: 'done' })).status).toBe(200);
    expect((await stands()).state).toBe('withdrawn');
    await on('2026-03-24');
    expect(await letters()).toEqual([]);
    expect((await move(jobId, 'prepare', { why: 'not yet' })).status).toBe(200);
    expect((await stands()).state).toBe('planned');
    await on('2026-03-25');
    expect((await stands()).state).toBe('with the client');
  });

  it('is done, and goes to nobody, where all of it came before', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    for (const { id } of (await stands()).part.items) await manager().post(`/api/request-items/${id}/take-in`).set(key()).send({ way: 'by post' }).expect(204);
    expect((await stands()).state).toBe('done');
    await on('2026-03-23');
    expect(await letters()).toEqual([]);
    await manager()
      .post(`/api/request-items/${(await stands()).part.items[0]!.id}/reopen`)
      .expect(204);
    await on('2026-03-24');
    expect(await letters()).toHaveLength(1);
  });

  it('goes to a person of the firm where nobody can be written to by then', async () => {
    await send({ sendOn: '2026-03-20' }).expect(201);
    await manager()
      .post('/api/clients/bulk')
      .send({ clientIds: [clientId], change: { way: 'paper' } })
      .expect(200);
    await on('2026-03-20');
    expect(await stands()).toMatchObject({ state: 'with us', trouble: 'nobody was told' });
    expect((await job(jobId)).tasks.map((task) => task.name)).toContain('Tell the client what is needed: "Records"');
  });

  it('is refused for a day that is over, and for one after that by which it is wanted', async () => {
    expect(problemOf(await send({ sendOn: '2026-03-10' }).expect(422)).errors).toMatchObject([{ field: 'sendOn' }]);
    expect(problemOf(await send({ sendOn: '2026-03-30' }).expect(422)).errors).toMatchObject([{ field: 'dueOn' }]);
    const shown = await preview({ sendOn: '2026-03-20' });
    expect(shown.messages[0]!.goesOut.at.slice(0, 10)).toBe('2026-03-20');
  });
});

describe('a request that is told in the portal only', () => {
  it('names who finds it, writes to nobody, is not followed up, and can be reminded of', async () => {
    expect(await preview({ portalOnly: true })).toMatchObject({ messages: [], nobody: [], inPortal: [name] });
    await send({ portalOnly: true }).expect(201);
    await on('2026-03-25');
    expect(await letters()).toEqual([]);
    const ask = await stands();
    expect(ask).toMatchObject({ state: 'with the client', isPortalOnly: true, followUp: { on: null, quiet: 'the client is told in the portal only' } });
    await manager().post(`/api/request-items/${ask.part.items[0]!.id}/accept`).expect(204);
    await manager().post(`/api/asks/${ask.id}/remind`).set(key()).expect(204);
    await t.drain();
    expect(await letters()).toHaveLength(1);
    expect((await portalAsks(await insidePortal(t, name))).map(({ title }) => title)).toEqual(['Records']);
  });

  it('stands for a task where nobody would find it', async () => {
    const paper = await client({ name: `Shag ${number} Ltd`, way: 'paper' });
    const of = await begun(THREE, { clientId: paper });
    await send({ portalOnly: true }, of).expect(201);
    expect((await stands(of)).trouble).toBe('nobody was told');
  });
});

describe('a request with the rhythm', () => {
  let lineClient: string;
  const list = async () => (await manager().get(`/api/clients/${lineClient}/requests-each-time`).expect(200)).body as RequestEachTime[];
  const openJob = async (period: string) => {
    const { rows } = (await manager().get(`/api/jobs?client=${lineClient}&status=open`).expect(200)).body as { rows: JobRow[] };
    return rows.find((row) => row.name.includes(period))!.id;
  };

  it('is asked with each later job of the line, on its day, moved on to its period; ended, with no more', async () => {
    lineClient = await clientWithVat(t);
    await t.tick();
    const first = await jobOf(t, lineClient);
    await send({ title: 'Records, Jan-Feb 2026', items: [{ name: 'Bank statement, Jan-Feb 2026' }], dueOn: '2026-03-18', eachTime: 8 }, first).expect(201);
    expect(await list()).toMatchObject([{ title: 'Records, Jan-Feb 2026', dayOfMonth: 8, daysToAnswer: 4, isPortalOnly: false }]);
    t.clock.set(morning('2026-05-05'));
    await t.tick();
    await t.tick();
    const second = await openJob('Mar-Apr');
    expect(await asksOf<RequestPart>(manager(), second)).toMatchObject([
      {
        state: 'planned',
        title: 'Records, Mar-Apr 2026',
        sendOn: '2026-05-08',
        wantedBy: '2026-05-14',
        part: { items: [{ name: 'Bank statement, Mar-Apr 2026' }] },
      },
    ]);
    t.clock.set(morning('2026-05-08'));
    await t.tick();
    expect((await stands(second)).state).toBe('with the client');
    await manager()
      .post(`/api/requests-each-time/${(await list())[0]!.id}/end`)
      .expect(204);
    expect(await list()).toEqual([]);
    t.clock.set(morning('2026-07-07'));
    await t.tick();
    expect(await asksOf(manager(), await openJob('May-Jun'))).toEqual([]);
  });

  it('is not there for a job of no line, nor for whoever does not see the client', async () => {
    expect(problemOf(await send({ eachTime: 1 }).expect(422)).errors).toMatchObject([{ field: 'eachTime' }]);
    await send({ eachTime: 29 }).expect(422);
    expect((await t.other.as.manager!.get(`/api/clients/${clientId}/requests-each-time`).expect(200)).body).toEqual([]);
  });
});
