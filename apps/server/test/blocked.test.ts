import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { NoteForYou } from '@steady/contract/clients';
import type { JobRow, JobTotals } from '@steady/contract/jobs';
import type { Listed } from '@steady/contract/lists';
import type { Ticked } from '@steady/contract/tasks';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, begun, tick, move } = atWork(() => test);
const preparer = () => test.firm.as.preparer!;
const taskOf = async (jobId: string, name: string) => (await job(jobId)).tasks.find((one) => one.name === name)!;
const blockedTask = async (jobId: string, name: string, forId = test.firm.members.preparer) =>
  manager()
    .post(`/api/tasks/${(await taskOf(jobId, name)).id}/stop`)
    .send({ reason: 'The lease is missing', forId })
    .expect(204);
const forPreparer = async (jobId: string) =>
  ((await preparer().get('/api/notes-for-you').expect(200)).body as NoteForYou[]).filter((note) => note.jobId === jobId);
const list = async (query: string) => (await manager().get(`/api/jobs?status=open&${query}`).expect(200)).body as Listed<JobRow>;

describe('a task that is blocked by itself', () => {
  it('says why and for whom, while the rest of the job goes on', async () => {
    const id = await begun({ phases: [{ key: 'do', name: 'Do', tasks: [task('Enter'), task('Draft')] }] });
    await blockedTask(id, 'Enter');
    expect(await taskOf(id, 'Enter')).toMatchObject({ stuckReason: 'The lease is missing', stuckFor: 'preparer', stuckSince: expect.any(String) as string });
    expect(await job(id)).toMatchObject({ stuckReason: null, status: 'open' });
    await tick(id, 'Draft');
    expect((await job(id)).phases[0]).toMatchObject({ done: 1, stands: 'current' });
  });

  it('is found in the list, in its figure, in the flow and on Today as a blocked job is', async () => {
    const id = await begun(THREE);
    const totals = async () => (await manager().get('/api/jobs/totals?status=open').expect(200)).body as JobTotals;
    const before = (await totals()).stuck;
    await blockedTask(id, 'Enter');
    expect((await totals()).stuck).toBe(before + 1);
    const found = (await list('state=blocked')).rows.find((row) => row.id === id);
    expect(found).toMatchObject({ stuckReason: 'Enter: The lease is missing' });
    const today = (await manager().get('/api/today').expect(200)).body as TodayView;
    expect(today.stuck.count).toBe(before + 1);
    await manager()
      .post(`/api/tasks/${(await taskOf(id, 'Enter')).id}/go-on`)
      .expect(204);
    expect((await totals()).stuck).toBe(before);
  });

  it('is no work of today of whoever has it', async () => {
    const id = await begun({ phases: [{ key: 'do', name: 'Do', tasks: [task('Enter', { role: 'manager' })] }] });
    const mine = async () => ((await manager().get('/api/today').expect(200)).body as TodayView).tasks.rows.find((one) => one.jobId === id);
    expect(await mine()).toMatchObject({ blocked: null });
    await blockedTask(id, 'Enter');
    expect(await mine()).toMatchObject({ blocked: 'The lease is missing' });
  });

  it('is blocked no more once it is ticked, also when the tick is taken back', async () => {
    const id = await begun(THREE);
    await blockedTask(id, 'Enter');
    await tick(id, 'Enter');
    const { id: taskId, version } = await taskOf(id, 'Enter');
    await manager().post(`/api/tasks/${taskId}/stop`).send({ reason: 'again' }).expect(409);
    await manager().post(`/api/tasks/${taskId}/tick`).send({ done: false, version }).expect(200);
    expect(await taskOf(id, 'Enter')).toMatchObject({ doneAt: null, stuckReason: null });
  });

  it('wants a reason, and a colleague who sees the client', async () => {
    const id = await begun(THREE);
    const { id: taskId } = await taskOf(id, 'Enter');
    const blocked = (body: object) => manager().post(`/api/tasks/${taskId}/stop`).send(body).expect(422);
    expect(problemOf(await blocked({ reason: ' ' })).errors).toMatchObject([{ field: 'reason' }]);
    expect(problemOf(await blocked({ reason: 'lost', forId: test.firm.members.contractor })).errors).toMatchObject([{ field: 'forId' }]);
    await test.other.as.manager!.post(`/api/tasks/${taskId}/stop`).send({ reason: 'theirs' }).expect(404);
  });
});

