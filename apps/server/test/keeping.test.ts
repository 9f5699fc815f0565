import { strFromU8 } from 'fflate';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ApprovalPart } from '@steady/contract/approvals';
import type { ClientView } from '@steady/contract/clients';
import type { DueThings, HoldView, PeriodsView, PersonsData, ThingsLooked, YearlyList } from '@steady/contract/keeping';
import type { RequestPart } from '@steady/contract/requests';
import type { SignaturePart } from '@steady/contract/signatures';
import type { TodayView } from '@steady/contract/today';
import { atDocuments } from './at-documents';
import { atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, insidePortal, key, portalAsks, startTestApp, unzipped } from './support';

let t: TestApp;
const { manager, client, begun } = atWork(() => t);
const { file, change, folder, readyMade } = atDocuments(() => t);
const boss = () => t.firm.as.administrator!;

const SIGNED = {
  phases: [
    { key: 'ask', name: 'Collect', completion: 'signed' as const, tasks: [task('Ask for papers', { doneBy: 'request sent' })] },
    { key: 'end', name: 'End', tasks: [task('End')] },
  ],
};
let number = 0;
let clientId: string;
let jobId: string;
let who: string;

beforeAll(async () => {
  t = await startTestApp();
  await readyMade();
  await set({ documents: 7, messages: 7, answers: 7, 'signing steps': 7 });
});
afterAll(() => t.close());
beforeEach(async () => {
  number += 1;
  who = `Bríd Foley ${number}`;
  clientId = await client({ name: `Culver Ironworks ${number}`, contact: { name: who, email: `brid${number}@culver.example`, role: 'owner' } });
  jobId = await begun(SIGNED, { clientId });
});

async function periods(): Promise<PeriodsView> {
  return (await manager().get('/api/keeping/periods').expect(200)).body as PeriodsView;
}
async function set(kinds: object, folders: { folderId: string; years: number | null }[] = []): Promise<void> {
  const { version } = await periods();
  await boss()
    .put('/api/keeping/periods')
    .send({ version, kinds: Object.entries(kinds).map(([kind, years]) => ({ kind, years: years as number | null })), folders })
    .expect(204);
}
const seen = async (id = clientId) => (await manager().get(`/api/clients/${id}`).expect(200)).body as ClientView;
const ends = async (on: string, id = clientId) =>
  manager()
    .post(`/api/clients/${id}/standing`)
    .send({ standing: 'former', on, reason: 'Sold', version: (await seen(id)).version })
    .expect(204);
const list = async () => (await boss().get('/api/keeping/list').expect(200)).body as YearlyList;
const due = async () => (await list()).due.filter((one) => one.clientId === clientId);
const things = (of: DueThings[]) => of.map(({ clientId: id, kind, folderId }) => ({ clientId: id, kind, folderId }));
const decide = (of: DueThings[], more: object) =>
  boss()
    .post('/api/keeping/decide')
    .set(key())
    .send({ things: things(of), ...more });
const look = async (of: DueThings[]) =>
  (
    await boss()
      .post('/api/keeping/look')
      .send({ things: things(of) })
      .expect(200)
  ).body as ThingsLooked;
const personId = async () => (await seen()).contacts[0]!.id;
const data = async (id: string) => (await boss().get(`/api/contacts/${id}/data`).expect(200)).body as PersonsData;
const history = async () => JSON.stringify((await manager().get(`/api/history?client=${clientId}`).expect(200)).body);

/** A request that the client's person answered in words, a document of ours and one that was signed; all of it over. */
async function worked(): Promise<{ documentId: string; signedId: string }> {
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Vans bought' }, { name: 'Lease' }] })
    .expect(201);
  const [vans, lease] = (await asksOf<RequestPart>(manager(), jobId, 'request'))[0]!.part.items;
  const inside = await insidePortal(t, who);
  await inside.post(`/api/portal/items/${vans!.id}/words`).set(key()).send({ text: 'Two vans, both in May' }).expect(204);
  await inside
    .post(`/api/portal/items/${lease!.id}/files`)
    .attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), 'lease.pdf')
    .expect(204);
  for (const one of [vans!, lease!]) await manager().post(`/api/request-items/${one.id}/accept`).set(key()).expect(204);
  const payroll = await folder(clientId, 'Payroll');
  const { id: documentId } = await file(`/api/clients/${clientId}/documents`);
  await change([documentId], { folderId: payroll.id }).expect(200);
  const { id: signedId } = await file(`/api/jobs/${jobId}/documents`);
  await manager()
    .post(`/api/jobs/${jobId}/signatures`)
    .set(key())
    .send({ title: 'Accounts', documentId: signedId, dueOn: '2026-03-20', signerIds: [await personId()] })
    .expect(201);
  const [sign] = await portalAsks(inside, 'signature');
  await inside.post(`/api/portal/signatures/${sign!.partyId}/sign`).send({ signedAs: 'B. Foley of Culver', agreed: true }).expect(204);
  await t.drain();
  return { documentId, signedId };
}

