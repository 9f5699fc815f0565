import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Action, Procedure } from '@steady/core/procedures';
import type { JobRow } from '@steady/contract/jobs';
import type { CommonPhase, JobBatchView, JobsChanged, ManyLookedAt, MovePreview } from '@steady/contract/moves';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, eur, key, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, begun, tick, move } = atWork(() => test);

const template = async () =>
  (
    (
      await manager()
        .post('/api/message-templates')
        .send({ name: `Message ${randomUUID()}`, subject: 'About {client}', body: 'We go on.' })
        .expect(201)
    ).body as { id: string }
  ).id;
const twoPhases = (onEntry: Action[]): Procedure => ({
  phases: [
    { key: 'first', name: 'First', tasks: [task('Enter')] },
    { key: 'last', name: 'Last', tasks: [task('File')], onEntry },
  ],
});
const states = async (id: string) => (await job(id)).actions.map((action) => action.state);
const lettersTo = async (subject: string) => {
  await test.drain();
  return (await test.letters()).filter((letter) => letter.subject === subject).length;
};

describe('a job that comes back to a phase', () => {
  it('writes to the client once, however often its task is ticked', async () => {
    const clientId = await client({ name: 'Once Only Ltd' });
    const id = await begun(
      twoPhases([
        { key: 'm', does: 'message', templateId: await template() },
        { key: 't', does: 'task', task: task('Ring them') },
      ]),
      { clientId },
    );
    await tick(id, 'Enter');
    expect(await states(id)).toEqual(['done', 'done']);
    expect((await move(id, 'first', { why: 'a figure was wrong' })).status).toBe(200);
    const { id: taskId, version } = (await job(id)).tasks[0]!;
    await manager().post(`/api/tasks/${taskId}/tick`).send({ done: false, version }).expect(200);
    await tick(id, 'Enter');
    expect((await job(id)).phases[1]!.stands).toBe('current');
    expect((await states(id)).sort()).toEqual(['done', 'done', 'left out', 'left out']);
    expect((await job(id)).tasks.filter((one) => one.name === 'Ring them')).toHaveLength(1);
    expect(await lettersTo('About Once Only Ltd')).toBe(1);
  });

  it('says before a move by hand what was done already, and does it once more only where it is asked to', async () => {
    const clientId = await client({ name: 'Twice Asked Ltd' });
    const id = await begun(twoPhases([{ key: 'm', does: 'message', templateId: await template() }]), { clientId });
    await move(id, 'last');
    await move(id, 'first', { why: 'too early' });
    const { acts } = (await manager().get(`/api/jobs/${id}/move?to=last`).expect(200)).body as MovePreview;
    expect(acts).toMatchObject([{ outside: true, doneBefore: expect.any(String) as string }]);
    const together = (
      await manager()
        .post('/api/jobs/together/look')
        .send({ ids: [id] })
        .expect(200)
    ).body as ManyLookedAt;
    expect(together.acts).toEqual([]);
    expect((await move(id, 'last')).status).toBe(200);
    expect(await lettersTo('About Twice Asked Ltd')).toBe(1);
    await move(id, 'first', { why: 'too early again' });
    await manager()
      .post(`/api/jobs/${id}/move`)
      .send({ to: 'last', leaveOut: [], again: [acts[0]!.key], version: (await job(id)).version })
      .expect(200);
    expect(await lettersTo('About Twice Asked Ltd')).toBe(2);
  });
});

describe('a task that an action adds once more', () => {
  it('stands beside those of before, also where the first of them was taken out', async () => {
    const id = await begun(twoPhases([{ key: 't', does: 'task', task: task('Ring them') }]));
    const once = async () => {
      const { acts } = (await manager().get(`/api/jobs/${id}/move?to=last`).expect(200)).body as MovePreview;
      await manager()
        .post(`/api/jobs/${id}/move`)
        .send({ to: 'last', leaveOut: [], again: [acts[0]!.key], version: (await job(id)).version })
        .expect(200);
    };
    const rings = async () => (await job(id)).tasks.filter((one) => one.name === 'Ring them');
    await once();
    await move(id, 'first', { why: 'once more' });
    await once();
    const [first] = await rings();
    await manager().post(`/api/tasks/${first!.id}/take-out`).send({ version: first!.version }).expect(204);
    await move(id, 'first', { why: 'and again' });
    await once();
    expect(await rings()).toHaveLength(2);
    expect(await states(id)).toEqual(['done', 'done', 'done']);
  });
});

