import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { FiledArrival } from '@steady/contract/arrivals';
import type { ClientView } from '@steady/contract/clients';
import type { ConversationLine, ConversationView } from '@steady/contract/conversations';
import type { TodayView } from '@steady/contract/today';
import { atDropOff } from './at-drop-off';
import { atWork, problemOf } from './at-work';
import { type TestApp, insidePortal, morning, startTestApp } from './support';

let t: TestApp;
const { admin, member, keep, stranger, arrived, send, door, list, view, act, manager, WORDS } = atDropOff(() => t);
const { client } = atWork(() => t);
beforeAll(async () => {
  t = await startTestApp();
  await admin().post('/api/firm/drop-off/address').send({ address: 'marram-tern', knowsThatItStays: true }).expect(204);
  expect((await keep()).status).toBe(204);
});
afterAll(() => t.close());
let day = morning('2026-03-11');
let count = 0;
/** An address of its own for each test. */
let email = '';
beforeEach(() => {
  day = day.add({ hours: 48 });
  t.clock.set(day);
  count += 1;
  email = `nora${count}@vance.example`;
});

const staff = (who: string) => t.firm.as[who]!;
const today = async (who = 'manager', whose = 'firm') => ((await staff(who).get(`/api/today?whose=${whose}`).expect(200)).body as TodayView).arrivals;
const filed = (answer: { body: unknown }) => answer.body as FiledArrival;
const conversation = async (id: string, who = manager()) => (await who.get(`/api/conversations/${id}`).expect(200)).body as ConversationView;
const clientView = async (id: string) => (await manager().get(`/api/clients/${id}`).expect(200)).body as ClientView;
const documents = async (id: string) =>
  ((await manager().get(`/api/documents?client=${id}`).expect(200)).body as { rows: { name: string }[] }).rows.map(({ name }) => name).sort();

describe('what arrived', () => {
  it('is read by those who take it, and by who may read what is private; by nobody else', async () => {
    const id = await arrived(stranger(), { email });
    expect(await view(id)).toMatchObject({ name: 'Nora Vance', email, message: WORDS.message, standing: 'new', known: [] });
    expect(await list('', staff('partner'))).toMatchObject([{ id }]);
    for (const who of ['preparer', 'contractor']) {
      await staff(who).get(`/api/arrivals/${id}`).expect(404);
      expect((await today(who)).count).toBe(0);
    }
    await t.other.as.administrator!.get(`/api/arrivals/${id}`).expect(404);
    // Somebody who is given it reads it, and it leaves the day of the others.
    expect((await act(id, 'take', { memberId: member('preparer') })).status).toBe(204);
    expect(await view(id, staff('preparer'))).toMatchObject({ holder: 'preparer', standing: 'with somebody' });
    expect((await today('manager', 'mine')).rows.filter((one) => one.id === id)).toEqual([]);
    expect((await today('preparer', 'mine')).rows).toMatchObject([{ id }]);
    expect((await act(id, 'take')).status).toBe(204);
    await staff('preparer').get(`/api/arrivals/${id}`).expect(404);
    expect((await act(id, 'take', { memberId: t.other.members.manager })).status).toBe(422);
  });

  it('goes back to all when whoever had it no longer works here', async () => {
    const id = await arrived(stranger(), { email });
    await act(id, 'take', { memberId: member('contractor') });
    await admin()
      .post(`/api/team/${member('contractor')}/standing`)
      .send({ standing: 'suspended', handTo: member('manager') })
      .expect(204);
    expect(await view(id)).toMatchObject({ holder: null, standing: 'new' });
  });

  it('sealed in the database, and its files sent as attachments', async () => {
    const who = stranger();
    const id = await arrived(who, { email, message: 'Nobody reads this in the database.' });
    await send(who, id, 'sales.csv', 'month,sales').expect(204);
    const kept = await t.works.run({ firmId: t.firm.id, actor: { kind: 'system', id: null, name: 'test' } }, (work) =>
      work.tx.execute<{ message: string }>(`select message from arrivals where id = '${id}'`),
    );
    expect(JSON.stringify(kept)).not.toContain('Nobody reads this');
    const fileId = (await view(id)).sent[0]!.id;
    const file = await manager().get(`/api/arrival-files/${fileId}/file`).expect(200);
    expect(file.headers).toMatchObject({ 'content-type': expect.stringContaining('text/plain'), 'content-disposition': expect.stringContaining('attachment') });
    await staff('preparer').get(`/api/arrival-files/${fileId}/file`).expect(404);
  });
});

