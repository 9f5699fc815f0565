import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { HistoryLine } from '@steady/contract/jobs';
import type { Listed } from '@steady/contract/lists';
import type { MissingRow, MissingSum, WantedLine } from '@steady/contract/asks';
import type { NoteForYou } from '@steady/contract/clients';
import type { RequestPart } from '@steady/contract/requests';
import type { SendingRules } from '@steady/contract/sending';
import type { TodayView } from '@steady/contract/today';
import { aPdf } from './a-pdf';
import { THREE, atWork, problemOf, task } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, morning, startTestApp } from './support';

let t: TestApp;
const { manager, client, begun, job, move } = atWork(() => t);
const ids: Record<string, string> = {};
const missing = async (query = '', who: Agent = manager()) => (await who.get(`/api/missing${query}`).expect(200)).body as Listed<MissingRow>;
const sum = async (query = '', who: Agent = manager()) => (await who.get(`/api/missing/sum${query}`).expect(200)).body as MissingSum;
const request = async (jobId: string, title: string, items: string[], more: object = {}) => {
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title, dueOn: '2026-03-20', items: items.map((name) => ({ name })), ...more })
    .expect(201);
  return (await asksOf<RequestPart>(manager(), jobId))[0]!;
};
/** What stands in the list of a client, as "thing: state". */
const things = async (clientId: string) => (await missing(`?client=${clientId}`)).rows.map(({ what, state }) => `${what}: ${state}`);
const rules = async (more: Partial<SendingRules> = {}) => {
  const { body } = await t.firm.as.administrator!.get('/api/firm/sending').expect(200);
  const set = { ...(body as SendingRules), perDay: 50, followsUp: true, everyDays: 5, most: 3, lateDays: 5, ...more };
  await t.firm.as.administrator!.put('/api/firm/sending').send(set).expect(204);
};
const filtered = (filters: object[]) => `?filters=${encodeURIComponent(JSON.stringify(filters))}`;

const PLANNED: Procedure = {
  prerequisites: [{ key: 'closed', name: 'Last period closed', holds: true }],
  phases: [
    { key: 'ask', name: 'Ask', tasks: [task('Ask')], requests: [{ key: 'papers', title: 'Papers', items: [{ name: 'Rent book', description: 'all pages' }] }] },
    { key: 'work', name: 'Work', tasks: [task('Work')], requests: [{ key: 'later', title: 'Later', items: [{ name: 'Not yet', description: '' }] }] },
  ],
};

beforeAll(async () => {
  t = await startTestApp();
  const { lateDays } = (await t.firm.as.administrator!.get('/api/firm/sending').expect(200)).body as SendingRules;
  // Nothing was agreed until the firm says so.
  expect(lateDays).toBe(0);
  await rules();
  ids.wren = await client({ name: 'Wren Ltd', contact: { name: 'Wyn', email: 'wyn@wren.example' } });
  ids.auk = await client({ name: 'Auk Ltd' });
  ids.plover = await client({ name: 'Plover Ltd' });
  ids.wrenJob = await begun(THREE, { clientId: ids.wren, name: 'Accounts' });
  ids.aukJob = await begun(THREE, { clientId: ids.auk, name: 'Review' });
  ids.ploverJob = await begun(PLANNED, { clientId: ids.plover, name: 'Return' });
  const first = await request(ids.wrenJob, 'Records', ['Bank statements', 'Sales list', 'Stock']);
  ids.wrenAsk = first.id;
  for (const [at, item] of first.part.items.entries()) ids[`wren${at}`] = item.id;
  await manager().post(`/api/request-items/${ids.wren0}/accept`).expect(204);
  await request(ids.aukJob, 'Stock', ['Stock list'], { dueOn: '2026-03-11' });
  const gone = await request(ids.aukJob, 'Not that', ['Something']);
  await manager().post(`/api/asks/${gone.id}/withdraw`).send({ reason: 'by mistake' }).expect(204);
  await t.drain();
});
afterAll(() => t.close());

