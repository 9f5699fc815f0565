import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SentMessage, WriteMessage } from '@steady/contract/post';
import type { SendPreview } from '@steady/contract/requests';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf } from './at-work';
import { type TestApp, key, morning, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, client, begun } = atWork(() => test);

const words = { subject: 'About {client}', body: 'Your work is with {preparer}.\n\nWe ring on Monday.' };
const write = (input: Partial<WriteMessage>) =>
  manager()
    .post('/api/messages')
    .set(key())
    .send({ ...words, ...input });
const goingOut = async () => (await manager().get('/api/messages/going-out').expect(200)).body as SentMessage[];
const written = async (clientId: string) => (await manager().get(`/api/messages?client=${clientId}`).expect(200)).body as SentMessage[];
const letters = async (subject: string) => {
  await test.drain();
  return (await test.letters()).filter((letter) => letter.subject === subject);
};

describe('a message in own words', () => {
  it('is seen word for word before it goes, then goes to whoever gets requests, with its details filled in', async () => {
    const clientId = await client({ name: 'Low Tide Ltd' });
    const preview = (
      await manager()
        .post('/api/messages/preview')
        .send({ ...words, clientId })
        .expect(200)
    ).body as SendPreview;
    expect(preview.messages).toMatchObject([
      { to: 'Bríd Foley', subject: 'About Low Tide Ltd', body: expect.stringContaining('with preparer of Marram & Tern.') as string },
    ]);
    expect(await written(clientId)).toEqual([]);
    expect((await write({ clientId }).expect(201)).body).toEqual({ written: 1 });
    expect(await letters('About Low Tide Ltd')).toMatchObject([
      { to: 'Bríd Foley', body: preview.messages[0]!.body.replace('(their own link)', expectLink(await test.letters())) },
    ]);
    expect(await written(clientId)).toMatchObject([{ status: 'sent', by: 'manager of Marram & Tern', goesOutAt: null, jobId: null }]);
    const { body } = await manager().get(`/api/history?client=${clientId}`).expect(200);
    expect((body as { what: string }[]).map((line) => line.what)).toContain('wrote "About Low Tide Ltd" to Bríd Foley');
  });

  const expectLink = (all: { subject: string; link: string | null }[]) => all.find((letter) => letter.subject === 'About Low Tide Ltd')!.link!;

  it('stands at its job, and knows what the job is called', async () => {
    const clientId = await client();
    const jobId = await begun(THREE, { clientId, name: 'Grant application' });
    await write({ clientId, jobId, subject: '{job}', body: 'It is due on {due date}.' }).expect(201);
    const [letter] = await letters('Grant application');
    expect(letter!.body).toContain('It is due on Tue 31 Mar 2026.');
    expect((await manager().get(`/api/messages?job=${jobId}`).expect(200)).body).toMatchObject([{ subject: 'Grant application', jobId }]);
  });

  it('is refused where something is not known, is no detail, or belongs to another client, and nothing is sent', async () => {
    const clientId = await client({ managerId: undefined });
    const jobId = await begun(THREE);
    const faultsOf = async (more: Partial<WriteMessage>) => problemOf(await write({ clientId, ...more }).expect(422)).errors;
    expect(await faultsOf({ body: 'Ask {manager} about {job}.' })).toEqual([
      { field: 'body', message: 'Not known of this client or job: the client’s manager, name of the job. Write it out, or take it out.' },
    ]);
    expect(await faultsOf({ subject: '{nonsense}' })).toMatchObject([
      { field: 'subject', message: expect.stringContaining('{nonsense} is not a detail') as string },
    ]);
    expect(await faultsOf({ jobId })).toMatchObject([{ field: 'jobId' }]);
    expect(await faultsOf({ subject: ' ' })).toMatchObject([{ field: 'subject' }]);
    expect(await faultsOf({ body: 'x'.repeat(10_001) })).toMatchObject([{ field: 'body' }]);
    expect(await faultsOf({ on: '2026-03-10' })).toEqual([{ field: 'on', message: 'This day is over.' }]);
    expect(await faultsOf({ on: '2026-12-24' })).toEqual([{ field: 'on', message: 'A message is planned at most 90 days ahead.' }]);
    await test.other.as
      .manager!.post('/api/messages')
      .set(key())
      .send({ ...words, clientId })
      .expect(404);
    expect(await written(clientId)).toEqual([]);
  });

  it('says why where nobody can be written to', async () => {
    const paper = await client({ way: 'paper', name: 'Thatch & Straw' });
    const preview = (
      await manager()
        .post('/api/messages/preview')
        .send({ ...words, clientId: paper })
        .expect(200)
    ).body as SendPreview;
    expect(preview).toMatchObject({ messages: [], nobody: [{ name: 'Thatch & Straw' }] });
    const refused = problemOf(await write({ clientId: paper }).expect(409));
    expect(refused).toMatchObject({ code: 'nobody-to-write-to', detail: 'There is nobody to write to: Thatch & Straw works on paper: print a letter.' });
  });

  it('asked for twice under one key is written once', async () => {
    const clientId = await client({ name: 'Pressed Twice Ltd' });
    const same = key();
    for (let time = 0; time < 2; time += 1)
      await manager()
        .post('/api/messages')
        .set(same)
        .send({ ...words, clientId })
        .expect(201);
    expect(await letters('About Pressed Twice Ltd')).toHaveLength(1);
  });
});

