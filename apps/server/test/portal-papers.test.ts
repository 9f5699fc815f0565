import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { PortalPapers } from '@steady/contract/documents';
import type { PortalYou } from '@steady/contract/requests';
import { atDocuments } from './at-documents';
import { THREE, atWork } from './at-work';
import { type Agent, type TestApp, draftBill, eur, insidePortal, key, startTestApp } from './support';

let t: TestApp;
let number = 0;
let clientId: string;
let jobId: string;
let owner: string;
const { manager, client, begun } = atWork(() => t);
const { file, folder, change, readyMade, list } = atDocuments(() => t);

beforeAll(async () => {
  t = await startTestApp();
  await readyMade();
});
afterAll(() => t.close());
beforeEach(async () => {
  number += 1;
  owner = `Cara ${number}`;
  clientId = await client({ name: `Curlew ${number} Ltd`, contact: { name: owner, email: `cara${number}@curlew.example`, role: 'owner' } });
  jobId = await begun(THREE, { clientId });
});

/** Somebody else who acts for the client, without a say in bills. */
async function bookkeeper(): Promise<string> {
  const name = `Bea ${number}`;
  await manager()
    .post(`/api/clients/${clientId}/contacts`)
    .set(key())
    .send({ name, email: `bea${number}@curlew.example`, pays: false })
    .expect(201);
  return name;
}
/** A browser of somebody who was asked for something, and came in by the link of that letter. */
async function inside(name = owner): Promise<Agent> {
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title: `Papers ${randomUUID().slice(0, 4)}`, dueOn: '2026-03-20', items: [{ name: 'Lease' }] })
    .expect(201);
  return insidePortal(t, name);
}
const papers = async (who: Agent) => (await who.get('/api/portal/documents').expect(200)).body as PortalPapers[];
const titles = async (who: Agent) =>
  (await papers(who)).flatMap(({ folders }) => folders.flatMap((one) => one.documents.map(({ title }) => `${one.name}: ${title}`)));
const you = async (who: Agent) => (await who.get('/api/portal/you').expect(200)).body as PortalYou;
const add = (who: Agent, folderId: string, name = 'scan.pdf', of = clientId) =>
  who.post(`/api/portal/clients/${of}/folders/${folderId}/files`).attach('file', Buffer.from(`%PDF-1.4 ${randomUUID()}`), name);

describe('papers in the portal', () => {
  it('are what lies in folders that the client reads; what only the firm sees is not there, by no address', async () => {
    const who = await inside();
    const accounts = await folder(clientId, 'Accounts and tax');
    const { id } = await file(`/api/clients/${clientId}/documents`, undefined, 'accounts.pdf');
    expect(await titles(who)).toEqual([]);
    await who.get(`/api/portal/documents/${id}/content`).expect(404);
    await change([id], { folderId: accounts.id }).expect(200);
    expect(await titles(who)).toEqual(['Accounts and tax: accounts.pdf']);
    const read = await who.get(`/api/portal/documents/${id}/content`).expect(200);
    expect(read.headers['content-disposition']).toContain('attachment; filename="accounts.pdf"');
    await manager()
      .post('/api/documents/take-out')
      .send({ documentIds: [id] })
      .expect(200);
    expect(await titles(who)).toEqual([]);
    await who.get(`/api/portal/documents/${id}/content`).expect(404);
  });

  it('of a folder for some people alone are theirs alone; bills are for whoever pays', async () => {
    const other = await bookkeeper();
    const first = await inside();
    const second = await insidePortal(t, other);
    const payroll = await folder(clientId, 'Payroll');
    const [me] = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: { id: string }[] }).contacts;
    await manager()
      .patch(`/api/clients/${clientId}/folders/${payroll.id}`)
      .send({ right: 'client reads', onlyFor: [me!.id], ...(payroll.version === null ? {} : { version: payroll.version }) })
      .expect(204);
    const { id } = await file(`/api/clients/${clientId}/documents`, undefined, 'payslip.pdf');
    await change([id], { folderId: (await folder(clientId, 'Payroll')).id }).expect(200);
    const bill = await draftBill(manager(), jobId, eur(10_000));
    await t.firm.as.partner!.post(`/api/invoices/${bill}/approve`).set(key()).send({ version: 1 }).expect(204);
    await t.drain();
    expect((await titles(first)).map((one) => one.split(':')[0]).sort()).toEqual(['Bills', 'Payroll']);
    expect(await titles(second)).toEqual([]);
    await second.get(`/api/portal/documents/${id}/content`).expect(404);
    const [paper] = (await list(`?client=${clientId}`)).rows.filter(({ name }) => name.startsWith('Invoice'));
    await first.get(`/api/portal/documents/${paper!.id}/content`).expect(200);
    await second.get(`/api/portal/documents/${paper!.id}/content`).expect(404);
  });

  it('are added only where they may add, and wait to be looked at', async () => {
    const who = await inside();
    const [of] = await papers(who);
    const sent = of!.folders.find(({ adds }) => adds)!;
    expect(sent.name).toBe('Sent by the client');
    await add(who, sent.id, 'lease.pdf').expect(204);
    expect(await titles(who)).toEqual(['Sent by the client: lease.pdf']);
    expect((await list(`?client=${clientId}&view=to%20look%20at`)).rows.map(({ name }) => name)).toEqual(['lease.pdf']);
    await add(who, (await folder(clientId, 'Accounts and tax')).id).expect(404);
    await add(who, (await folder(clientId, 'Working papers')).id).expect(404);
  });

  it('of other clients are not theirs, and nothing is any more once they act for nobody', async () => {
    const who = await inside();
    const stranger = await client({ name: `Whimbrel ${number} Ltd` });
    const { id } = await file(`/api/clients/${stranger}/documents`);
    await change([id], { folderId: (await folder(stranger, 'Accounts and tax')).id }).expect(200);
    await who.get(`/api/portal/documents/${id}/content`).expect(404);
    await add(who, (await folder(stranger, 'Sent by the client')).id, 'scan.pdf', stranger).expect(404);
    const { clients } = await you(who);
    expect(clients).toEqual([{ id: clientId, name: `Curlew ${number} Ltd`, role: 'owner' }]);
    const [me] = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: { id: string }[] }).contacts;
    await manager().delete(`/api/clients/${clientId}/contacts/${me!.id}`).expect(204);
    expect(await papers(who)).toEqual([]);
  });
});