describe('what is missing', () => {
  it('is all that open work needs from clients, by client: received, missing, to ask and to confirm; nothing that was withdrawn or planned for a later phase', async () => {
    const { rows, total } = await missing();
    expect(rows.map(({ client: of, job: work, what, state }) => [of, work, what, state])).toEqual([
      ['Auk Ltd', 'Review', 'Stock list', 'missing'],
      ['Plover Ltd', 'Return', 'Last period closed', 'to confirm'],
      ['Plover Ltd', 'Return', 'Rent book', 'to ask'],
      ['Wren Ltd', 'Accounts', 'Bank statements', 'received'],
      ['Wren Ltd', 'Accounts', 'Sales list', 'missing'],
      ['Wren Ltd', 'Accounts', 'Stock', 'missing'],
    ]);
    expect(total).toBe(6);
    expect(rows[4]).toMatchObject({ dueOn: '2026-03-31', lastWritten: expect.any(String), followUp: { on: '2026-03-19' }, isLate: false });
    expect(await sum()).toEqual({
      things: 3,
      clients: 2,
      long: 0,
      questions: 0,
      toAsk: 1,
      pastSafe: 0,
      next: { on: '2026-03-19', count: 2 },
    });
    const { missing: onToday } = (await manager().get('/api/today').expect(200)).body as TodayView;
    expect(onToday).toEqual({ things: 3, clients: 2 });
  });

  it('is of one client or job, of what clients owe, or of what waits for us', async () => {
    expect((await missing(`?job=${ids.wrenJob}`)).rows).toHaveLength(3);
    expect((await missing(`?client=${ids.auk}`)).rows.map(({ what }) => what)).toEqual(['Stock list']);
    expect((await missing('?view=owed')).rows.map(({ what }) => what)).toEqual(['Stock list', 'Sales list', 'Stock']);
    expect((await missing('?view=for%20us')).rows.map(({ what }) => what)).toEqual(['Last period closed', 'Rent book']);
    expect((await sum(`?client=${ids.wren}`)).things).toBe(2);
  });

  it('stands by its wanted-by day, on Today as far as this week, and only as long as it lies with the client', async () => {
    const wanted = async (query = '') =>
      ((await manager().get(`/api/asks/wanted${query}`).expect(200)).body as WantedLine[])
        .filter(({ clientId }) => [ids.wren, ids.auk].includes(clientId))
        .map(({ title, wantedOn, things: missing }) => [title, wantedOn, missing]);
    expect(await wanted()).toEqual([
      ['Stock', '2026-03-11', 1],
      ['Records', '2026-03-20', 2],
    ]);
    expect(await wanted('?from=2026-03-12')).toEqual([['Records', '2026-03-20', 2]]);
    expect(await wanted('?until=2026-03-19')).toEqual([['Stock', '2026-03-11', 1]]);
    expect(await wanted(`?person=${t.firm.members.contractor}`)).toEqual([]);
    const today = async () => ((await manager().get('/api/today').expect(200)).body as TodayView).wanted.rows.filter(({ clientId }) => clientId === ids.auk);
    expect(await today()).toMatchObject([{ what: 'Stock', dueOn: '2026-03-11', why: '1 thing missing' }]);
    const late = await request(ids.aukJob!, 'One more', ['Lease'], { dueOn: '2026-03-12' });
    expect((await today()).map(({ what }) => what)).toEqual(['Stock', 'One more']);
    await manager().post(`/api/asks/${late.id}/withdraw`).send({ reason: 'found it' }).expect(204);
    expect((await today()).map(({ what }) => what)).toEqual(['Stock']);
  });

  it('is filtered, sorted, found, added up and taken along like every list', async () => {
    expect((await missing(filtered([{ field: 'state', test: 'is', value: 'to ask' }]))).rows.map(({ what }) => what)).toEqual(['Rent book']);
    expect((await missing(filtered([{ field: 'written', test: 'not empty' }]))).rows).toHaveLength(4);
    expect((await missing('?sort=-what')).rows[0]!.what).toBe('Stock list');
    expect((await missing('?find=sales')).rows.map(({ what }) => what)).toEqual(['Sales list']);
    expect((await missing('?find=100%25')).rows).toEqual([]);
    const { rows } = (await manager().get('/api/missing/sums?by=state').expect(200)).body as { rows: { value: string; count: number }[] };
    expect(Object.fromEntries(rows.map(({ value, count }) => [value, count]))).toEqual({ missing: 3, received: 1, 'to ask': 1, 'to confirm': 1 });
    expect((await manager().get('/api/missing/place?name=wren').expect(200)).body).toMatchObject({ place: 3 });
    expect(((await manager().get('/api/missing/ids').expect(200)).body as string[]).length).toBe(6);
    const csv = (await manager().get('/api/missing/list.csv').expect(200)).text;
    expect(csv).toContain('Rent book');
    expect(csv).toContain('Wren Ltd');
  });

  it('follows what happens: a question, an answer, one sent back, what was planned and sent', async () => {
    const inside = await insidePortal(t, 'Wyn');
    await inside.post(`/api/portal/items/${ids.wren1}/question`).set(key()).send({ text: 'Which year?' }).expect(204);
    await inside.post(`/api/portal/items/${ids.wren2}/words`).set(key()).send({ text: 'none left' }).expect(204);
    expect(await things(ids.wren!)).toEqual(['Bank statements: received', 'Sales list: their question', 'Stock: came in']);
    expect((await missing(`?client=${ids.wren}`)).rows[1]).toMatchObject({ why: 'Which year?', itemId: ids.wren1 });
    expect(await sum(`?client=${ids.wren}`)).toMatchObject({ things: 0, questions: 1 });
    await manager().post(`/api/request-items/${ids.wren1}/reply`).set(key()).send({ text: 'This one', silent: true }).expect(204);
    await manager().post(`/api/request-items/${ids.wren2}/send-back`).set(key()).send({ reason: 'count again' }).expect(204);
    expect((await missing(`?client=${ids.wren}&view=owed`)).rows.map(({ what, state, why }) => [what, state, why])).toEqual([
      ['Sales list', 'missing', null],
      ['Stock', 'sent back', 'count again'],
    ]);
    await manager().post(`/api/jobs/${ids.ploverJob}/prerequisites`).send({ key: 'closed', isSo: true }).expect(204);
    await request(ids.ploverJob!, 'Papers', ['Rent book'], { planKey: 'papers', sendOn: '2026-03-18' });
    expect(await things(ids.plover!)).toEqual(['Rent book: to ask']);
    expect((await missing(`?client=${ids.plover}`)).rows[0]).toMatchObject({ sendOn: '2026-03-18', title: 'Papers' });
  });

  it('names whose signature is missing, and who has to sign first', async () => {
    const clientId = await client({ name: 'Signers Ltd', contact: { name: 'Una', email: 'una@signers.example', signs: true } });
    const jobId = await begun(THREE, { clientId, name: 'Accounts' });
    const { id: documentId } = (await manager().post(`/api/jobs/${jobId}/documents`).attach('file', aPdf(), 'accounts.pdf').expect(201)).body as { id: string };
    const contactId = (await job(jobId)).contacts[0]!.id;
    await manager()
      .post(`/api/jobs/${jobId}/signatures`)
      .set(key())
      .send({ documentId, title: 'Accounts', dueOn: '2026-03-20', signerIds: [contactId] })
      .expect(201);
    expect(await things(clientId)).toEqual(['the signature of Una: missing']);
  });
});

