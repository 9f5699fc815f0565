import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DocumentRow } from '@steady/contract/documents';
import type { Listed } from '@steady/contract/lists';
import type { RequestAsLastTime, RequestItemView, RequestPart, SendPreview } from '@steady/contract/requests';
import { atWork, problemOf, task } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, portalAsks, startTestApp } from './support';

let test: TestApp;
const { manager, begun, client, job } = atWork(() => test);
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const COLLECT = { phases: [{ key: 'ask', name: 'Collect', tasks: [task('Ask for papers', { doneBy: 'request sent' })] }] };

/** A job for whose client one thing is asked for, with a browser of the client's person. */
async function asked(more: object = {}) {
  const clientId = await client();
  const jobId = await begun(COLLECT, { clientId });
  const input = { title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank statement', ...more }] };
  await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(input).expect(201);
  const item = async () => (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items[0]!;
  const { id: itemId } = await item();
  const inside = await insidePortal(test, 'Bríd Foley');
  return { clientId, jobId, itemId, item, inside };
}
const say = (inside: Agent, itemId: string, what: 'words' | 'elsewhere' | 'does-not-apply' | 'question', text: string) =>
  inside.post(`/api/portal/items/${itemId}/${what}`).set(key()).send({ text }).expect(204);
const sendFile = (inside: Agent, itemId: string) =>
  inside
    .post(`/api/portal/items/${itemId}/files`)
    .attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), 'scan.pdf')
    .expect(204);
const onItem = (itemId: string, what: string, body: object = {}) => manager().post(`/api/request-items/${itemId}/${what}`).set(key()).send(body);
const last = (item: RequestItemView) => item.answers.at(-1)!;
const takeBack = (inside: Agent, { id }: { id: string }) => inside.post(`/api/portal/answers/${id}/take-back`);