describe('a stranger', () => {
  it('becomes a prospect: a contact, a private conversation that is answered, documents of the client', async () => {
    const who = stranger();
    const id = await arrived(who, { email });
    await send(who, id, 'sales.csv', 'month,sales').expect(204);
    const { clientId, conversationId } = filed(await act(id, 'prospect', { name: 'Vance Pottery' }));
    expect(await clientView(clientId)).toMatchObject({ name: 'Vance Pottery', standing: 'prospect', contacts: [{ name: 'Nora Vance', email }] });
    expect(await documents(clientId)).toEqual(['sales.csv']);
    const said = await conversation(conversationId!);
    expect(said).toMatchObject({ isPrivate: true, holderId: member('manager'), waitingSince: expect.any(String) });
    expect(said.words).toMatchObject([
      { side: 'them', by: 'Nora Vance', text: WORDS.message },
      { side: 'them', file: { name: 'sales.csv' } },
    ]);
    expect((await list('', manager())).some((one) => one.id === id)).toBe(false);
    expect(await list('?view=filed')).toMatchObject([{ id, client: 'Vance Pottery' }]);
    t.clock.set(t.clock.now().add({ minutes: 5 }));
    // Answered, she comes in by the mail's link and reads it; on the page she still sees what she sent.
    await manager().post(`/api/conversations/${conversationId}/words`).send({ text: 'Gladly. Shall we talk on Friday?' }).expect(204);
    const inside = await insidePortal(t, 'Nora Vance');
    expect((await inside.get('/api/portal/conversations').expect(200)).body).toMatchObject([{ id: conversationId, isNew: true }]);
    expect((await door(who)).sent).toMatchObject([{ id, message: WORDS.message, files: [{ name: 'sales.csv' }], takesFiles: false }]);
    await send(who, id, 'late.csv', 'month,sales,late').expect(409);
  });

  it('cannot be made one twice, nor by somebody whose page is old', async () => {
    const id = await arrived(stranger(), { email });
    const { version } = await view(id);
    await manager().post(`/api/arrivals/${id}/prospect`).send({ version, name: 'Vance Pottery Two' }).expect(200);
    const late = await staff('partner').post(`/api/arrivals/${id}/refuse`).send({ version, reason: 'Not for us.' }).expect(409);
    expect(problemOf(late)).toMatchObject({ code: 'changed-meanwhile', current: { standing: 'filed' } });
    expect(problemOf(await act(id, 'refuse', { reason: 'Not for us.' }))).toMatchObject({ code: 'arrival-decided' });
    expect(problemOf(await act(id, 'take-back'))).toMatchObject({ code: 'not-refused' });
  });
});