describe('a message for a later day', () => {
  it('waits in sight until the morning of that day, then goes by itself', async () => {
    const clientId = await client({ name: 'Later Ltd' });
    await write({ clientId, on: '2026-03-13' }).expect(201);
    expect(await letters('About Later Ltd')).toEqual([]);
    const [waiting] = (await goingOut()).filter((message) => message.clientId === clientId);
    expect(waiting).toMatchObject({ status: 'waiting', subject: 'About Later Ltd' });
    expect(Date.parse(waiting!.goesOutAt!)).toBe(Date.parse('2026-03-13T08:30:00Z'));
    const today = (await manager().get('/api/today').expect(200)).body as TodayView;
    expect(today.goingOut).toMatchObject([{ messages: 1, clients: 1 }]);
    test.clock.set(morning('2026-03-13'));
    await test.tick();
    expect(await letters('About Later Ltd')).toHaveLength(1);
    test.clock.set(morning('2026-03-11'));
    expect((await written(clientId))[0]!.status).toBe('sent');
    expect((await goingOut()).filter((message) => message.clientId === clientId)).toEqual([]);
  });

  it('goes now when somebody says so, once', async () => {
    const clientId = await client({ name: 'Sooner Ltd' });
    await write({ clientId, on: '2026-03-20' }).expect(201);
    const [{ id }] = (await written(clientId)) as [SentMessage];
    await manager().post(`/api/messages/${id}/again`).expect(204);
    expect(await letters('About Sooner Ltd')).toHaveLength(1);
    expect(problemOf(await manager().post(`/api/messages/${id}/again`).expect(409)).code).toBe('not-waiting');
  });

  it('is taken back before it goes, and never goes then', async () => {
    const clientId = await client({ name: 'Never Ltd' });
    await write({ clientId, on: '2026-03-12' }).expect(201);
    const [{ id }] = (await written(clientId)) as [SentMessage];
    await test.other.as.manager!.post(`/api/messages/${id}/withdraw`).expect(409);
    await manager().post(`/api/messages/${id}/withdraw`).expect(204);
    expect((await written(clientId))[0]).toMatchObject({ status: 'withdrawn', goesOutAt: null });
    expect(problemOf(await manager().post(`/api/messages/${id}/withdraw`).expect(409)).code).toBe('not-waiting');
    await manager().post(`/api/messages/${id}/again`).expect(409);
    test.clock.set(morning('2026-03-13'));
    await test.tick();
    test.clock.set(morning('2026-03-11'));
    expect(await letters('About Never Ltd')).toEqual([]);
  });

  it('that has gone out is not taken back', async () => {
    const clientId = await client({ name: 'Gone Ltd' });
    await write({ clientId }).expect(201);
    await test.drain();
    const [{ id }] = (await written(clientId)) as [SentMessage];
    expect(problemOf(await manager().post(`/api/messages/${id}/withdraw`).expect(409)).detail).toBe('This message has gone out, or is on its way.');
  });
});
