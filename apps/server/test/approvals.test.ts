import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ApprovalPart } from '@steady/contract/approvals';
import type { AskView } from '@steady/contract/asks';
import type { ClientView } from '@steady/contract/clients';
import type { SendPreview } from '@steady/contract/requests';
import { atPost } from './at-post';
import { THREE, problemOf } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, startTestApp } from './support';

let t: TestApp;
let jobId: string;
let owner: string;
let people: string[];
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, client, begun, received, rules, of } = atPost(() => t);

const record = async (id = of.clientId) => (await manager().get(`/api/clients/${id}`).expect(200)).body as ClientView;
const WORDS = 'Profit before tax 41,200.00\nTax to pay 5,150.00';
const input = (more: object = {}) => ({ title: 'Accounts 2025', words: WORDS, contactIds: people.slice(0, 1), dueOn: '2026-03-25', ...more });
const ask = async (more: object = {}) =>
  ((await manager().post(`/api/jobs/${jobId}/approvals`).set(key()).send(input(more)).expect(201)).body as { id: string }).id;
const standing = async () => (await asksOf<ApprovalPart>(manager(), jobId))[0] as AskView<ApprovalPart>;
const partyOf = async (name: string) => (await standing()).parties.find((one) => one.name === name)!.id;
const approve = (who: Agent, party: string, agreed = true) => who.post(`/api/portal/approvals/${party}/approve`).send({ agreed });
const document = async () =>
  (
    (
      await manager()
        .post(`/api/jobs/${jobId}/documents`)
        .attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), 'accounts.pdf')
        .expect(201)
    ).body as { id: string }
  ).id;

beforeEach(async () => {
  await rules({ perDay: 8 });
  owner = `Cara ${of.count}`;
  await manager()
    .post(`/api/clients/${of.clientId}/contacts`)
    .set(key())
    .send({ name: `Dara ${of.count}`, email: `dara${of.count}@curlew.example` })
    .expect(201);
  people = (await record()).contacts.map(({ id }) => id);
  jobId = await begun(THREE, { clientId: of.clientId });
});

describe('an approval by a tick', () => {
  it('is asked of one after the other, kept word for word with its hash, and done with the last', async () => {
    await ask({ contactIds: people });
    expect((await received('look at "Accounts 2025"')).map(({ to }) => to)).toEqual([owner]);
    const cara = await insidePortal(t, owner);
    expect(await standing()).toMatchObject({
      state: 'with the client',
      words: WORDS,
      owed: [{ what: `the approval of ${owner}` }],
      part: { ticks: [], sha256: expect.stringMatching(/^[0-9a-f]{64}$/) },
    });
    expect(problemOf(await approve(cara, await partyOf(owner), false).expect(422)).errors![0]!.message).toContain('Tick that you have read it');
    await approve(cara, await partyOf(owner)).expect(204);
    expect(problemOf(await approve(cara, await partyOf(owner)).expect(409)).code).toBe('approved-already');
    expect((await received('look at "Accounts 2025"')).map(({ to }) => to)).toContain(`Dara ${of.count}`);
    const dara = await insidePortal(t, `Dara ${of.count}`);
    await approve(cara, await partyOf(`Dara ${of.count}`)).expect(404);
    await approve(dara, await partyOf(`Dara ${of.count}`)).expect(204);
    expect(await standing()).toMatchObject({
      state: 'done',
      part: { ticks: [{ partyId: await partyOf(owner) }, { partyId: await partyOf(`Dara ${of.count}`) }] },
    });
  });

  it('holds its phase until it is there', async () => {
    await ask();
    const { body } = await manager().get(`/api/jobs/${jobId}/asks`).expect(200);
    expect(JSON.stringify(body)).toContain('the approval of');
  });

  it('of a document shows it to those asked, who need not see its folder; it is neither replaced nor taken out', async () => {
    const documentId = await document();
    const { warnings } = (await manager().post(`/api/jobs/${jobId}/approvals/preview`).send(input({ documentId })).expect(200)).body as SendPreview;
    expect(warnings!.join(' ')).toContain('will read it to approve it');
    await ask({ documentId });
    const cara = await insidePortal(t, owner);
    await cara.get(`/api/portal/approvals/${await partyOf(owner)}/document`).expect(200);
    const stays = problemOf(
      await manager()
        .post('/api/documents/take-out')
        .send({ documentIds: [documentId] })
        .expect(409),
    );
    expect(stays.detail).toContain('given for approval');
    await approve(cara, await partyOf(owner)).expect(204);
  });

  it('that is not given says why, and asks nobody after them', async () => {
    await ask({ contactIds: people });
    const cara = await insidePortal(t, owner);
    const party = await partyOf(owner);
    await cara.post(`/api/portal/approvals/${party}/refuse`).send({ reason: ' ' }).expect(422);
    await cara.post(`/api/portal/approvals/${party}/refuse`).send({ reason: 'The stock is wrong.' }).expect(204);
    expect(await standing()).toMatchObject({ state: 'refused', forUs: [{ why: `${owner}: The stock is wrong.` }] });
    await approve(cara, party).expect(409);
  });

  it('is for people who sign for the client, of a document of theirs, and for nobody else', async () => {
    const refused = async (more: object) =>
      problemOf(await manager().post(`/api/jobs/${jobId}/approvals`).set(key()).send(input(more)).expect(422)).errors![0]!.field;
    const other = await client();
    expect(await refused({ contactIds: [(await record(other)).contacts[0]!.id] })).toBe('contactIds');
    expect(await refused({ words: ' ' })).toBe('words');
    expect(await refused({ contactIds: [] })).toBe('contactIds');
    await ask();
    const party = await partyOf(owner);
    await t.other.as.manager!.post(`/api/jobs/${jobId}/approvals`).set(key()).send(input()).expect(404);
    const cara = await insidePortal(t, owner);
    await manager()
      .post(`/api/asks/${(await standing()).id}/withdraw`)
      .send({ reason: 'Written anew' })
      .expect(204);
    expect(problemOf(await approve(cara, party).expect(409)).code).toBe('ask-ended');
    await cara.get(`/api/portal/approvals/${party}/document`).expect(404);
  });
});