describe('what they said', () => {
  const said = (clientId: string, input: object) => manager().post(`/api/clients/${clientId}/said`).set(key()).send(input);

  it('is written down for whoever is to know, with the day for which it is promised: follow-ups wait until that is over', async () => {
    await said(ids.auk!, { text: 'It is in the van, comes next week', forId: t.firm.members.preparer, promisedFor: '2026-03-25', jobId: ids.aukJob }).expect(
      201,
    );
    const [row] = (await missing(`?client=${ids.auk}`)).rows;
    expect(row).toMatchObject({ promisedFor: '2026-03-25', followUp: { on: '2026-03-26' } });
    const notes = (await t.firm.as.preparer!.get('/api/notes-for-you').expect(200)).body as NoteForYou[];
    expect(notes).toMatchObject([{ client: 'Auk Ltd', text: 'It is in the van, comes next week (promised for Wed 25 Mar 2026)' }]);
    t.clock.set(morning('2026-03-25'));
    await t.tick();
    expect((await asksOf(manager(), ids.aukJob!)).find(({ title }) => title === 'Stock')!.followUp.sent).toBe(0);
    t.clock.set(morning('2026-03-26'));
    await t.tick();
    expect((await asksOf(manager(), ids.aukJob!)).find(({ title }) => title === 'Stock')!.followUp.sent).toBe(1);
    t.clock.set(morning('2026-03-11'));
  });

  it('can be taken back, and does not count once all of it is there', async () => {
    const { askId } = (await missing(`?client=${ids.auk}`)).rows[0]!;
    await manager().post(`/api/asks/${askId}/promise`).send({ on: null }).expect(204);
    expect((await missing(`?client=${ids.auk}`)).rows[0]!.promisedFor).toBeNull();
    await manager().post(`/api/asks/${askId}/promise`).send({ on: '2026-03-16' }).expect(204);
    const { itemId } = (await missing(`?client=${ids.auk}`)).rows[0]!;
    await manager().post(`/api/request-items/${itemId}/accept`).expect(204);
    await manager().post(`/api/request-items/${itemId}/reopen`).expect(204);
    expect((await missing(`?client=${ids.auk}`)).rows[0]!.promisedFor).toBeNull();
  });

  it('is refused without words, for a day that is over, and for a job of somebody else', async () => {
    await said(ids.auk!, { text: ' ' }).expect(422);
    expect(problemOf(await said(ids.auk!, { text: 'x', promisedFor: '2026-03-10' }).expect(422)).errors).toMatchObject([{ field: 'promisedFor' }]);
    await said(ids.auk!, { text: 'x', jobId: ids.wrenJob }).expect(422);
    await t.firm.as.contractor!.post(`/api/clients/${ids.auk}/said`).set(key()).send({ text: 'x' }).expect(404);
  });
});