describe('a job that comes back to a phase by another version', () => {
  it('has done what that version newly says, and nothing that was done before', async () => {
    const before = twoPhases([
      { key: 'a', does: 'tell', role: 'partner', words: 'it is there' },
      { key: 'b', does: 'label', label: 'half way', put: true },
    ]);
    const procedureId = await procedure(before, `Changed ${randomUUID()}`);
    const clientId = await client();
    const id = await begun(before, { procedureId, clientId });
    await move(id, 'last');
    await move(id, 'first', { why: 'a figure was wrong' });
    const after = twoPhases([
      { key: 'a', does: 'task', task: task('Look again') },
      { key: 'b', does: 'label', label: 'half way', put: true },
    ]);
    const { name, version } = (await manager().get(`/api/procedures/${procedureId}`).expect(200)).body as { name: string; version: number };
    await manager()
      .patch(`/api/procedures/${procedureId}`)
      .send({ name, definition: after, version, jobIds: [id] })
      .expect(204);
    const { acts } = (await manager().get(`/api/jobs/${id}/move?to=last`).expect(200)).body as MovePreview;
    expect(acts.map((act) => act.doneBefore !== undefined)).toEqual([false, true]);
    expect((await move(id, 'last')).status).toBe(200);
    expect((await job(id)).tasks.map((one) => one.name)).toContain('Look again');
  });
});

