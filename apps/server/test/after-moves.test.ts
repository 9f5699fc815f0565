import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Action, Procedure } from '@steady/core/procedures';
import type { ServiceLineView } from '@steady/contract/lines';
import type { JobBatchView, MovePreview, Moved } from '@steady/contract/moves';
import type { OnPaperBefore } from '@steady/contract/procedures';
import type { Ticked } from '@steady/contract/tasks';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, clientWithVat, eur, jobOf, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, begun, tick, move } = atWork(() => test);

const ONE: Procedure = { phases: [{ key: 'do', name: 'Do it', tasks: [task('Enter'), task('File')] }] };
const LONG: Procedure = {
  phases: [...ONE.phases, { key: 'look', name: 'Look over', tasks: [task('Look')] }, { key: 'send', name: 'Send', tasks: [task('Print')] }],
};
const template = async () =>
  (
    (
      await manager()
        .post('/api/message-templates')
        .send({ name: `Message ${randomUUID().slice(0, 8)}`, subject: 'Hello', body: 'Something.' })
        .expect(201)
    ).body as { id: string }
  ).id;
const lastTick = async (jobId: string, name: string, batchId: string = randomUUID()) => {
  const { id, version } = (await job(jobId)).tasks.find((one) => one.name === name)!;
  const { body } = await manager().post(`/api/tasks/${id}/tick`).send({ done: true, version, batchId }).expect(200);
  return { batchId, taskId: id, version: version + 1, ...(body as Ticked) };
};
const undo = async (batchId: string) => (await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200)).body as JobBatchView;
const preview = async (jobId: string, to?: string) =>
  (
    await manager()
      .get(`/api/jobs/${jobId}/move${to ? `?to=${to}` : ''}`)
      .expect(200)
  ).body as MovePreview;

describe('the last tick of a job', () => {
  it('says that the job is finished, and is taken back with it', async () => {
    const id = await begun(ONE);
    await tick(id, 'Enter');
    const done = await lastTick(id, 'File');
    expect(done).toMatchObject({ finished: true, mayUndo: true });
    expect((await job(id)).status).toBe('finished');
    expect(await undo(done.batchId)).toEqual({ undone: 1, not: [] });
    await manager().post(`/api/tasks/${done.taskId}/tick`).send({ done: false, version: done.version }).expect(200);
    const back = await job(id);
    expect(back).toMatchObject({ status: 'open', phases: [{ stands: 'current', done: 1 }] });
    expect(back.tasks.find((one) => one.name === 'File')!.doneAt).toBeNull();
  });

  it('of a phase says where the job is now, and what only moved on is taken back too', async () => {
    const id = await begun({ phases: [...ONE.phases, { key: 'look', name: 'Look over', tasks: [task('Look')] }] });
    await tick(id, 'Enter');
    const done = await lastTick(id, 'File');
    expect(done).toMatchObject({ finished: false, movedTo: 'Look over', mayUndo: true });
    await undo(done.batchId);
    expect((await job(id)).phases.map((phase) => phase.stands)).toEqual(['current', 'ahead']);
  });

  it('has no way back once something has left the house, and says why', async () => {
    const onDone: Action[] = [{ key: 'm', does: 'message', templateId: await template() }];
    const id = await begun({ phases: [{ ...ONE.phases[0]!, onDone }] });
    await tick(id, 'Enter');
    const done = await lastTick(id, 'File');
    expect(done).toMatchObject({ finished: true, mayUndo: false });
    expect((await undo(done.batchId)).not).toMatchObject([{ why: 'something has gone out to the client' }]);
    expect((await job(id)).status).toBe('finished');
  });

  it('that moved nothing keeps nothing to take back', async () => {
    const id = await begun(ONE);
    const done = await lastTick(id, 'Enter');
    expect(done).toMatchObject({ finished: false, movedTo: null, mayUndo: false });
    await manager().post(`/api/jobs/together/${done.batchId}/undo`).expect(404);
  });
});

describe('a move by hand', () => {
  it('is taken back as one of many is, and not when the job was changed since', async () => {
    const id = await begun(LONG);
    const batchId = randomUUID();
    expect((await move(id, 'send', { why: 'No second look', batchId } as object)).body as Moved).toEqual({ mayUndo: true });
    expect((await job(id)).phases[0]).toMatchObject({ passedOver: 2 });
    await undo(batchId);
    expect((await job(id)).phases[0]).toMatchObject({ stands: 'current', passedOver: 0 });
    const again = randomUUID();
    await move(id, 'send', { why: 'No second look', batchId: again } as object);
    await manager()
      .patch(`/api/jobs/${id}`)
      .send({ ownStatus: 'at the bank', version: (await job(id)).version })
      .expect(204);
    expect((await undo(again)).not).toMatchObject([{ why: 'it was changed since' }]);
  });

  it('to the end of a job wants a reason where phases lie ahead, and says what is unfiled and unbilled', async () => {
    const id = await begun(LONG);
    expect((await preview(id)).wantsWhy).toBe(true);
    expect(problemOf(await move(id, null)).errors![0]!.field).toBe('why');
    expect((await move(id, null, { why: 'Client left' })).status).toBe(200);
    const clientId = await clientWithVat(test);
    await test.tick();
    const vat = await jobOf(test, clientId);
    await manager().post('/api/time-entries').send({ jobId: vat, on: '2026-03-11', minutes: 60 }).expect(201);
    const { notices } = await preview(vat);
    expect(notices).toEqual(expect.arrayContaining(['Its deadline is not filed yet: it stays open in the almanac.', 'Recorded, not billed: EUR 120.00.']));
    const unpriced = (await test.firm.as.preparer!.get(`/api/jobs/${vat}/move`).expect(200)).body as MovePreview;
    expect(unpriced.notices.join()).not.toContain('not billed');
  });

  it('of a finished job is looked at without being refused', async () => {
    const id = await begun(ONE);
    await move(id, null, { why: 'done' });
    expect(await preview(id)).toMatchObject({ kind: 'finish', to: null, acts: [] });
    expect((await preview(id, 'do')).kind).toBe('back');
  });
});