it('is followed up no more, for one client, in one press; and again', async () => {
  await manager().post(`/api/clients/${ids.auk}/follow-ups`).send({ on: false }).expect(204);
  expect((await missing(`?client=${ids.auk}`)).rows[0]!.followUp).toEqual({ on: null, quiet: 'this client gets none' });
  await manager().post(`/api/clients/${ids.auk}/follow-ups`).send({ on: true }).expect(204);
  expect((await missing(`?client=${ids.auk}`)).rows[0]!.followUp!.on).not.toBeNull();
  await t.firm.as.contractor!.post(`/api/clients/${ids.auk}/follow-ups`).send({ on: false }).expect(404);
});

describe('the last safe day', () => {
  const history = async (jobId: string) =>
    ((await manager().get(`/api/history?job=${jobId}`).expect(200)).body as HistoryLine[])
      .map(({ what }) => what)
      .filter((what) => what.includes('last safe day'));

  it('is counted back from the deadline, with its workings, as the firm has agreed', async () => {
    // Five working days back from Tuesday the 31st.
    expect((await job(ids.wrenJob!)).lastSafe).toMatchObject({
      day: '2026-03-24',
      isPast: false,
      workings: { lines: [expect.stringContaining('Tue 31 Mar 2026'), expect.stringContaining('5 working days'), expect.stringContaining('Tue 24 Mar 2026')] },
    });
    await rules({ lateDays: 0 });
    expect((await job(ids.wrenJob!)).lastSafe).toBeNull();
    expect((await missing(`?client=${ids.wren}`)).rows[0]!.lastSafe).toBeNull();
    await rules({ lateDays: 5, consequence: 'A late fee of one fifth is due.' });
    await t.firm.as.administrator!.put('/api/firm/sending').send({ consequence: '' }).expect(422);
  });

  it('is named in follow-ups, and gone by is kept as evidence with what was agreed, once; such clients are a list', async () => {
    const clientId = await client({ name: 'Late Ltd', contact: { name: 'Lorcan', email: 'lorcan@late.example' } });
    const lateJob = await begun(THREE, { clientId, name: 'Accounts' });
    await request(lateJob, 'Records', ['Sales list', 'Stock']);
    t.clock.set(morning('2026-03-19'));
    await t.tick();
    await t.drain();
    const letter = (await t.letters()).find(({ to, subject }) => to === 'Lorcan' && subject.includes('still needed'));
    expect(letter!.body).toContain('We can be sure to file in time for what is here by Tue 24 Mar 2026. A late fee of one fifth is due.');
    expect(await history(lateJob)).toEqual([]);
    t.clock.set(morning('2026-03-25'));
    await t.tick();
    await t.tick();
    expect(await history(lateJob)).toEqual([
      'was still without Sales list, Stock after the last safe day, Tue 24 Mar 2026. As agreed: A late fee of one fifth is due.',
    ]);
    expect((await job(lateJob)).lastSafe).toMatchObject({ isPast: true });
    const past = await missing('?view=past%20the%20last%20safe%20day');
    expect(past.rows.map(({ client: of, what }) => [of, what])).toContainEqual(['Late Ltd', 'Sales list']);
    expect(past.rows.every(({ isPastSafe }) => isPastSafe)).toBe(true);
    expect((await sum(`?client=${clientId}`)).pastSafe).toBe(2);
  });
});