describe('devices of a person', () => {
  it('are listed with what they are, and ended one by one; whoever is in on one is out with it', async () => {
    const first = await inside();
    const second = await insidePortal(t, owner);
    const { devices, email } = await you(second);
    expect(email).toBe(`cara${number}@curlew.example`);
    expect(devices.map(({ here }) => here).sort()).toEqual([false, true]);
    expect(devices.every(({ name, lastIn }) => name === 'a device' && lastIn !== null)).toBe(true);
    const other = devices.find(({ here }) => !here)!;
    await second.post(`/api/portal/devices/${other.id}/end`).expect(204);
    await first.get('/api/portal/me').expect(401);
    expect((await you(second)).devices).toHaveLength(1);
    await second.post(`/api/portal/devices/${other.id}/end`).expect(404);
    const mine = (await you(second)).devices[0]!;
    await second.post(`/api/portal/devices/${mine.id}/end`).expect(204);
    await second.get('/api/portal/me').expect(401);
  });

  it('of somebody else are ended by nobody but them', async () => {
    const mine = await inside();
    const other = await client({ name: `Dunlin ${number}`, contact: { name: `Dara ${number}`, email: `dara${number}@dunlin.example` } });
    jobId = await begun(THREE, { clientId: other });
    const theirs = await inside(`Dara ${number}`);
    const [device] = (await you(mine)).devices;
    await theirs.post(`/api/portal/devices/${device!.id}/end`).expect(404);
    await mine.get('/api/portal/me').expect(200);
  });
});

it('a message leads straight to what it is about', async () => {
  const who = await inside();
  const letter = (await t.letters()).find((one) => one.to === owner && one.link !== null)!;
  const { body } = await who.get(`/api/portal/door/${letter.link!.split('/').at(-1)}`).expect(200);
  const [ask] = (await who.get('/api/portal/asks').expect(200)).body as { id: string }[];
  expect((body as { leadsTo: string }).leadsTo).toBe(`/portal/asks/${ask!.id}`);
});

it('somebody who never came in is shown as such, and is invited with a link to the first page', async () => {
  const [me] = ((await manager().get(`/api/clients/${clientId}`).expect(200)).body as { contacts: { id: string }[] }).contacts;
  const person = async () => (await manager().get(`/api/contacts/${me!.id}`).expect(200)).body as { lastInAt: string | null };
  expect((await person()).lastInAt).toBeNull();
  await manager().post(`/api/contacts/${me!.id}/invite`).set(key()).expect(204);
  const who = await insidePortal(t, owner);
  await who.get('/api/portal/me').expect(200);
  expect((await person()).lastInAt).not.toBeNull();
  const letter = (await t.letters()).find(({ to, subject }) => to === owner && subject.includes('your own page'))!;
  expect(letter.body).toContain('no password');
  await manager()
    .post('/api/clients/bulk')
    .set(key())
    .send({ clientIds: [clientId], change: { way: 'paper' } });
  const refused = await manager().post(`/api/contacts/${me!.id}/invite`).set(key()).expect(409);
  expect((refused.body as { code: string }).code).toBe('nobody-to-write-to');
});

it('what is long is sent packed to whoever takes it so, and is the same', async () => {
  const who = await inside();
  const { id } = await file(`/api/clients/${clientId}/documents`, undefined, 'accounts.pdf');
  const accounts = await folder(clientId, 'Accounts and tax');
  await change([id], { folderId: accounts.id }).expect(200);
  for (let at = 0; at < 12; at += 1)
    await change([(await file(`/api/clients/${clientId}/documents`, undefined, `page ${at}.pdf`)).id], { folderId: accounts.id });
  const packed = await who.get('/api/portal/documents').set('Accept-Encoding', 'gzip').expect(200).expect('Content-Encoding', 'gzip');
  const plain = await who.get('/api/portal/documents').set('Accept-Encoding', 'identity').expect(200);
  expect(plain.headers['content-encoding']).toBeUndefined();
  expect(packed.body).toEqual(plain.body);
  expect((await who.get('/api/portal/me').set('Accept-Encoding', 'gzip').expect(200)).headers['content-encoding']).toBeUndefined();
});
