import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { PortalConversation, PortalConversationView } from '@steady/contract/conversations';
import type { PortalPapers } from '@steady/contract/documents';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import type { ClientView } from '@steady/contract/clients';
import type { OpenedBy, OpenedThing, RequestPart } from '@steady/contract/requests';
import { atDocuments } from './at-documents';
import { THREE, atWork, problemOf } from './at-work';
import { type Agent, type TestApp, asksOf, insidePortal, key, startTestApp } from './support';

let t: TestApp;
const { manager, client, begun } = atWork(() => t);
const { folder, readyMade } = atDocuments(() => t);
beforeAll(async () => {
  t = await startTestApp();
  await readyMade();
});
afterAll(() => t.close());

let count = 0;
let clientId: string;
let jobId: string;
let itemId: string;
let who: Agent;
beforeEach(async () => {
  count += 1;
  const owner = `Cara ${count}`;
  clientId = await client({ name: `Curlew ${count} Ltd`, contact: { name: owner, email: `cara${count}@curlew.example` } });
  jobId = await begun(THREE, { clientId });
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Lease' }] })
    .expect(201);
  itemId = (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items[0]!.id;
  who = await insidePortal(t, owner);
});

const TUS = { 'Tus-Resumable': '1.0.0' };
const encoded = (metadata: Record<string, string>) =>
  Object.entries(metadata)
    .map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`)
    .join(',');
const begin = (to: Record<string, string>, size: number, agent = who, path = '/api/portal/uploads') =>
  agent
    .post(path)
    .set(TUS)
    .set({ 'Upload-Length': String(size), 'Upload-Metadata': encoded({ name: 'lease.txt', ...to }) });
const part = (at: string, offset: number, bytes: string, agent = who) =>
  agent
    .patch(at)
    .set(TUS)
    .set({ 'Upload-Offset': String(offset), 'Content-Type': 'application/offset+octet-stream' })
    .send(Buffer.from(bytes));
/** Sends ten bytes in two parts, between which the line was lost. */
async function send(to: Record<string, string>): Promise<void> {
  const at = (await begin(to, 10).expect(201)).headers.location as string;
  await part(at, 0, 'first').expect(204);
  expect((await who.head(at).set(TUS).expect(200)).headers['upload-offset']).toBe('5');
  await part(at, 5, ' last').expect(200);
}
const answers = async () => (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items[0]!.answers;

describe('a file of a client that goes on after the line was lost', () => {
  it('answers what was asked for, once it is whole', async () => {
    const at = (await begin({ to: 'item', of: itemId }, 10).expect(201)).headers.location as string;
    await part(at, 0, 'first').expect(204);
    expect(await answers()).toEqual([]);
    await part(at, 5, ' last').expect(200);
    expect(await answers()).toMatchObject([{ kind: 'file', documentName: 'lease.txt', by: `Cara ${count}` }]);
    expect(readdirSync(join(t.settings.dataFolder, 'uploads'))).toEqual([]);
  });

  it('goes into a conversation, a question and a folder', async () => {
    await who.post('/api/portal/conversations').set(key()).send({ clientId, subject: 'The lease', text: 'Here it comes.' }).expect(201);
    const [{ id }] = (await who.get('/api/portal/conversations').expect(200)).body as [PortalConversation];
    await send({ to: 'conversation', of: id });
    const { words } = (await who.get(`/api/portal/conversations/${id}`).expect(200)).body as PortalConversationView;
    expect(words.at(-1)).toMatchObject({ side: 'them', file: { name: 'lease.txt' } });

    const definition = { sections: [{ key: 'all', name: 'All', questions: [{ key: 'the-lease', kind: 'file', words: 'The lease' }] }] };
    const template = await manager()
      .post('/api/questionnaires')
      .set(key())
      .send({ name: `Lease ${count}`, definition })
      .expect(201);
    const { id: templateId } = template.body as { id: string };
    const asked = await manager().post(`/api/jobs/${jobId}/questionnaires`).set(key()).send({ templateId, title: 'Lease', dueOn: '2026-03-25' }).expect(201);
    const askId = (asked.body as { id: string }).id;
    await send({ to: 'question', of: askId, part: 'the-lease' });
    const view = (await who.get(`/api/portal/asks/${askId}/questionnaire`).expect(200)).body as QuestionnaireView;
    expect(Object.values(view.files)).toEqual(['lease.txt']);
    await begin({ to: 'question', of: askId, part: 'no-such-question' }, 10).expect(404);

    const { id: folderId } = await folder(clientId, 'Sent by the client');
    await send({ to: 'folder', of: clientId, folder: folderId });
    const [papers] = (await who.get('/api/portal/documents').expect(200)).body as [PortalPapers];
    expect(papers.folders.find(({ id: one }) => one === folderId)!.documents.map(({ title }) => title)).toContain('lease.txt');
    const { id: closed } = await folder(clientId, 'Working papers');
    await begin({ to: 'folder', of: clientId, folder: closed }, 10).expect(404);
    await begin({ to: 'folder', of: clientId }, 10).expect(404);
  });

  it('goes nowhere else: not where the firm sends, nor to another client, nor by anybody but who began it', async () => {
    await begin({ to: 'client', of: clientId }, 10).expect(404);
    await begin({ to: 'client', of: clientId }, 10, who, '/api/uploads').expect(401);
    await begin({ to: 'item', of: itemId }, 10, manager()).expect(401);
    const other = await client({ name: `Avocet ${count} Ltd`, contact: { name: `Al ${count}`, email: `al${count}@avocet.example` } });
    const theirs = await begun(THREE, { clientId: other });
    await manager()
      .post(`/api/jobs/${theirs}/requests`)
      .set(key())
      .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Lease' }] })
      .expect(201);
    const strange = (await asksOf<RequestPart>(manager(), theirs))[0]!.part.items[0]!.id;
    await begin({ to: 'item', of: strange }, 10).expect(404);
    const at = (await begin({ to: 'item', of: itemId }, 10).expect(201)).headers.location as string;
    const al = await insidePortal(t, `Al ${count}`);
    await part(at, 0, 'first', al).expect(404);
    await al.delete(at).set(TUS).expect(404);
    await who.delete(at).set(TUS).expect(204);
  });

  it('is refused at its end where it was accepted meanwhile, and leaves nothing behind', async () => {
    const at = (await begin({ to: 'item', of: itemId }, 10).expect(201)).headers.location as string;
    await part(at, 0, 'first').expect(204);
    await manager().post(`/api/request-items/${itemId}/accept`).set(key()).send({}).expect(204);
    const late = await part(at, 5, ' last');
    expect(late.status).toBe(409);
    expect(problemOf({ body: JSON.parse(late.text) as unknown })).toMatchObject({ code: 'accepted-already' });
    expect(readdirSync(join(t.settings.dataFolder, 'uploads'))).toEqual([]);
  });
});

describe('what a client opened', () => {
  const open = (agent: Agent, kind: string, id: string) => agent.post(`/api/portal/opened/${kind}/${id}`);
  const by = async (kind: string, id: string) => (await manager().get(`/api/opened/${kind}/${id}`).expect(200)).body as OpenedBy[];

  it('is seen by the firm, with when first and last; what is not theirs is not opened', async () => {
    const [{ id: askId }] = (await who.get('/api/portal/asks').expect(200)).body as [{ id: string }];
    const owner = `Cara ${count}`;
    expect(await by('ask', askId)).toEqual([]);
    await open(who, 'ask', askId).expect(204);
    const first = t.clock.now();
    t.clock.set(first.add({ hours: 2 }));
    await open(who, 'ask', askId).expect(204);
    const [seen, ...others] = await by('ask', askId);
    expect(seen).toMatchObject({ name: owner, times: 2 });
    expect(new Date(seen!.lastAt).getTime() - new Date(seen!.firstAt).getTime()).toBe(2 * 3_600_000);
    expect(others).toEqual([]);
    const contactId = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView).contacts[0]!.id;
    const of = (await manager().get(`/api/contacts/${contactId}/opened`).expect(200)).body as OpenedThing[];
    expect(of).toMatchObject([{ what: 'Papers', client: `Curlew ${count} Ltd`, kind: 'ask' }]);
    await open(who, 'ask', jobId).expect(404);
    await open(who, 'anything', askId).expect(404);
    await open(manager(), 'ask', askId).expect(401);
  });

  it('by two records that became one person is by one, and is told of whoever acts for the client no longer', async () => {
    const [{ id: askId }] = (await who.get('/api/portal/asks').expect(200)).body as [{ id: string }];
    await open(who, 'ask', askId).expect(204);
    const contactId = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView).contacts[0]!.id;
    // As it would be after a merge.
    await t.database.asOwner((tx) =>
      tx.execute(sql`insert into opened_things (id, firm_id, contact_id, client_id, kind, thing_id, what, first_at, last_at, times)
        select ${randomUUID()}, firm_id, contact_id, client_id, kind, thing_id, what, first_at - interval '1 day', last_at, 3 from opened_things where contact_id = ${contactId}`),
    );
    expect(await by('ask', askId)).toMatchObject([{ name: `Cara ${count}`, times: 4 }]);
    await manager().delete(`/api/clients/${clientId}/contacts/${contactId}`).expect(204);
    expect(await by('ask', askId)).toMatchObject([{ times: 4 }]);
  });

  it('in the folders that they read; nobody who looks through their eyes opens anything', async () => {
    const { id: folderId } = await folder(clientId, 'Accounts and tax');
    const shown = await manager().post(`/api/clients/${clientId}/documents`).attach('file', Buffer.from('%PDF-1.4 shown'), 'accounts.pdf').expect(201);
    const { id } = shown.body as { id: string };
    await open(who, 'document', id).expect(404);
    await manager()
      .post('/api/documents/change')
      .send({ documentIds: [id], folderId })
      .expect(200);
    await open(who, 'document', id).expect(204);
    expect(await by('document', id)).toMatchObject([{ name: `Cara ${count}`, times: 1 }]);
    const contactId = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView).contacts[0]!.id;
    await manager().post(`/api/contacts/${contactId}/look`).set(key()).expect(204);
    await open(manager(), 'document', id).expect(409);
    expect(await by('document', id)).toMatchObject([{ times: 1 }]);
  });
});