it('shows each person what is of clients that they see, and no other firm', async () => {
  const contractor = t.firm.as.contractor!;
  expect((await missing('', contractor)).rows).toEqual([]);
  await t.firm.as
    .administrator!.post('/api/grants')
    .send({ memberIds: [t.firm.members.contractor], clientIds: [ids.wren] })
    .expect(200);
  const { rows } = await missing('', contractor);
  expect(new Set(rows.map(({ client: of }) => of))).toEqual(new Set(['Wren Ltd']));
  expect((await sum('', contractor)).clients).toBe(1);
  expect((await missing('', t.other.as.manager)).rows).toEqual([]);
});

it('is to ask where nobody could be told of it; the list and Today count the same', async () => {
  const clientId = await client({ name: 'Paper Ltd', way: 'paper' });
  const jobId = await begun(THREE, { clientId });
  await request(jobId, 'Records', ['One', 'Two'], { dueOn: '2026-04-30' });
  expect(await things(clientId)).toEqual(['One: to ask', 'Two: to ask']);
  const { things: owed, clients } = await sum();
  expect(((await manager().get('/api/today').expect(200)).body as TodayView).missing).toEqual({ things: owed, clients });
});

it('is over with its job, but for what came and nobody has looked at', async () => {
  const clientId = await client({ name: 'Over Ltd', contact: { name: 'Oona', email: 'oona@over.example' } });
  const jobId = await begun({ phases: [{ key: 'work', name: 'Work', tasks: [task('Enter')] }] }, { clientId });
  const ask = await request(jobId, 'Records', ['One', 'Two'], { dueOn: '2026-03-31' });
  const inside = await insidePortal(t, 'Oona');
  await inside.post(`/api/portal/items/${ask.part.items[0]!.id}/words`).set(key()).send({ text: 'here' }).expect(204);
  expect((await move(jobId, null, { why: 'it is done' })).status).toBe(200);
  expect(await things(clientId)).toEqual(['One: came in']);
});