describe('a client answers', () => {
  it('in words, or says where it is: it waits to be accepted', async () => {
    const { itemId, inside, item, jobId } = await asked();
    await say(inside, itemId, 'words', 'Two vans, both bought in May.');
    expect(await item()).toMatchObject({ state: 'answered' });
    expect(last(await item())).toMatchObject({ kind: 'words', text: 'Two vans, both bought in May.', by: 'Bríd Foley' });
    await say(inside, itemId, 'elsewhere', 'https://files.example/2026');
    expect(last(await item())).toMatchObject({ kind: 'elsewhere' });
    expect((await asksOf(manager(), jobId))[0]!.forUs).toMatchObject([
      { what: 'Answered: Bank statement', why: 'it is elsewhere: https://files.example/2026' },
    ]);
    await onItem(itemId, 'accept').expect(204);
    expect(problemOf(await inside.post(`/api/portal/items/${itemId}/words`).set(key()).send({ text: 'x' }).expect(409)).code).toBe('accepted-already');
    await inside.post(`/api/portal/items/${itemId}/words`).set(key()).send({ text: ' ' }).expect(422);
  });

  it('and takes it back until somebody has looked; the file goes with it and can be brought back', async () => {
    const { itemId, inside, item, clientId } = await asked();
    await sendFile(inside, itemId);
    const sent = last(await item());
    expect(sent.mayTakeBack).toBe(true);
    await takeBack(inside, sent).expect(204);
    expect(await item()).toMatchObject({ state: 'asked' });
    expect(last(await item()).takenBackAt).not.toBeNull();
    const out = (await manager().get(`/api/documents?client=${clientId}&view=taken%20out`).expect(200)).body as Listed<DocumentRow>;
    expect(out.rows.map((row) => row.id)).toEqual([sent.documentId]);
    await takeBack(inside, sent).expect(204);

    // The one before it counts again.
    await sendFile(inside, itemId);
    await say(inside, itemId, 'does-not-apply', 'We closed that account.');
    expect((await item()).state).toBe('does not apply');
    await takeBack(inside, last(await item())).expect(204);
    expect((await item()).state).toBe('answered');
  });

  it('for two things with one file: taken back for the one, it stays with the other', async () => {
    const { jobId, clientId, itemId, inside } = await asked();
    const [ask] = await asksOf<RequestPart>(manager(), jobId);
    await manager()
      .post(`/api/asks/${ask!.id}/items`)
      .set(key())
      .send({ items: [{ name: 'Loan statement' }] })
      .expect(204);
    const items = async () => (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items;
    const [, loan] = await items();
    for (const id of [itemId, loan!.id])
      await inside
        .post(`/api/portal/items/${id}/files`)
        .attach('file', Buffer.from(`%PDF-1.4 ${jobId}`), 'both.pdf')
        .expect(204);
    const [bank, second] = await items();
    expect(last(bank!).documentId).toBe(last(second!).documentId);
    await takeBack(inside, last(bank!)).expect(204);
    expect((await items()).map((one) => one.state)).toEqual(['asked', 'answered']);
    const there = (await manager().get(`/api/documents?client=${clientId}`).expect(200)).body as Listed<DocumentRow>;
    expect(there.rows).toHaveLength(1);
    await takeBack(inside, last(second!)).expect(204);
    expect(((await manager().get(`/api/documents?client=${clientId}`).expect(200)).body as Listed<DocumentRow>).rows).toEqual([]);
  });

  it('and cannot once it was looked at, accepted, sent back, or is another’s', async () => {
    const { itemId, inside, item, clientId } = await asked();
    await sendFile(inside, itemId);
    const sent = last(await item());
    await manager()
      .post('/api/documents/change')
      .send({ documentIds: [sent.documentId], lookedAt: true })
      .expect(200);
    expect(last(await item()).mayTakeBack).toBe(false);
    expect(problemOf(await takeBack(inside, sent).expect(409)).detail).toBe(
      'Marram & Tern has looked at it already. Write to them if it was not the right one.',
    );
    await onItem(itemId, 'send-back', { reason: 'Page 2 is missing.' }).expect(204);
    test.clock.advance({ minutes: 5 });
    await sendFile(inside, itemId);
    const anew = last(await item());
    await takeBack(inside, anew).expect(204);
    // What was sent back before is wanted still.
    expect(await item()).toMatchObject({ state: 'sent back', sentBackReason: 'Page 2 is missing.' });
    await takeBack(inside, { id: randomUUID() }).expect(404);
    await manager().post(`/api/request-answers/${anew.id}/take-back`).expect(404);
    const other = await asked();
    await takeBack(other.inside, sent).expect(404);
    await manager().post(`/api/clients/${clientId}/documents`).attach('file', Buffer.from('x'), 'x.txt').expect(201);
  });
});

describe('what comes in another way', () => {
  it('is taken in with how and where it lies, is accepted, and did not come after all', async () => {
    const { itemId, inside, item, jobId } = await asked();
    expect(problemOf(await onItem(itemId, 'take-in', {}).expect(422)).errors).toEqual([{ field: 'way', message: 'Say how it came.' }]);
    await onItem(itemId, 'take-in', { way: 'by post', text: 'the whole folder, one page torn', place: 'shelf 4' }).expect(204);
    expect(await item()).toMatchObject({ state: 'accepted' });
    expect(last(await item())).toMatchObject({ kind: 'in hand', way: 'by post', place: 'shelf 4', by: 'manager of Marram & Tern' });
    expect((await job(jobId)).everythingInOn).toBe('2026-03-11');
    // The client reads that it came, and not what was written down of it.
    const [theirs] = await portalAsks<RequestPart>(inside);
    expect(theirs!.part.items[0]!.answers).toMatchObject([{ kind: 'in hand', way: 'by post', text: null, place: null }]);
    await onItem(itemId, 'reopen').expect(204);
    expect(await item()).toMatchObject({ state: 'answered' });
    await manager()
      .post(`/api/request-answers/${last(await item()).id}/take-back`)
      .expect(204);
    expect(await item()).toMatchObject({ state: 'asked' });
  });
});

describe('a thing that is asked for', () => {
  it('has its period, its own day, where else it may be put and an example, and the message says so', async () => {
    const clientId = await client();
    const { id: exampleId } = (
      await manager().post(`/api/clients/${clientId}/documents`).attach('file', Buffer.from('as last year'), 'example.txt').expect(201)
    ).body as { id: string };
    const jobId = await begun(COLLECT, { clientId });
    const thing = { name: 'Bank statement', period: 'Feb 2026', description: 'all pages', wantedBy: '2026-03-16', link: 'https://files.example/in', exampleId };
    const input = { title: 'Papers', dueOn: '2026-03-20', items: [thing] };
    const preview = (await manager().post(`/api/jobs/${jobId}/requests/preview`).send(input).expect(200)).body as SendPreview;
    expect(preview.messages[0]!.body).toContain(
      '  - Bank statement, Feb 2026 (all pages), by Mon 16 Mar 2026; it may also be put here: https://files.example/in',
    );
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(input).expect(201);
    const inside = await insidePortal(test, 'Bríd Foley');
    const item = (await portalAsks<RequestPart>(inside)).find((one) => one.part.items.some((own) => own.exampleId === exampleId))!.part.items[0]!;
    expect(item).toMatchObject({ period: 'Feb 2026', wantedBy: '2026-03-16', link: 'https://files.example/in', exampleName: 'example.txt' });
    expect((await inside.get(`/api/portal/items/${item.id}/example`).expect(200)).text).toBe('as last year');
    const bare = await asked();
    await bare.inside.get(`/api/portal/items/${bare.itemId}/example`).expect(404);
    await bare.inside.get(`/api/portal/items/${item.id}/example`).expect(404);
  });

  it('refuses an address that leads nowhere safe, a day that does not exist and an example of another client', async () => {
    const clientId = await client();
    const jobId = await begun(COLLECT, { clientId });
    const refused = async (more: object) =>
      problemOf(
        await manager()
          .post(`/api/jobs/${jobId}/requests`)
          .set(key())
          .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank', ...more }] })
          .expect(422),
      ).errors?.[0]?.field;
    expect(await refused({ link: 'javascript:alert(1)' })).toBe('items.0.link');
    expect(await refused({ wantedBy: '2026-02-30' })).toBe('items.0.wantedBy');
    const { id: exampleId } = (
      await manager()
        .post(`/api/clients/${await client()}/documents`)
        .attach('file', Buffer.from('theirs'), 'theirs.txt')
        .expect(201)
    ).body as { id: string };
    expect(await refused({ exampleId })).toBe('items');
    expect((await manager().get(`/api/jobs/${jobId}/requests/last-time`).expect(200)).body as RequestAsLastTime[]).toEqual([]);
  });
});

describe('two of the firm who decide at once', () => {
  it('do not undo one another: the second is told what the first has done', async () => {
    const { itemId, inside, item, jobId } = await asked();
    const { id } = (await asksOf(manager(), jobId))[0]!;
    // Something else is wanted still: the job goes on.
    await manager()
      .post(`/api/asks/${id}/items`)
      .set(key())
      .send({ items: [{ name: 'Sales list' }] })
      .expect(204);
    await say(inside, itemId, 'words', 'here it is');
    await onItem(itemId, 'accept').expect(204);
    const late = problemOf(await onItem(itemId, 'send-back', { reason: 'Page 2 is missing.' }).expect(409));
    expect(late.code).toBe('accepted-meanwhile');
    expect((await item()).state).toBe('accepted');
    await onItem(itemId, 'send-back', { reason: 'Page 2 is missing.', again: true }).expect(204);
    expect(problemOf(await onItem(itemId, 'accept').expect(409)).detail).toContain('Page 2 is missing.');
    await say(inside, itemId, 'words', 'page two');
    await onItem(itemId, 'accept').expect(204);
    await onItem(itemId, 'accept').expect(204);
  });

  it('and of both at the very same moment one holds', async () => {
    const { itemId, inside, item } = await asked();
    await say(inside, itemId, 'words', 'here it is');
    const [accept, back] = await Promise.all([onItem(itemId, 'accept'), onItem(itemId, 'send-back', { reason: 'No.' })]);
    expect([accept.status, back.status].sort()).toEqual([204, 409]);
    expect((await item()).state).toBe(accept.status === 204 ? 'accepted' : 'sent back');
  });
});