describe('a change of many that is taken back', () => {
  const moved = async (ids: string[]) => {
    const batchId = randomUUID();
    await manager().post('/api/jobs/together').set(key()).send({ ids, batchId, change: 'move' }).expect(200);
    return async () => (await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200)).body as JobBatchView;
  };
  const everything = async (): Promise<Action[]> => [
    { key: 't', does: 'task', task: task('Ring the client') },
    { key: 'b', does: 'bill', share: 50 },
    { key: 'l', does: 'label', label: 'half way', put: true },
    { key: 'o', does: 'way', way: 'paper' },
    { key: 'w', does: 'tell', role: 'partner', words: 'have a look' },
    { key: 'p', does: 'procedure', procedureId: await procedure(THREE, `After ${randomUUID()}`) },
  ];
  const marksOf = async (clientId: string) => {
    const { labels, way } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as { labels: string[]; way: string };
    return { labels, way };
  };
  const around = async (id: string, clientId: string) => ({
    tasks: (await job(id)).tasks.map((one) => one.name),
    ...(await marksOf(clientId)),
    jobs: ((await manager().get(`/api/jobs?client=${clientId}`).expect(200)).body as { rows: JobRow[] }).rows.length,
    bills: ((await manager().get('/api/invoices?status=draft').expect(200)).body as { rows: { jobId: string }[] }).rows.filter((bill) => bill.jobId === id)
      .length,
    notes: ((await test.firm.as.partner!.get('/api/notes-for-you').expect(200)).body as { clientId: string }[]).filter((note) => note.clientId === clientId)
      .length,
  });

  it('leaves nothing behind of what it brought about: task, draft bill, label, note, the job begun after it', async () => {
    const clientId = await client();
    const id = await begun(twoPhases(await everything()), { clientId });
    const before = await around(id, clientId);
    const undo = await moved([id]);
    expect(await around(id, clientId)).toMatchObject({ labels: ['half way'], way: 'paper', jobs: 2, bills: 1, notes: 1 });
    expect(await undo()).toEqual({ undone: 1, not: [] });
    expect(await around(id, clientId)).toEqual(before);
    expect(await states(id)).toEqual(Array(6).fill('taken back'));
    // Moved again it is all done: taken back is as if it had not been.
    await moved([id]);
    expect(await around(id, clientId)).toMatchObject({ labels: ['half way'], way: 'paper', jobs: 2, bills: 1, notes: 1 });
  });

  it('leaves a job as it is, whole, where somebody has worked on what it brought about', async () => {
    const clientId = await client();
    const id = await begun(twoPhases(await everything()), { clientId });
    const undo = await moved([id]);
    await tick(id, 'Ring the client');
    const after = await around(id, clientId);
    expect(await undo()).toMatchObject({ undone: 0, not: [{ why: '"Ring the client" was worked on: it stays, with what was recorded on it.' }] });
    expect(await around(id, clientId)).toEqual(after);
    expect((await job(id)).phases[1]!.stands).toBe('current');
  });

  it('is not taken back where something went out, but is where a task took the place of a message', async () => {
    const definition = twoPhases([{ key: 'm', does: 'message', templateId: await template() }]);
    const procedureId = await procedure(definition);
    const [online, paper] = [await begun(definition, { procedureId }), await begun(definition, { procedureId, clientId: await client({ way: 'paper' }) })];
    const undo = await moved([online, paper]);
    expect(await undo()).toMatchObject({ undone: 1, not: [{ why: 'something has gone out to the client' }] });
    expect((await job(paper)).tasks.map((one) => one.name)).toEqual(['Enter', 'File']);
    expect((await job(paper)).phases[0]!.stands).toBe('current');
  });

  it('puts back that a job waited to be moved, or could not go on', async () => {
    const asks: Procedure = {
      phases: [
        { key: 'first', name: 'First', asks: true, tasks: [task('Enter')] },
        { key: 'last', name: 'Last', tasks: [task('File')] },
      ],
    };
    const [ready, stuck] = [await begun(asks), await begun(asks)];
    await tick(ready, 'Enter');
    await manager().post(`/api/jobs/${stuck}/stop`).send({ reason: 'the loan figures' }).expect(204);
    const undo = await moved([ready, stuck]);
    expect([(await job(ready)).asksToMove, (await job(stuck)).stuckReason]).toEqual([false, null]);
    expect((await undo()).undone).toBe(2);
    expect([(await job(ready)).asksToMove, (await job(stuck)).stuckReason]).toEqual([true, 'the loan figures']);
  });

  it('opens a date of our own again with its job, whether it is opened by hand or its end is taken back', async () => {
    const clientId = await client({ vatRegistered: false, vatGroup: undefined });
    const line = { serviceId: test.firm.services.books, rhythm: 'monthly', fee: eur(1_000), startsOn: '2026-02-01' };
    await manager().post(`/api/clients/${clientId}/lines`).send(line).expect(201);
    await test.tick();
    const [{ id }] = ((await manager().get(`/api/jobs?client=${clientId}`).expect(200)).body as { rows: [JobRow] }).rows;
    const date = async () => (await job(id)).obligation?.status;
    expect(await date()).toBe('open');
    await move(id, null, { why: 'done by telephone' });
    expect(await date()).toBe('filed');
    expect((await move(id, 'ask', { why: 'one bill came late' })).status).toBe(200);
    expect(await date()).toBe('open');
    const batchId = randomUUID();
    await manager()
      .post('/api/jobs/together')
      .set(key())
      .send({ ids: [id], batchId, change: 'move', to: null, text: 'done by telephone' })
      .expect(200);
    expect([(await job(id)).status, await date()]).toEqual(['finished', 'filed']);
    expect(((await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200)).body as JobBatchView).undone).toBe(1);
    expect([(await job(id)).status, await date()]).toEqual(['open', 'open']);
  });

  it('goes to the phase that is named: those that have it are moved, the others are named, and back wants a reason', async () => {
    const three: Procedure = {
      phases: [...twoPhases([]).phases, { key: 'end', name: 'End', tasks: [task('Close')], onEntry: [{ key: 'l', does: 'label', label: 'ended', put: true }] }],
    };
    const [here, there, other] = [await begun(three), await begun(three), await begun(twoPhases([]))];
    await move(there, 'end', { why: 'all came at once' });
    const ids = [here, there, other];
    const phases = (await manager().post('/api/jobs/together/phases').send({ ids }).expect(200)).body as CommonPhase[];
    expect(phases).toEqual([
      { key: 'first', name: 'First', jobs: 3 },
      { key: 'last', name: 'Last', jobs: 3 },
      { key: 'end', name: 'End', jobs: 2 },
    ]);
    const looked = (await manager().post('/api/jobs/together/look').send({ ids, to: 'end' }).expect(200)).body as ManyLookedAt;
    expect(looked).toMatchObject({
      acts: [{ what: 'Puts the label "ended" on the client.', count: 1 }],
      leftBehind: { tasks: 2, jobs: 1 },
      stay: [
        { why: 'is there already', jobs: 1 },
        { why: 'has no such phase', jobs: 1 },
      ],
    });
    const change = async (more: object) =>
      (
        await manager()
          .post('/api/jobs/together')
          .set(key())
          .send({ ids, batchId: randomUUID(), change: 'move', ...more })
          .expect(200)
      ).body as JobsChanged;
    expect((await change({ to: 'end' })).changed).toBe(0);
    const named = await change({ to: 'end', text: 'the season is over' });
    expect(named.changed).toBe(1);
    expect(Object.fromEntries(named.not.map((one) => [one.id, one.why]))).toEqual({
      [there]: 'The job is there already.',
      [other]: 'Choose a phase of this job.',
    });
    expect((await job(here)).phases.map((phase) => phase.stands)).toEqual(['done', 'done', 'current']);
    expect((await change({ to: null })).changed).toBe(2);
    expect((await change({ to: null, text: 'the season is over' })).changed).toBe(1);
    expect((await job(other)).status).toBe('finished');
  });

  it('takes back what failed too: it does not stand in the list to try again', async () => {
    const id = await begun(twoPhases([{ key: 'w', does: 'tell', role: 'partner', words: 'look' }]), { clientId: await client({ partnerId: undefined }) });
    const undo = await moved([id]);
    expect(await states(id)).toEqual(['failed']);
    expect((await undo()).undone).toBe(1);
    expect(await states(id)).toEqual(['taken back']);
  });
});

describe('the approval of a second person', () => {
  const both: Procedure = { phases: [{ key: 'one', name: 'Prepare', completion: 'approved', tasks: [task('Enter')] }, THREE.phases[2]!] };

  it('is for somebody who did nothing of it, also where the work stands in the same phase', async () => {
    const id = await begun(both);
    await tick(id, 'Enter');
    const approve = async (role: string) => test.firm.as[role]!.post(`/api/jobs/${id}/approve`).send({ version: (await job(id)).version });
    expect(problemOf(await approve('manager'))).toMatchObject({ code: 'first-person', detail: expect.stringContaining('You did "Enter" yourself') as string });
    expect((await approve('partner')).status).toBe(204);
    expect((await job(id)).phases[0]).toMatchObject({ stands: 'done', approvedBy: 'partner of Marram & Tern' });
  });
});
