import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { THREE, atWork, problemOf } from './at-work';
import { type TestApp, clientWithVat, jobOf, key, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, begun, tick } = atWork(() => test);

const add = (jobId: string, more = {}) =>
  manager()
    .post(`/api/jobs/${jobId}/tasks`)
    .send({ name: 'Ring the bank', phaseKey: 'prepare', ...more });
const taskOf = async (jobId: string, name: string) => (await job(jobId)).tasks.find((one) => one.name === name)!;

describe('a task that the procedure does not know', () => {
  it('stands at the end of its phase, with dates inside the job, and holds the phase until it is ticked', async () => {
    const id = await begun(THREE);
    await add(id, { estimate: 45, startOn: '2026-03-12', dueOn: '2026-03-20', assigneeId: test.firm.members.manager }).expect(201);
    expect(await taskOf(id, 'Ring the bank')).toMatchObject({
      phaseKey: 'prepare',
      estimate: 45,
      startOn: '2026-03-12',
      dueOn: '2026-03-20',
      assignee: 'manager',
    });
    await tick(id, 'Enter');
    await tick(id, 'Draft');
    expect((await job(id)).phases[0]).toMatchObject({ stands: 'current', done: 2, tasks: 3 });
    await tick(id, 'Ring the bank');
    expect((await job(id)).phases[0]!.stands).toBe('done');
    const { body } = await manager().get(`/api/history?job=${id}`).expect(200);
    expect((body as { what: string }[]).map((line) => line.what)).toContain('added "Ring the bank" to Prepare');
  });

  it('goes to the preparer and runs to our target where nothing else is said; a colleague is told with a word', async () => {
    const id = await begun(THREE);
    await add(id, { name: 'Ask for the lease', word: 'they send it by post' }).expect(201);
    expect(await taskOf(id, 'Ask for the lease')).toMatchObject({ assignee: 'preparer', estimate: 30, startOn: '2026-03-11', dueOn: '2026-03-31' });
    const notes = (await test.firm.as.preparer!.get('/api/notes-for-you').expect(200)).body as { text: string }[];
    expect(notes.map((note) => note.text)).toContain('"Ask for the lease" in Special work: they send it by post');
  });

  it('is refused without a name, in a phase that is left behind or not there, for somebody who is not of the firm, and once the job is finished', async () => {
    const id = await begun({ phases: [THREE.phases[0]!, { key: 'end', name: 'End', tasks: [] }, THREE.phases[2]!] });
    expect(problemOf(await add(id, { name: ' ' }).expect(422)).errors).toMatchObject([{ field: 'name' }]);
    expect(problemOf(await add(id, { phaseKey: 'nowhere' }).expect(422)).errors).toMatchObject([{ field: 'phaseKey' }]);
    expect(problemOf(await add(id, { assigneeId: test.other.members.manager }).expect(422)).errors).toMatchObject([{ field: 'assigneeId' }]);
    await test.other.as.manager!.post(`/api/jobs/${id}/tasks`).send({ name: 'x', phaseKey: 'prepare' }).expect(404);
    await tick(id, 'Enter');
    await tick(id, 'Draft');
    expect(problemOf(await add(id).expect(422)).errors![0]!.message).toContain('The job has left "Prepare" behind');
    await manager()
      .post(`/api/jobs/${id}/move`)
      .send({ to: null, leaveOut: [], why: 'done elsewhere', version: (await job(id)).version })
      .expect(200);
    expect(problemOf(await add(id, { phaseKey: 'send' }).expect(409)).code).toBe('job-finished');
  });

  it('is taken out while nobody has worked on it: who waited for it waits no longer and the job goes on', async () => {
    const id = await begun({
      phases: [
        {
          key: 'one',
          name: 'One',
          tasks: [
            { key: 'a', name: 'A', role: 'preparer', estimate: 10 },
            { key: 'b', name: 'B', role: 'preparer', estimate: 10, waitsFor: ['a'] },
          ],
        },
        { key: 'two', name: 'Two', tasks: [{ key: 'c', name: 'C', role: 'preparer', estimate: 10 }] },
      ],
    });
    const out = async (name: string) => {
      const { id: taskId, version } = await taskOf(id, name);
      return manager().post(`/api/tasks/${taskId}/take-out`).send({ version });
    };
    expect((await taskOf(id, 'B')).waitsFor).toEqual(['A']);
    expect((await out('A')).status).toBe(204);
    expect((await taskOf(id, 'B')).waitsFor).toEqual([]);
    const { id: taskId, version } = await taskOf(id, 'C');
    await manager().post('/api/time-entries').set(key()).send({ jobId: id, taskId, on: '2026-03-11', minutes: 15 }).expect(201);
    expect(
      problemOf(
        await manager()
          .post(`/api/tasks/${taskId}/take-out`)
          .send({ version: version + 5 })
          .expect(409),
      ).code,
    ).toBe('changed-meanwhile');
    const refused = await out('C');
    expect(problemOf(refused)).toMatchObject({ code: 'worked-on', detail: '"C" was worked on: it stays, with what was recorded on it.' });
    expect((await out('B')).status).toBe(204);
    expect((await job(id)).phases.map((phase) => phase.stands)).toEqual(['done', 'current']);
  });

  it('does not take out what stands for something that happens by itself', async () => {
    const jobId = await jobOf(test, await clientWithVat(test).then(async (id) => (await test.tick(), id)));
    const filing = (await job(jobId)).tasks.find((one) => one.doneByEvent === 'filed')!;
    const { code } = problemOf(await manager().post(`/api/tasks/${filing.id}/take-out`).send({ version: filing.version }).expect(409));
    expect(code).toBe('stands-for-something');
  });
});