describe('a job that will not be done', () => {
  it('is cancelled with a reason, the client is asked no more, and it can be opened again', async () => {
    const id = await begun(THREE);
    await manager()
      .post(`/api/jobs/${id}/requests`)
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] })
      .expect(201);
    const { version } = await job(id);
    await manager().post(`/api/jobs/${id}/cancel`).send({ version, reason: ' ' }).expect(422);
    await manager()
      .post(`/api/jobs/${id}/cancel`)
      .send({ version: version + 1, reason: 'Not wanted' })
      .expect(409);
    await manager().post(`/api/jobs/${id}/cancel`).send({ version, reason: 'Not wanted' }).expect(204);
    expect(await job(id)).toMatchObject({ status: 'finished', closedReason: 'Not wanted' });
    expect((await asksOf(manager(), id)).every((ask) => ask.state === 'withdrawn')).toBe(true);
    await manager()
      .post(`/api/jobs/${id}/cancel`)
      .send({ version: version + 1, reason: 'Again' })
      .expect(409);
    expect((await move(id, 'prepare', { why: 'Wanted after all' })).status).toBe(200);
    expect(await job(id)).toMatchObject({ status: 'open', closedReason: null });
  });

  it('is set aside at its deadline where it has one', async () => {
    const clientId = await clientWithVat(test);
    await test.tick();
    const vat = await jobOf(test, clientId);
    const refused = await manager()
      .post(`/api/jobs/${vat}/cancel`)
      .send({ version: (await job(vat)).version, reason: 'No' })
      .expect(409);
    expect(problemOf(refused).detail).toContain('Say at the deadline that it is not required');
  });
});

describe('before work begins', () => {
  it('it is said what is sent at once, and to whom', async () => {
    const onEntry: Action[] = [{ key: 'm', does: 'message', templateId: await template() }];
    const procedureId = await procedure({ phases: [{ ...ONE.phases[0]!, onEntry }] });
    const [online, paper] = [await client(), await client({ way: 'paper' })];
    const asked = { procedureId, clientIds: [online, paper] };
    const [found] = (await manager().post('/api/procedures/before-starting').send(asked).expect(200)).body as OnPaperBefore[];
    expect(found!.goesOut).toMatchObject([{ clientId: online, to: ['Bríd Foley'], what: expect.stringMatching(/^Writes/) as string }]);
    const quiet = { procedureId: await procedure(ONE), clientIds: [online] };
    expect(((await manager().post('/api/procedures/before-starting').send(quiet).expect(200)).body as OnPaperBefore[])[0]!.goesOut).toEqual([]);
  });
});

it('what begins of a client with two lines of a service is that of the line asked for, also of one that ends on a day to come', async () => {
  const clientId = await client({ employer: true });
  const { payroll } = test.firm.services;
  const line = async (rhythm: string, more: object) => {
    const input = { serviceId: payroll, rhythm, fee: eur(1_000), startsOn: '2026-03-01', ...more };
    return ((await manager().post(`/api/clients/${clientId}/lines`).send(input).expect(201)).body as { id: string }).id;
  };
  const [monthly, weekly] = [await line('monthly', {}), await line('weekly', { name: 'Crew', ruleIds: [], anchor: 'calendar', endsOn: '2026-12-31' })];
  const by = async (...lineIds: string[]) => {
    const { body } = await manager()
      .post('/api/procedures/before-starting')
      .send({ lineIds, clientIds: [clientId] })
      .expect(200);
    return (body as OnPaperBefore[]).map((one) => `${one.procedure.name}: ${one.jobs}`);
  };
  const [one, other] = [await by(monthly), await by(weekly)];
  expect([one.length, other.length]).toEqual([1, 1]);
  // A season may begin the work of both: each is shown by its own procedure.
  expect((await by(monthly, weekly)).sort()).toEqual([...one, ...other].sort());
  const asked = { lineIds: [monthly, weekly], clientIds: [clientId] };
  const both = (await manager().post('/api/procedures/before-starting').send(asked).expect(200)).body as OnPaperBefore[];
  expect(both.flatMap((found) => Object.keys(found.minutesOf)).sort()).toEqual([monthly, weekly].sort());
  for (const found of both) expect(Object.values(found.minutesOf)).toEqual([found.minutes]);
  const named = { ...asked, procedureId: both[0]!.procedure.id };
  const [byName] = (await manager().post('/api/procedures/before-starting').send(named).expect(200)).body as OnPaperBefore[];
  expect(Object.keys(byName!.minutesOf)).toEqual([clientId]);
  expect(one).not.toEqual(other);
});

describe('a line that ends on a day to come', () => {
  it('is still changed, and keeps its end', async () => {
    const clientId = await clientWithVat(test);
    const lines = async () => (await manager().get(`/api/clients/${clientId}/lines`).expect(200)).body as ServiceLineView[];
    const [line] = await lines();
    await manager().post(`/api/lines/${line!.id}/stop`).send({ endsOn: '2026-06-30', reason: 'Leaves', version: line!.version }).expect(204);
    const [stopping] = await lines();
    const change = { rhythm: 'two-monthly', fee: eur(20_000), startsOn: stopping!.startsOn, ruleIds: stopping!.ruleIds, version: stopping!.version };
    await manager().patch(`/api/lines/${line!.id}`).send(change).expect(204);
    expect((await lines())[0]).toMatchObject({ endsOn: '2026-06-30', fee: eur(20_000) });
  });
});