describe('how long things are kept', () => {
  it('is for good until the firm says so, and set by whoever runs the firm; of two who set it the second is told', async () => {
    const view = await periods();
    expect(view.kinds).toContainEqual({ kind: 'messages', years: 7 });
    const payroll = view.folders.find(({ name }) => name === 'Payroll')!;
    expect(payroll).toMatchObject({ own: false, years: 7 });
    await set({ documents: 7, messages: 7, answers: 7, 'signing steps': 7 }, [{ folderId: payroll.folderId, years: null }]);
    expect((await periods()).folders.find(({ name }) => name === 'Payroll')).toMatchObject({ own: true, years: null });
    const put = (who: typeof boss, body: object) => who().put('/api/keeping/periods').send(body);
    expect(problemOf(await put(boss, { version: view.version, kinds: [], folders: [] }).expect(409)).code).toBe('changed-meanwhile');
    await put(manager, { version: view.version + 1, kinds: [], folders: [] }).expect(403);
    expect(problemOf(await put(boss, { version: 1, kinds: [{ kind: 'messages', years: 0 }], folders: [] }).expect(422)).errors?.[0]!.message).toContain(
      'from 1 to 100',
    );
    await set({ documents: 7, messages: 7, answers: 7, 'signing steps': 7 });
  });

  it('ends for the list of this year where the time was over before it began; until then nothing of the client is on it', async () => {
    await worked();
    expect(await due()).toEqual([]);
    await ends('2019-01-01');
    expect(await due()).toEqual([]);
  });
});

it('of a folder that clients no longer get stays as it was, also when the others are set', async () => {
  const { id } = (
    await manager().post('/api/folders').set(key()).send({ name: 'Deeds', right: 'firm only', forms: [], byYear: false, takes: [], services: [] })
  ).body as { id: string };
  const kinds = { documents: 7, messages: 7, answers: 7, 'signing steps': 7 };
  await set(kinds, [{ folderId: id, years: null }]);
  const { id: deed } = await file(`/api/clients/${clientId}/documents`);
  await change([deed], { folderId: id }).expect(200);
  await manager().delete(`/api/folders/${id}`).expect(204);
  await set(kinds);
  await ends('2018-06-30');
  expect((await due()).map(({ folder: at }) => at)).not.toContain('Deeds');
});