describe('dates of a task', () => {
  it('past the last day are refused; the job runs longer where that is said and no rule has set its deadline', async () => {
    const id = await begun(THREE);
    const { id: taskId, version } = await taskOf(id, 'Draft');
    const change = { dueOn: '2026-04-09', version };
    const refused = problemOf(await manager().patch(`/api/tasks/${taskId}`).send(change).expect(422));
    expect(refused.errors).toEqual([{ field: 'dueOn', message: "The job runs from Wed 11 Mar 2026 to Tue 31 Mar 2026; a task's dates lie inside." }]);
    await manager()
      .patch(`/api/tasks/${taskId}`)
      .send({ ...change, widen: true, name: 'Draft the figures' })
      .expect(204);
    expect(await job(id)).toMatchObject({ dueOn: '2026-04-09', targetOn: '2026-04-09' });
    expect(await taskOf(id, 'Draft the figures')).toMatchObject({ dueOn: '2026-04-09' });
  });

  it('never go past a deadline that a rule has set, whatever is said', async () => {
    const clientId = await clientWithVat(test);
    await test.tick();
    const jobId = await jobOf(test, clientId);
    const { dueOn, tasks } = await job(jobId);
    const late = { dueOn: '2026-12-24', version: tasks[0]!.version, widen: true };
    const refused = problemOf(await manager().patch(`/api/tasks/${tasks[0]!.id}`).send(late).expect(422));
    expect(refused.errors![0]!.message).toContain('Its deadline is set by a rule and moves only by an extension.');
    const { version } = await job(jobId);
    expect(problemOf(await manager().patch(`/api/jobs/${jobId}`).send({ dueOn: '2026-12-24', version }).expect(422)).errors).toMatchObject([
      { field: 'dueOn' },
    ]);
    expect((await job(jobId)).dueOn).toBe(dueOn);
  });
});

describe('dates of a job by hand', () => {
  it('move with what is open of its tasks, stay in order, and stand in its history', async () => {
    const id = await begun(THREE);
    const change = async (more: object) =>
      manager()
        .patch(`/api/jobs/${id}`)
        .send({ ...more, version: (await job(id)).version });
    expect((await change({ dueOn: '2026-04-10' })).status).toBe(204);
    expect(await job(id)).toMatchObject({ dueOn: '2026-04-10', targetOn: '2026-04-10' });
    expect((await change({ targetOn: '2026-04-02' })).status).toBe(204);
    expect(await job(id)).toMatchObject({ dueOn: '2026-04-10', targetOn: '2026-04-02' });
    expect((await job(id)).tasks.every((one) => one.dueOn <= '2026-04-02')).toBe(true);
    expect((await change({ dueOn: '2026-03-20' })).status).toBe(204);
    expect(await job(id)).toMatchObject({ dueOn: '2026-03-20', targetOn: '2026-03-20' });
    expect(problemOf(await change({ dueOn: '2026-03-01' })).errors).toMatchObject([{ field: 'dueOn' }]);
    expect(problemOf(await change({ targetOn: '2026-03-25' })).errors).toMatchObject([{ field: 'targetOn' }]);
    const { body } = await manager().get(`/api/history?job=${id}`).expect(200);
    expect((body as { what: string }[]).some((line) => /moved the last day of job \d+ from Tue 31 Mar 2026 to Fri 10 Apr 2026/.test(line.what))).toBe(true);
  });

  it('go to a colleague with a word, who finds it on Today', async () => {
    const id = await begun(THREE);
    const { version } = await job(id);
    await manager().patch(`/api/jobs/${id}`).send({ preparerId: test.firm.members.partner, word: 'the file is on the shelf', version }).expect(204);
    expect((await job(id)).tasks.map((one) => one.assignee)).toEqual(['partner', 'partner', 'partner']);
    const notes = (await test.firm.as.partner!.get('/api/notes-for-you').expect(200)).body as { text: string }[];
    expect(notes.map((note) => note.text)).toContain('Special work: the file is on the shelf');
  });
});
