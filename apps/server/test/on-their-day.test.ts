import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Action, Procedure } from '@steady/core/procedures';
import type { HistoryLine } from '@steady/contract/jobs';
import type { MovePreview } from '@steady/contract/moves';
import type { ProcedureClients } from '@steady/contract/procedures';
import { atWork, problemOf, task } from './at-work';
import { type TestApp, key, morning, startTestApp } from './support';

let t: TestApp;
const { manager, begun, job, tick, move, procedure } = atWork(() => t);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
// Wednesday. Saint Patrick’s Day is the Tuesday after.
beforeEach(() => t.clock.set(morning('2026-03-11')));

const mark = (name: string, on?: Action['on']): Action => ({ key: name, does: 'label', label: name, put: true, ...(on ? { on } : {}) });
const plan = (onEntry: Action[], more: object = {}): Procedure => ({
  phases: [
    { key: 'first', name: 'First', tasks: [task('Begin')], onEntry },
    { key: 'second', name: 'Second', tasks: [task('Go on')], ...more },
  ],
});
const on = async (day: string) => {
  t.clock.set(morning(day));
  await t.tick();
};
const actions = async (jobId: string) =>
  Object.fromEntries((await job(jobId)).actions.map(({ what, state, dueOn, error }) => [what.split('"')[1]!, { state, dueOn, error }]));
const actionId = async (jobId: string) => (await job(jobId)).actions[0]!.id;
const history = async (jobId: string) => ((await manager().get(`/api/history?job=${jobId}`).expect(200)).body as HistoryLine[]).map(({ what }) => what);

describe('an action that is put on a working day', () => {
  it('waits for it, counted from the start of the job or from its phase, and is done then, once, however late', async () => {
    const jobId = await begun(plan([mark('at once'), mark('in two', { days: 2, from: 'before' }), mark('in four', { days: 4, from: 'start' })]));
    expect(await actions(jobId)).toEqual({
      'at once': { state: 'done', dueOn: null, error: null },
      'in two': { state: 'waits', dueOn: '2026-03-13', error: null },
      'in four': { state: 'waits', dueOn: '2026-03-18', error: null },
    });
    expect(await history(jobId)).toContainEqual(expect.stringMatching(/^does later by itself: .*"in two".*Fri 13 Mar 2026/));
    await on('2026-03-12');
    expect((await actions(jobId))['in two']!.state).toBe('waits');
    await on('2026-03-16');
    await on('2026-03-16');
    expect(await actions(jobId)).toMatchObject({ 'in two': { state: 'done' }, 'in four': { state: 'waits' } });
    expect((await history(jobId)).filter((what) => what.startsWith('did by itself, on its day'))).toHaveLength(1);
  });

  it('is done at once where its day was over when the phase came', async () => {
    const jobId = await begun(plan([], { onEntry: [mark('from the start', { days: 1, from: 'start' })] }));
    t.clock.set(morning('2026-03-19'));
    await tick(jobId, 'Begin');
    expect(await actions(jobId)).toMatchObject({ 'from the start': { state: 'done' } });
  });

  it('is done before its day, or left out, by whoever says so', async () => {
    const jobId = await begun(plan([mark('later', { days: 5, from: 'start' })]));
    await manager()
      .post(`/api/job-actions/${await actionId(jobId)}/again`)
      .set(key())
      .expect(204);
    expect(await actions(jobId)).toMatchObject({ later: { state: 'done' } });
    expect(
      problemOf(
        await manager()
          .post(`/api/job-actions/${await actionId(jobId)}/leave-out`)
          .expect(409),
      ).code,
    ).toBe('not-waiting');
    const other = await begun(plan([mark('later', { days: 5, from: 'start' })]));
    await manager()
      .post(`/api/job-actions/${await actionId(other)}/leave-out`)
      .expect(204);
    await on('2026-03-30');
    expect(await actions(other)).toMatchObject({ later: { state: 'left out' } });
    await t.other.as.manager!.post(`/api/job-actions/${await actionId(other)}/leave-out`).expect(404);
  });

  it('waits while its job is on hold, and is left out with its end, which says so before', async () => {
    const jobId = await begun(plan([mark('later', { days: 1, from: 'start' })]));
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: 'the bank' }).expect(204);
    await on('2026-03-13');
    expect(await actions(jobId)).toMatchObject({ later: { state: 'waits' } });
    await manager().post(`/api/jobs/${jobId}/resume`).expect(204);
    const shown = (await manager().get(`/api/jobs/${jobId}/move`).expect(200)).body as MovePreview;
    expect(shown.notices).toContainEqual(expect.stringMatching(/^Left out: .*"later".*Thu 12 Mar 2026/));
    expect((await move(jobId, null, { why: 'done' })).status).toBe(200);
    await on('2026-03-16');
    expect(await actions(jobId)).toEqual({ later: { state: 'left out', dueOn: '2026-03-12', error: 'the job is over' } });
  });

  it('comes anew where the job goes back to its phase, and not twice', async () => {
    const jobId = await begun(plan([], { onEntry: [mark('later', { days: 3, from: 'before' })] }));
    await tick(jobId, 'Begin');
    expect((await job(jobId)).phases[1]!.stands).toBe('current');
    expect((await move(jobId, 'first', { why: 'not yet' })).status).toBe(200);
    const states = async () => (await job(jobId)).actions.map(({ state }) => state).sort();
    expect(await states()).toEqual(['left out']);
    expect((await move(jobId, 'second')).status).toBe(200);
    expect(await states()).toEqual(['left out', 'waits']);
    await on('2026-03-30');
    expect(await states()).toEqual(['done', 'left out']);
  });

  it('is taken back with the move that had brought it about', async () => {
    const jobId = await begun(plan([], { onEntry: [mark('later', { days: 3, from: 'before' })] }));
    const batchId = randomUUID();
    const { version } = await job(jobId);
    await manager().post(`/api/jobs/${jobId}/move`).send({ to: 'second', leaveOut: [], version, batchId }).expect(200);
    await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200);
    await on('2026-03-30');
    expect(await actions(jobId)).toMatchObject({ later: { state: 'taken back' } });
  });
});