describe('the yearly list', () => {
  it('says what may go and why; what is destroyed is gone, that it was there stays, and it is recorded', async () => {
    const { documentId, signedId } = await worked();
    await ends('2018-06-30');
    const lines = await due();
    expect(lines.map(({ kind, folder: at, count }) => [kind, at, count])).toEqual(
      expect.arrayContaining([
        ['documents', 'Payroll', 1],
        ['documents', 'Sent by the client', 1],
        ['documents', 'Working papers', 2],
        ['answers', null, 1],
        ['signing steps', null, 1],
      ]),
    );
    expect(lines[0]!.why).toBe('7 years from the end of the engagement on 30 Jun 2018: kept through 30 Jun 2025');
    expect(((await boss().get('/api/today').expect(200)).body as TodayView).toDecide).toBeGreaterThanOrEqual(lines.length);
    expect(((await manager().get('/api/today').expect(200)).body as TodayView).toDecide).toBe(0);

    // What was signed is held by how it was signed, and goes with it.
    const papers = lines.filter((one) => one.folder === 'Working papers');
    const { goes, stays } = await look(papers);
    expect(goes).toBe(0);
    expect(stays).toHaveLength(2);
    expect(stays).toEqual(
      expect.arrayContaining([
        { count: 1, why: 'it was given for signature' },
        { count: 1, why: 'it is what was signed' },
      ]),
    );
    expect(await history()).toContain('Two vans, both in May');
    const gone = (await decide(lines, { destroy: true }).expect(200)).body as ThingsLooked;
    expect(gone.stays).toEqual([]);
    expect(gone.goes).toBe(lines.reduce((sum, { count }) => sum + count, 0));
    expect(await due()).toEqual([]);

    for (const id of [documentId, signedId]) expect((await manager().get(`/api/documents/${id}/content`)).status).toBe(410);
    const [request] = await asksOf<RequestPart>(manager(), jobId, 'request');
    expect(request!.part.items[0]!.answers[0]).toMatchObject({ kind: 'words', text: null, by: who });
    const [signature] = await asksOf<SignaturePart>(manager(), jobId, 'signature');
    expect(signature!.part.signings[0]).toMatchObject({ signedAs: null });
    expect(JSON.stringify(await unzipped(manager().get(`/api/clients/${clientId}/whole.zip`)))).not.toContain('Two vans');
    const after = await history();
    expect(after).not.toContain('Two vans');
    expect(after).toContain('answered about Vans bought: words destroyed');
    expect(after).toContain('destroyed 1 thing whose time was over, documents in Payroll: kept through 30 Jun 2025');
    const { decided } = await list();
    expect(decided.filter((one) => one.clientId === clientId)).toHaveLength(lines.length);
    expect(decided[0]).toMatchObject({ destroyed: true, by: 'administrator of Marram & Tern' });
  });

  it('keeps longer what somebody decides to keep, with the reason, and comes with it again in its time', async () => {
    await worked();
    await ends('2018-06-30');
    const [first] = await due();
    expect(problemOf(await decide([first!], { destroy: false }).expect(422)).errors?.map(({ field }) => field)).toEqual(['keepThrough', 'reason']);
    expect(problemOf(await decide([first!], { destroy: false, keepThrough: '2026-01-01', reason: 'x' }).expect(422)).errors![0]!.message).toBe(
      'Give a day to come.',
    );
    await decide([first!], { destroy: false, keepThrough: '2026-12-31', reason: 'the lease runs on' }).expect(200);
    expect((await due()).map(({ kind, folderId }) => [kind, folderId])).not.toContainEqual([first!.kind, first!.folderId]);
    expect((await list()).decided[0]).toMatchObject({ destroyed: false, keepThrough: '2026-12-31', reason: 'the lease runs on', count: 0 });
    expect(problemOf(await decide([first!], { destroy: true }).expect(409)).code).toBe('not-due');
  });

  it('yields to a hold and to a client that comes back; of two who decide at once the second finds nothing', async () => {
    await worked();
    await ends('2018-06-30');
    const lines = await due();
    const { id } = (await manager().post(`/api/clients/${clientId}/holds`).set(key()).send({ reason: 'inspection of 2024' }).expect(201)).body as {
      id: string;
    };
    expect(await due()).toEqual([]);
    expect(problemOf(await decide(lines, { destroy: true }).expect(409)).code).toBe('not-due');
    await manager().post(`/api/keeping/holds/${id}/end`).expect(403);
    await boss().post(`/api/keeping/holds/${id}/end`).expect(204);
    expect(problemOf(await boss().post(`/api/keeping/holds/${id}/end`).expect(409)).code).toBe('ended-already');
    expect(((await manager().get(`/api/keeping/holds?client=${clientId}`).expect(200)).body as HoldView[])[0]).toMatchObject({
      endedBy: 'administrator of Marram & Tern',
    });
    await manager()
      .post(`/api/clients/${clientId}/standing`)
      .send({ standing: 'active', on: '2026-03-11', version: (await seen()).version })
      .expect(204);
    expect(await due()).toEqual([]);
    await ends('2018-06-30');
    const answers = await Promise.all([decide(lines, { destroy: true }), decide(lines, { destroy: true })]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it('leaves bills where they are, and whoever does not run the firm away', async () => {
    await manager().get('/api/keeping/list').expect(403);
    await manager()
      .post('/api/keeping/decide')
      .set(key())
      .send({ things: [{ clientId, kind: 'messages', folderId: null }], destroy: true })
      .expect(403);
    await manager().post(`/api/clients/${clientId}/holds`).set(key()).send({ reason: 'x', until: '2020-01-01' }).expect(422);
  });
});

describe('what was approved by a tick', () => {
  const approved = async () => {
    const words = 'Profit before tax 41,200.00';
    await manager()
      .post(`/api/jobs/${jobId}/approvals`)
      .set(key())
      .send({ title: 'Accounts 2025', words, contactIds: [await personId()], dueOn: '2026-03-25' })
      .expect(201);
    const inside = await insidePortal(t, who);
    const [asked] = await portalAsks(inside, 'approval');
    await inside.post(`/api/portal/approvals/${asked!.partyId}/approve`).send({ agreed: true }).expect(204);
  };
  const standing = async () => (await asksOf<ApprovalPart>(manager(), jobId, 'approval'))[0]!;

  it('loses its words with the signing steps; that these bytes were approved stays', async () => {
    await approved();
    const { sha256 } = (await standing()).part;
    await ends('2018-06-30');
    const lines = await due();
    expect(lines.map(({ kind, count }) => [kind, count])).toContainEqual(['signing steps', 1]);
    await decide(lines, { destroy: true }).expect(200);
    expect(await due()).toEqual([]);
    expect(await standing()).toMatchObject({ words: null, part: { sha256, ticks: [{ partyId: expect.any(String) }] } });
  });

  it('is given to whoever approved it, and goes with their data in its time', async () => {
    await approved();
    const id = await personId();
    expect((await data(id)).things).toContainEqual(expect.objectContaining({ what: 'What they approved', count: 1 }));
    const files = await unzipped(boss().get(`/api/contacts/${id}/data.zip`));
    expect(strFromU8(files['what you approved.csv']!)).toContain('Profit before tax 41,200.00');
    await ends('2018-06-30');
    const left = (await boss().post(`/api/contacts/${id}/erase`).set(key())).body as PersonsData;
    expect(left.things.map(({ what }) => what)).not.toContain('What they approved');
  });
});

describe('one person’s data', () => {
  it('is given to them over all clients, without what is of others', async () => {
    await worked();
    const id = await personId();
    const has = await data(id);
    expect(has.things.map(({ what }) => what)).toEqual(
      expect.arrayContaining([
        'How they are reached, and their wishes',
        'Messages to them',
        'What they wrote in requests',
        'How they signed',
        'Documents they sent',
      ]),
    );
    const files = await unzipped(boss().get(`/api/contacts/${id}/data.zip`));
    expect(strFromU8(files['you.json']!)).toContain(`brid${number}@culver.example`);
    expect(strFromU8(files['what you wrote.csv']!)).toContain('Two vans, both in May');
    expect(strFromU8(files['what you signed.csv']!)).toContain('B. Foley of Culver');
    expect(Object.keys(files)).toContain('documents/lease.pdf');
    expect(Object.keys(files).some((name) => name.includes('scan'))).toBe(false);
    expect(await history()).toContain(`exported what is known of ${who}, to be given to them`);
    await manager().get(`/api/contacts/${id}/data`).expect(403);
  });

  const erase = (id: string) => boss().post(`/api/contacts/${id}/erase`).set(key());

  it('stays while they act for a client, with the reason; after it what need not stay goes, and the rest in its time', async () => {
    await worked();
    const id = await personId();
    expect((await data(id)).things.every(({ stays }) => stays !== null)).toBe(true);
    const refused = await erase(id);
    expect(refused.status).toBe(409);
    expect(problemOf(refused).code).toBe('nothing-to-erase');

    await ends('2024-06-30');
    const left = (await erase(id)).body as PersonsData;
    expect(left.erasedAt).not.toBeNull();
    expect(left.things.map(({ what }) => what).sort()).toEqual(['Documents they sent', 'How they signed', 'Messages to them', 'What they wrote in requests']);
    expect(left.things.find(({ what }) => what === 'How they signed')!.stays).toBe(
      '7 years from the end of the engagement on 30 Jun 2024: kept through 30 Jun 2031',
    );
    const person = (await boss().get(`/api/contacts/${id}`).expect(200)).body as { name: string; email: string | null; clients: unknown[] };
    expect(person).toMatchObject({ name: who, email: null, clients: [] });
    expect(await history()).not.toContain(`brid${number}@culver.example`);
  });

  it('goes wholly where the time of everything is over, with the name; a hold keeps it', async () => {
    await manager()
      .post(`/api/jobs/${jobId}/requests`)
      .set(key())
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Vans bought' }] })
      .expect(201);
    const [ask] = await asksOf<RequestPart>(manager(), jobId, 'request');
    const inside = await insidePortal(t, who);
    await inside.post(`/api/portal/items/${ask!.part.items[0]!.id}/words`).set(key()).send({ text: 'Two vans' }).expect(204);
    const id = await personId();
    await ends('2018-06-30');
    const { id: hold } = (await manager().post(`/api/clients/${clientId}/holds`).set(key()).send({ reason: 'a dispute' }).expect(201)).body as { id: string };
    expect((await data(id)).things.every(({ stays }) => stays?.endsWith(': a dispute'))).toBe(true);
    await boss().post(`/api/keeping/holds/${hold}/end`).expect(204);
    expect(((await erase(id)).body as PersonsData).things).toEqual([]);
    expect((await boss().get(`/api/contacts/${id}`).expect(200)).body).toMatchObject({ name: 'Erased person', email: null });
    await inside.get('/api/portal/asks').expect(401);
  });
});