describe('what a colleague is told of a job', () => {
  it('is what it is, leads to the job, and goes when the job can go on', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/stop`).send({ reason: 'No access to the bank', forId: test.firm.members.preparer }).expect(204);
    expect(await forPreparer(id)).toMatchObject([{ kind: 'blocked', text: 'Special work: No access to the bank', jobId: id }]);
    await manager().post(`/api/jobs/${id}/go-on`).expect(204);
    expect(await forPreparer(id)).toEqual([]);
  });

  it('of one blocked task goes with its tick, and that of the job stays', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/stop`).send({ reason: 'No access', forId: test.firm.members.preparer }).expect(204);
    await blockedTask(id, 'Enter');
    expect((await forPreparer(id)).map((note) => note.text)).toEqual(['Special work: No access', '"Enter" in Special work: The lease is missing']);
    await tick(id, 'Enter');
    expect((await forPreparer(id)).map((note) => note.text)).toEqual(['Special work: No access']);
    expect((await move(id, 'look', { why: 'done elsewhere' })).status).toBe(200);
    expect(await forPreparer(id)).toEqual([]);
  });

  it('goes with the end of the job, and is there again when the job is opened again', async () => {
    const id = await begun({ phases: [{ key: 'do', name: 'Do', tasks: [task('Enter', { role: 'manager' })] }] });
    const { id: taskId, version } = await taskOf(id, 'Enter');
    await manager().patch(`/api/tasks/${taskId}`).send({ assigneeId: test.firm.members.preparer, word: 'the file is here', version }).expect(204);
    expect(await forPreparer(id)).toMatchObject([{ kind: 'handed over', text: '"Enter" in Special work: the file is here' }]);
    const batchId = randomUUID();
    const ticked = await manager()
      .post(`/api/tasks/${taskId}/tick`)
      .send({ done: true, version: version + 1, batchId })
      .expect(200);
    expect((ticked.body as Ticked).finished).toBe(true);
    expect(await forPreparer(id)).toEqual([]);
    await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200);
    expect(await forPreparer(id)).toHaveLength(1);
  });

  it('of a blocked task goes when the job passes it over, and when the task is removed', async () => {
    const id = await begun(THREE);
    await blockedTask(id, 'Enter');
    await blockedTask(id, 'Print');
    expect(await forPreparer(id)).toHaveLength(2);
    const print = await taskOf(id, 'Print');
    await manager().post(`/api/tasks/${print.id}/take-out`).send({ version: print.version }).expect(204);
    expect((await forPreparer(id)).map((note) => note.text)).toEqual(['"Enter" in Special work: The lease is missing']);
    expect((await move(id, 'look', { why: 'done elsewhere' })).status).toBe(200);
    expect(await forPreparer(id)).toEqual([]);
  });

  it('goes with a job that is cancelled', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/stop`).send({ reason: 'No access', forId: test.firm.members.preparer }).expect(204);
    await manager()
      .post(`/api/jobs/${id}/cancel`)
      .send({ reason: 'not wanted', version: (await job(id)).version })
      .expect(204);
    expect(await forPreparer(id)).toEqual([]);
  });

  it('is handled by its reader, and not reworded or removed', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/stop`).send({ reason: 'No access', forId: test.firm.members.preparer }).expect(204);
    const [note] = await forPreparer(id);
    expect(problemOf(await manager().patch(`/api/notes/${note!.id}`).send({ text: 'otherwise' }).expect(409)).code).toBe('a-notice');
    await manager().delete(`/api/notes/${note!.id}`).expect(409);
    await preparer().patch(`/api/notes/${note!.id}`).send({ done: true }).expect(204);
    expect(await forPreparer(id)).toEqual([]);
  });
});

describe('since when a job has its status', () => {
  const ownKey = (status: string) => `own:${Buffer.from(status).toString('base64url')}`;
  const valuesOf = async (id: string, columns: string) => (await list(`columns=${columns}`)).rows.find((row) => row.id === id)!.values;

  it('is a column for each: of the firm’s own also after the next one was reached', async () => {
    const id = await begun(THREE);
    const own = async (ownStatus: string) =>
      manager()
        .patch(`/api/jobs/${id}`)
        .send({ ownStatus, version: (await job(id)).version })
        .expect(204);
    await own('at the bank, again');
    await own('with the auditor');
    const values = await valuesOf(id, `${ownKey('at the bank, again')},${ownKey('with the auditor')},standsSince,phaseSince`);
    expect(Object.values(values)).toEqual(['2026-03-11', '2026-03-11', '2026-03-11', '2026-03-11']);
    const filter = JSON.stringify([{ field: ownKey('with the auditor'), test: 'not empty' }]);
    expect((await list(`filters=${encodeURIComponent(filter)}`)).rows.map((row) => row.id)).toEqual([id]);
  });

  it('says since when it is on hold or blocked, and nothing once it is not', async () => {
    const id = await begun(THREE);
    await manager().post(`/api/jobs/${id}/hold`).send({ reason: 'a dispute' }).expect(204);
    expect(await valuesOf(id, 'heldSince,blockedSince,standsSince')).toEqual({ heldSince: '2026-03-11', blockedSince: null, standsSince: '2026-03-11' });
    await manager().post(`/api/jobs/${id}/resume`).expect(204);
    await blockedTask(id, 'Draft');
    expect(await valuesOf(id, 'heldSince,blockedSince')).toEqual({ heldSince: null, blockedSince: '2026-03-11' });
  });

  it('counts the days since everything had come in, and nothing before that', async () => {
    const id = await begun(THREE);
    expect(await valuesOf(id, 'daysIn')).toEqual({ daysIn: null });
    await test.database.transaction({ firmId: test.firm.id }, (tx) => tx.execute(sql`update jobs set everything_in_on = '2026-03-04' where id = ${id}`));
    expect(await valuesOf(id, 'daysIn')).toEqual({ daysIn: 7 });
  });
});
