import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { AskView } from '@steady/contract/asks';
import type { ManyLookedAt, MovePreview } from '@steady/contract/moves';
import type { RequestPart } from '@steady/contract/requests';
import type { Ticked } from '@steady/contract/tasks';
import type { TodayView } from '@steady/contract/today';
import { atWork, problemOf, task } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, portalAsks, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, begun, client, tick, move, procedure } = atWork(() => test);
const preparer = () => test.firm.as.preparer!;

/** Papers are collected, then the work is done. */
const COLLECT: Procedure = {
  phases: [
    { key: 'ask', name: 'Collect', tasks: [task('Ask for papers', { doneBy: 'request sent' })] },
    { key: 'do', name: 'Do', tasks: [task('Enter')] },
  ],
};
const WANTED = { title: 'Papers 2025', dueOn: '2026-03-20', items: [{ name: 'Bank' }, { name: 'Payroll' }] };

/** A job in which two things were asked of its client. */
async function asked(more: { way?: string; definition?: Procedure } = {}) {
  const clientId = await client(more.way ? { way: more.way } : {});
  const jobId = await begun(more.definition ?? COLLECT, { clientId });
  const { id } = (await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(WANTED).expect(201)).body as { id: string };
  return { clientId, jobId, id };
}
const ask = async (jobId: string) => (await asksOf<RequestPart>(manager(), jobId))[0]!;
const onItem = (itemId: string, what: string, body: object = {}) => manager().post(`/api/request-items/${itemId}/${what}`).set(key()).send(body);
const today = async (agent: Agent = manager()) => (await agent.get('/api/today').expect(200)).body as TodayView;
const forUs = async (jobId: string) => (await today()).answered.rows.filter((line) => line.jobId === jobId).map((line) => line.what);
const send = (inside: Agent, itemId: string, name = 'scan.pdf') =>
  inside.post(`/api/portal/items/${itemId}/files`).attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), name);

describe('a job that ends', () => {
  it('by hand says what is still asked, asks for nothing more, and asks again when it is opened again', async () => {
    const { jobId } = await asked();
    const inside = await insidePortal(test, 'Bríd Foley');
    const preview = (await manager().get(`/api/jobs/${jobId}/move`).expect(200)).body as MovePreview;
    expect(preview.openAsks).toEqual(['Papers 2025']);
    expect((await move(jobId, null, { why: 'the client has gone' })).status).toBe(200);
    expect(await ask(jobId)).toMatchObject({ state: 'withdrawn', reason: 'the job is finished', owed: [] });
    expect((await portalAsks(inside))[0]).toMatchObject({ stands: 'not needed' });
    const [bank] = (await ask(jobId)).part.items;
    expect(problemOf(await send(inside, bank!.id).expect(409)).detail).toBe('This is not needed any more. Nothing has to be done.');
    expect(await job(jobId)).toMatchObject({ waitingSince: null, waitingFor: null });

    expect((await move(jobId, 'ask', { why: 'it came back' })).status).toBe(200);
    expect(await ask(jobId)).toMatchObject({ state: 'with the client', reason: null });
    expect(await job(jobId)).toMatchObject({ status: 'open', waitingFor: 'Bank, Payroll' });
    await send(inside, bank!.id).expect(204);
  });

  it('goes on asking where a person wants that, and what comes is on Today', async () => {
    const { jobId } = await asked();
    const inside = await insidePortal(test, 'Bríd Foley');
    expect((await move(jobId, null, { why: 'done but for the papers', keepAsks: true })).status).toBe(200);
    expect(await ask(jobId)).toMatchObject({ state: 'with the client' });
    await send(inside, (await ask(jobId)).part.items[0]!.id).expect(204);
    expect(await forUs(jobId)).toEqual(['Answered: Bank']);
  });

  it('leaves what has come with us until it is looked at; then it is withdrawn', async () => {
    const { jobId } = await asked();
    const inside = await insidePortal(test, 'Bríd Foley');
    const [bank, payroll] = (await ask(jobId)).part.items;
    await send(inside, bank!.id).expect(204);
    await move(jobId, null, { why: 'closed' });
    expect(await ask(jobId)).toMatchObject({ state: 'with us', owed: [] });
    expect(await forUs(jobId)).toEqual(['Answered: Bank']);
    await send(inside, payroll!.id).expect(409);
    // Whoever looks at it is told how to ask on, not that there is nothing to do.
    expect((await onItem(bank!.id, 'send-back', { reason: 'Page two is missing' }).expect(409)).body).toMatchObject({ code: 'job-finished' });
    await onItem(bank!.id, 'accept').expect(204);
    expect(await ask(jobId)).toMatchObject({ state: 'withdrawn' });
    expect(await forUs(jobId)).toEqual([]);
  });

  it('by its last tick says what the client is asked no more', async () => {
    const { jobId } = await asked();
    await move(jobId, 'do', { why: 'we begin without' });
    const enter = (await job(jobId)).tasks.find((one) => one.name === 'Enter')!;
    const { body } = await manager().post(`/api/tasks/${enter.id}/tick`).send({ done: true, version: enter.version }).expect(200);
    expect(body as Ticked).toMatchObject({ finished: true, askedNoMore: ['Papers 2025'] });
    expect((await ask(jobId)).state).toBe('withdrawn');
  });

  it('with many others says how much is still asked; taken back, it is asked again', async () => {
    const ids = [(await asked()).jobId, (await asked()).jobId];
    const looked = (await manager().post('/api/jobs/together/look').send({ ids, to: null }).expect(200)).body as ManyLookedAt;
    expect(looked.openAsks).toEqual({ asks: 2, jobs: 2 });
    const batchId = randomUUID();
    await manager().post('/api/jobs/together').set(key()).send({ ids, batchId, change: 'move', to: null, text: 'year closed' }).expect(200);
    expect((await ask(ids[0]!)).state).toBe('withdrawn');
    await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200);
    for (const id of ids) {
      expect(await ask(id)).toMatchObject({ state: 'with the client', owed: [{ what: 'Bank' }, { what: 'Payroll' }] });
      expect((await job(id)).waitingFor).toBe('Bank, Payroll');
    }
  });
});