describe('from an address that is known', () => {
  it('is filed with the client of whoever it belongs to, and goes on with them in private', async () => {
    const clientId = await client({ name: `Known ${count} Ltd`, contact: { name: 'Nora Vance', email } });
    const id = await arrived(stranger(), { email: email.toUpperCase() });
    const { known } = await view(id);
    expect(known).toMatchObject([{ name: 'Nora Vance', mayBe: true, clients: [{ id: clientId }] }]);
    const { conversationId } = filed(await act(id, 'file', { clientId, contactId: known[0]!.contactId }));
    expect((await conversation(conversationId!)).people.contacts).toMatchObject([{ name: 'Nora Vance' }]);
    const seen = (await staff('preparer').get(`/api/conversations?client=${clientId}`).expect(200)).body as ConversationLine[];
    expect(seen).toEqual([]);
  });

  it('but by somebody else, it is said so, and nobody is given the client by filing it', async () => {
    const clientId = await client({ name: `Shared ${count} Ltd`, contact: { name: 'Cara Nolan', email } });
    const who = stranger();
    const id = await arrived(who, { email, name: 'Dermot Quill' });
    await send(who, id, 'letter.pdf', '%PDF-1.7 a letter').expect(204);
    expect((await view(id)).known).toMatchObject([{ name: 'Cara Nolan', mayBe: false }]);
    expect(filed(await act(id, 'file', { clientId }))).toEqual({ clientId, conversationId: null });
    expect((await clientView(clientId)).contacts).toMatchObject([{ name: 'Cara Nolan' }]);
    expect(await documents(clientId)).toEqual(['letter.pdf']);
    expect(await view(id)).toMatchObject({ standing: 'filed', message: WORDS.message, conversationId: null });
  });

  it('that two people share, whoever files it says whose it was', async () => {
    const clientId = await client({ name: `Two ${count} Ltd`, contact: { name: 'Cara Nolan', email } });
    await manager().post(`/api/clients/${clientId}/contacts`).send({ name: 'Nora Vance', email, another: true }).expect(201);
    const id = await arrived(stranger(), { email });
    const { known } = await view(id);
    expect(known.map(({ name, mayBe }) => [name, mayBe])).toEqual([
      ['Nora Vance', true],
      ['Cara Nolan', false],
    ]);
    const { conversationId } = filed(await act(id, 'file', { clientId, contactId: known[0]!.contactId }));
    expect((await conversation(conversationId!)).people.contacts.map(({ name }) => name)).toEqual(['Nora Vance']);
  });

  it('it can be filed with another client too, whose person the sender becomes where somebody says so', async () => {
    const first = await client({ name: `First ${count} Ltd`, contact: { name: 'Nora Vance', email } });
    const second = await client({ name: `Second ${count} Ltd` });
    const id = await arrived(stranger(), { email });
    const contactId = (await clientView(first)).contacts[0]!.id;
    const strange = (await clientView(await client({ name: `Third ${count} Ltd`, contact: { name: 'Al', email: `al${count}@vance.example` } }))).contacts[0]!
      .id;
    expect((await act(id, 'file', { clientId: second, contactId: strange })).status).toBe(422);
    expect((await act(id, 'file', { clientId: second, contactId })).status).toBe(200);
    expect((await clientView(second)).contacts.filter(({ name }) => name === 'Nora Vance')).toMatchObject([{ id: contactId }]);
    const another = await arrived(stranger(), { email: `new${count}@vance.example`, name: 'Una Vance' });
    expect((await act(another, 'file', { clientId: second, addPerson: true })).status).toBe(200);
    expect((await clientView(second)).contacts.map(({ name }) => name)).toContain('Una Vance');
  });
});

describe('refused', () => {
  it('is told in the words that were written, can be taken back, and is destroyed after 30 days', async () => {
    const who = stranger();
    const id = await arrived(who, { email });
    await send(who, id, 'offer.pdf', '%PDF-1.7 an offer').expect(204);
    expect((await act(id, 'refuse', { reason: ' ' })).status).toBe(422);
    expect((await act(id, 'refuse', { reason: 'An advertisement.', tell: 'Thank you; we do not need this.' })).status).toBe(204);
    await t.drain();
    expect((await t.letters()).find(({ address, subject }) => address === email && subject.includes('what you sent'))!.body).toContain('we do not need this');
    expect(await view(id)).toMatchObject({ standing: 'refused', reason: 'An advertisement.', decidedBy: 'manager of Marram & Tern', message: WORDS.message });
    expect((await act(id, 'take-back')).status).toBe(204);
    expect(await view(id)).toMatchObject({ standing: 'with somebody', reason: null, keptUntil: null });
    await act(id, 'refuse', { reason: 'An advertisement.' });
    t.clock.set(t.clock.now().add({ hours: 24 * 31 }));
    await t.tick();
    expect(await view(id)).toMatchObject({
      isEmptied: true,
      message: '',
      name: 'Somebody',
      email: '',
      reason: 'An advertisement.',
      sent: [{ name: 'a file' }],
    });
    expect(problemOf(await act(id, 'take-back'))).toMatchObject({ code: 'arrival-empty' });
    const fileId = (await view(id)).sent[0]!.id;
    await manager().get(`/api/arrival-files/${fileId}/file`).expect(404);
    expect((await door(who)).sent).toEqual([]);
  });
});