describe('a phase that is put on a working day', () => {
  it('is entered on it and not before, counted from the start of the job', async () => {
    const jobId = await begun(plan([], { opens: { days: 3, from: 'start' } }));
    await tick(jobId, 'Begin');
    expect(await job(jobId)).toMatchObject({ goesOnOn: '2026-03-16' });
    expect((await job(jobId)).phases[0]!.stands).toBe('current');
    expect(await history(jobId)).toContain('is complete in First: it goes on to Second on Mon 16 Mar 2026');
    await on('2026-03-13');
    expect((await job(jobId)).phases[0]!.stands).toBe('current');
    await on('2026-03-18');
    expect((await job(jobId)).phases[1]!.stands).toBe('current');
    expect((await job(jobId)).goesOnOn).toBeNull();
  });

  it('counted from the phase before, stays on the day on which that was done first', async () => {
    const jobId = await begun(plan([], { opens: { days: 2, from: 'before' } }));
    t.clock.set(morning('2026-03-12'));
    await tick(jobId, 'Begin');
    expect((await job(jobId)).goesOnOn).toBe('2026-03-16');
    await on('2026-03-13');
    expect((await job(jobId)).goesOnOn).toBe('2026-03-16');
    await on('2026-03-16');
    expect((await job(jobId)).phases[1]!.stands).toBe('current');
  });

  it('is entered before by whoever moves the job by hand', async () => {
    const jobId = await begun(plan([], { opens: { days: 20, from: 'start' } }));
    await tick(jobId, 'Begin');
    expect((await move(jobId, 'second')).status).toBe(200);
    expect(await job(jobId)).toMatchObject({ goesOnOn: null });
  });
});

it('is refused for days that are none; the page of a procedure knows how many messages go in a day', async () => {
  for (const onEntry of [mark('x', { days: -1, from: 'start' }), mark('x', { days: 1, from: 'target' as 'start' })])
    await manager()
      .post('/api/procedures')
      .send({ name: randomUUID(), definition: plan([onEntry]) })
      .expect(422);
  await manager()
    .post('/api/procedures')
    .send({ name: randomUUID(), definition: plan([], { opens: { days: 999, from: 'start' } }) })
    .expect(422);
  const id = await procedure(plan([mark('x', { days: 1, from: 'start' })]));
  const { perDay } = (await manager().get(`/api/procedures/clients?procedure=${id}`).expect(200)).body as ProcedureClients;
  expect(perDay).toBeGreaterThan(0);
});