describe('what was asked', () => {
  it('is withdrawn with a reason, and that is taken back', async () => {
    const { jobId, id } = await asked();
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: '' }).expect(422);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'we have it from the bank' }).expect(204);
    await manager().post(`/api/asks/${id}/withdraw`).send({ reason: 'again' }).expect(409);
    expect(await ask(jobId)).toMatchObject({ state: 'withdrawn', reason: 'we have it from the bank' });
    expect(await job(jobId)).toMatchObject({ waitingFor: null, phases: [{ stands: 'done' }, { stands: 'current' }] });
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(409);
    await manager().post(`/api/asks/${id}/restore`).expect(204);
    await manager().post(`/api/asks/${id}/restore`).expect(409);
    expect(await ask(jobId)).toMatchObject({ state: 'with the client', owed: [{ what: 'Bank' }, { what: 'Payroll' }] });
  });

  it('is wanted by another day, by one of two who change it at once', async () => {
    const { jobId, id } = await asked();
    await manager().patch(`/api/asks/${id}`).send({ wantedBy: '2026-03-10', version: 1 }).expect(422);
    await manager().patch(`/api/asks/${id}`).send({ wantedBy: '2026-03-27', title: 'Papers of 2025', version: 1 }).expect(204);
    const { body } = await preparer().patch(`/api/asks/${id}`).send({ wantedBy: '2026-03-24', version: 1 }).expect(409);
    expect(body).toMatchObject({ current: { wantedBy: '2026-03-27', title: 'Papers of 2025' } });
    expect(await ask(jobId)).toMatchObject({ title: 'Papers of 2025', wantedBy: '2026-03-27', version: 2 });
  });

  it('grows and shrinks: the client is told of what is new, and not asked for what is wanted no more', async () => {
    const { jobId, id } = await asked();
    const [bank, payroll] = (await ask(jobId)).part.items;
    await manager()
      .post(`/api/asks/${id}/items`)
      .set(key())
      .send({ items: [{ name: 'Van', description: 'when it was sold' }] })
      .expect(204);
    await test.drain();
    expect((await test.letters())[0]).toMatchObject({ subject: expect.stringContaining('something more for Papers 2025') as string });
    await onItem(bank!.id, 'take-out').expect(204);
    expect((await job(jobId)).waitingFor).toBe('Payroll, Van');
    await onItem(payroll!.id, 'take-out').expect(204);
    const [van] = (await ask(jobId)).part.items;
    expect(problemOf(await onItem(van!.id, 'take-out').expect(409)).code).toBe('last-item');
  });

  it('is opened again where something was accepted by mistake, and asked for once more where it turns out wrong', async () => {
    const { jobId } = await asked();
    const inside = await insidePortal(test, 'Bríd Foley');
    const [bank, payroll] = (await ask(jobId)).part.items;
    await send(inside, bank!.id).expect(204);
    for (const item of [bank!, payroll!]) await onItem(item.id, 'accept').expect(204);
    expect((await ask(jobId)).state).toBe('done');
    await onItem(bank!.id, 'reopen').expect(204);
    expect(await ask(jobId)).toMatchObject({ state: 'with us', forUs: [{ what: 'Answered: Bank' }] });
    await onItem(bank!.id, 'reopen').expect(409);
    await onItem(bank!.id, 'accept').expect(204);
    await onItem(payroll!.id, 'send-back', { reason: 'It is last year’s.', again: true }).expect(204);
    expect(await ask(jobId)).toMatchObject({ state: 'with the client', owed: [{ what: 'Payroll' }], parties: [{ state: 'asked' }] });
    expect((await portalAsks(inside))[0]).toMatchObject({ stands: 'wanted' });
  });

  it('cannot be sent back before anything came', async () => {
    const { jobId } = await asked();
    const [bank] = (await ask(jobId)).part.items;
    expect(problemOf(await onItem(bank!.id, 'send-back', { reason: 'Page 2' }).expect(409)).code).toBe('nothing-came');
  });

  it('keeps a question open until it is answered, though a file came after it and was accepted', async () => {
    const { jobId } = await asked();
    const inside = await insidePortal(test, 'Bríd Foley');
    const [bank, payroll] = (await ask(jobId)).part.items;
    await inside.post(`/api/portal/items/${bank!.id}/question`).set(key()).send({ text: 'Both accounts?' }).expect(204);
    expect((await job(jobId)).waitingFor).toBe('Payroll');
    await send(inside, bank!.id).expect(204);
    expect(await forUs(jobId)).toEqual(['Asked: Bank', 'Answered: Bank']);
    for (const item of [bank!, payroll!]) await onItem(item.id, 'accept').expect(204);
    expect(await forUs(jobId)).toEqual(['Asked: Bank']);
    expect(await ask(jobId)).toMatchObject({ state: 'with us', part: { items: [{ state: 'accepted', question: true }, {}] } });
    expect((await job(jobId)).phases[0]).toMatchObject({ stands: 'current', asksOpen: 1 });
    await onItem(bank!.id, 'reply', { text: 'Both, as said on the telephone', silent: true }).expect(204);
    await onItem(bank!.id, 'reply', { text: 'Once more' }).expect(409);
    expect((await ask(jobId)).state).toBe('done');
    expect((await job(jobId)).phases[0]!.stands).toBe('done');
    await test.drain();
    expect((await test.letters()).some((letter) => letter.subject.includes('your question about Bank'))).toBe(false);
  });
});

describe('where nobody can be written to', () => {
  const sending = async (jobId: string) => (await job(jobId)).tasks.find((one) => one.name === 'Ask for papers')!;
  const telling = async (jobId: string) => (await job(jobId)).tasks.find((one) => one.name.startsWith('Tell the client'))!;

  it('a task for a person stands for it, and it waits for us until that is done', async () => {
    const { jobId } = await asked({ way: 'paper' });
    expect(await ask(jobId)).toMatchObject({ state: 'with us', trouble: 'nobody was told', owed: [], parties: [{ state: 'to be told' }] });
    expect(await job(jobId)).toMatchObject({ waitingSince: null, waitingFor: null });
    expect((await sending(jobId)).doneAt).toBeNull();
    expect((await today(preparer())).tasks.rows.filter((line) => line.jobId === jobId).map((line) => line.name)).toContain((await telling(jobId)).name);

    await tick(jobId, (await telling(jobId)).name);
    expect((await sending(jobId)).doneAt).not.toBeNull();
    expect(await ask(jobId)).toMatchObject({ state: 'with the client', owed: [{ what: 'Bank' }, { what: 'Payroll' }] });
    expect((await job(jobId)).waitingFor).toBe('Bank, Payroll');

    const { id, version } = await telling(jobId);
    await manager().post(`/api/tasks/${id}/tick`).send({ done: false, version }).expect(200);
    expect((await sending(jobId)).doneAt).toBeNull();
    expect(await job(jobId)).toMatchObject({ waitingFor: null });
  });

  it('what came on paper is noted, and the task goes with it', async () => {
    const { jobId } = await asked({ way: 'paper' });
    for (const item of (await ask(jobId)).part.items) await onItem(item.id, 'accept').expect(204);
    expect(await ask(jobId)).toMatchObject({ state: 'done', parties: [{ state: 'done' }] });
    expect((await telling(jobId)).doneAt).not.toBeNull();
  });

  it('what is sent back is told by a person as well', async () => {
    const { jobId } = await asked({ way: 'paper' });
    await tick(jobId, (await telling(jobId)).name);
    const [bank] = (await ask(jobId)).part.items;
    await onItem(bank!.id, 'accept').expect(204);
    await onItem(bank!.id, 'send-back', { reason: 'Page 2 is missing.', again: true }).expect(204);
    expect(await ask(jobId)).toMatchObject({ state: 'with us', parties: [{ state: 'to be told' }] });
    expect((await job(jobId)).tasks.filter((one) => one.name.startsWith('Tell the client') && one.doneAt === null)).toHaveLength(1);
  });

  it('a request that a procedure sends is one all the same, and is taken back with the move that brought it', async () => {
    const definition: Procedure = {
      phases: [
        { key: 'start', name: 'Start', tasks: [task('Open')] },
        {
          key: 'ask',
          name: 'Collect',
          tasks: [task('Look')],
          requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Bank', description: '' }] }],
          onEntry: [{ key: 'r', does: 'request', requestKey: 'papers', days: 5 }],
        },
      ],
    };
    const procedureId = await procedure(definition);
    const jobId = await begun(definition, { clientId: await client({ way: 'paper' }), procedureId });
    const batchId = randomUUID();
    await manager()
      .post('/api/jobs/together')
      .set(key())
      .send({ ids: [jobId], batchId, change: 'move', to: 'ask' })
      .expect(200);
    expect(await ask(jobId)).toMatchObject({ title: 'Papers', state: 'with us', parties: [{ state: 'to be told' }] });
    expect((await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200)).body).toMatchObject({ undone: 1, not: [] });
    expect((await ask(jobId)).state).toBe('withdrawn');
  });
});

describe('a task in place of a letter', () => {
  let templateId: string;
  beforeEach(async () => {
    const { body } = await manager()
      .post('/api/message-templates')
      .set(key())
      .send({ name: `Done ${randomUUID()}`, subject: 'Done', body: 'It is done.' })
      .expect(201);
    templateId = (body as { id: string }).id;
  });
  const onDone = () => [{ key: 'm', does: 'message' as const, templateId }];

  it('stands in the phase that the job has come to, on its person’s Today', async () => {
    const definition: Procedure = {
      phases: [
        { key: 'a', name: 'A', tasks: [task('Open')], onDone: onDone() },
        { key: 'b', name: 'B', tasks: [task('Enter')] },
      ],
    };
    const jobId = await begun(definition, { clientId: await client({ way: 'paper' }) });
    await tick(jobId, 'Open');
    const letter = (await job(jobId)).tasks.find((one) => one.name.startsWith('Print and post'))!;
    expect(letter.phaseKey).toBe('b');
    expect((await today(preparer())).tasks.rows.map((line) => line.id)).toContain(letter.id);
  });

  it('of a job that is finished with it is on Today, and is ticked there', async () => {
    const jobId = await begun({ phases: [{ key: 'a', name: 'A', tasks: [task('Open')], onDone: onDone() }] }, { clientId: await client({ way: 'paper' }) });
    await tick(jobId, 'Open');
    expect((await job(jobId)).status).toBe('finished');
    const letter = (await job(jobId)).tasks.find((one) => one.name.startsWith('Print and post'))!;
    expect((await today(preparer())).tasks.rows.find((line) => line.id === letter.id)).toMatchObject({ why: 'left of a finished job' });
    await tick(jobId, letter.name);
    expect((await today(preparer())).tasks.rows.map((line) => line.id)).not.toContain(letter.id);
  });

  it('whose tick was taken back in a phase that is over is on Today again', async () => {
    const jobId = await begun(COLLECT);
    await move(jobId, 'do', { why: 'nothing to ask' });
    const left = (await job(jobId)).tasks.find((one) => one.name === 'Ask for papers')!;
    await manager().post(`/api/tasks/${left.id}/tick`).send({ done: false, version: left.version }).expect(200);
    expect((await today(preparer())).tasks.rows.map((line) => line.id)).toContain(left.id);
  });
});

it('a client’s page lists what is asked over all its jobs, each with its part, and another firm sees nothing of it', async () => {
  const { clientId, id } = await asked();
  const all = (await manager().get(`/api/clients/${clientId}/asks`).expect(200)).body as AskView<RequestPart>[];
  expect(all).toMatchObject([
    { id, kind: 'request', kindName: 'information request', jobName: 'Special work', part: { items: [{ name: 'Bank' }, { name: 'Payroll' }] } },
  ]);
  await test.other.as.manager!.get(`/api/clients/${clientId}/asks`).expect(200, []);
  await test.other.as.manager!.post(`/api/asks/${id}/withdraw`).send({ reason: 'not theirs' }).expect(404);
});
