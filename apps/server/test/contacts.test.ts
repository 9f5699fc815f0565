import { strFromU8 } from 'fflate';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientList, MergePreview } from '@steady/contract/client-lists';
import type { FoundContact, PersonView, RelatedView } from '@steady/contract/contacts';
import type { HistoryLine } from '@steady/contract/jobs';
import type { AskView } from '@steady/contract/asks';
import type { PortalMe, RequestPart, SendPreview } from '@steady/contract/requests';
import type { ClientViewer, GrantOutcome, GroupView } from '@steady/contract/team';
import { PORTAL_COOKIE } from '../src/platform/identity';
import { DUNMARRA, type TestApp, clientWithVat, draftBill, eur, jobOf, key, portalAsks, startTestApp, unzipped } from './support';
import { inTheBook } from './in-the-book';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, get, client, add, addContact, names } = inTheBook(() => test);

const ASKED = { title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank' }] };

describe('a contact', () => {
  it('is one person at several clients, with a role and a say at each', async () => {
    const [farm, ferry] = [await add('Rinn Farm Ltd'), await add('Sallow Ferry Ltd')];
    const contactId = await addContact(farm, { name: 'Nuala Rinn', email: 'NUALA@rinn.example', mobile: '085 555 0101', role: 'director' });
    expect(await get<FoundContact[]>('/api/contacts?find=nuala')).toEqual([
      { id: contactId, name: 'Nuala Rinn', email: 'nuala@rinn.example', clients: ['Rinn Farm Ltd'] },
    ]);
    await manager().put(`/api/clients/${ferry}/contacts/${contactId}`).send({ role: 'bookkeeper', signs: false, pays: false }).expect(204);
    const person = await get<PersonView>(`/api/contacts/${contactId}`);
    expect(person.clients.map(({ name, role, getsRequests, signs, pays }) => ({ name, role, getsRequests, signs, pays }))).toEqual([
      { name: 'Rinn Farm Ltd', role: 'director', getsRequests: true, signs: true, pays: true },
      { name: 'Sallow Ferry Ltd', role: 'bookkeeper', getsRequests: true, signs: false, pays: false },
    ]);
    await manager().delete(`/api/clients/${ferry}/contacts/${contactId}`).expect(204);
    expect((await client(ferry)).contacts).toEqual([]);
    expect((await client(farm)).contacts).toHaveLength(1);
  });

  it('keeps an address and whether news are wanted, with day and source, and tells of a change made meanwhile', async () => {
    const clientId = await add('News Ltd');
    const contactId = await addContact(clientId, { name: 'Fintan News', email: 'fintan@news.example' });
    const facts = {
      name: 'Fintan News',
      email: 'fintan@news.example',
      address: { street: '2 Strand Road', town: 'Port Sallow' },
      marketing: { wanted: false, on: '2026-03-02', source: 'by telephone' },
    };
    await manager()
      .patch(`/api/contacts/${contactId}`)
      .send({ ...facts, version: 1 })
      .expect(204);
    expect(await get<PersonView>(`/api/contacts/${contactId}`)).toMatchObject({ ...facts, version: 2 });
    await manager()
      .patch(`/api/contacts/${contactId}`)
      .send({ ...facts, name: 'Another', version: 1 })
      .expect(409);
    const refused = await manager()
      .patch(`/api/contacts/${contactId}`)
      .send({ ...facts, marketing: { wanted: true, on: '2026-02-30' }, version: 2 })
      .expect(422);
    expect((refused.body as { errors: { field: string }[] }).errors.map((error) => error.field).sort()).toEqual(['marketing.on', 'marketing.source']);
  });

  it('gets requests and bills only with a say in them, and the preview says when nobody has', async () => {
    const clientId = await clientWithVat(test, '2026-01-01', {
      ...DUNMARRA,
      name: 'Says Ltd',
      contact: { name: 'Requests Rita', email: 'rita@says.example', pays: false },
    });
    await addContact(clientId, { name: 'Paying Paul', email: 'paul@says.example', getsRequests: false });
    await test.tick();
    const jobId = await jobOf(test, clientId);
    const preview = async () => (await manager().post(`/api/jobs/${jobId}/requests/preview`).send(ASKED).expect(200)).body as SendPreview;
    expect((await preview()).messages.map((message) => message.to)).toEqual(['Requests Rita']);
    const id = await draftBill(manager(), jobId, eur(1_000), 'x');
    await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
    await test.drain();
    const letters = (await test.letters()).filter((letter) => letter.address.endsWith('@says.example'));
    expect(letters.map((letter) => letter.to)).toEqual(['Paying Paul']);
    const rita = (await client(clientId)).contacts.find((contact) => contact.name === 'Requests Rita')!;
    await manager().put(`/api/clients/${clientId}/contacts/${rita.id}`).send({ getsRequests: false }).expect(204);
    expect(await preview()).toEqual({ messages: [], nobody: [{ name: 'Says Ltd', why: 'has nobody who gets requests' }] });
  });

  it('whose address changes has to confirm it anew everywhere', async () => {
    const clientId = await add('Moved Ltd');
    const contactId = await addContact(clientId, { name: 'Moira Moved', email: 'old@moved.example' });
    const look = await manager().post(`/api/contacts/${contactId}/look`).expect(204);
    const inside = request.agent(test.app.getHttpServer()).set('Cookie', look.headers['set-cookie']![0]!.split(';')[0]!);
    await inside.get('/api/portal/me').expect(200);
    await manager().patch(`/api/contacts/${contactId}`).send({ name: 'Moira Moved', email: 'new@moved.example', version: 1 }).expect(204);
    await inside.get('/api/portal/me').expect(401);
  });
});

describe('seeing as the client', () => {
  it('shows the portal, changes nothing, is recorded, and ends', async () => {
    const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Looked Ltd' });
    await test.tick();
    const jobId = await jobOf(test, clientId);
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(ASKED).expect(201);
    const [contact] = (await client(clientId)).contacts;
    const answer = await test.firm.as.preparer!.post(`/api/contacts/${contact!.id}/look`).expect(204);
    const cookie = answer.headers['set-cookie']![0]!;
    expect(cookie).toMatch(new RegExp(`^${PORTAL_COOKIE}=.*HttpOnly`));
    const inside = request.agent(test.app.getHttpServer()).set('Cookie', cookie.split(';')[0]!);
    expect((await inside.get('/api/portal/me').expect(200)).body as PortalMe).toMatchObject({ name: 'Bríd Foley', looking: true });
    const [item] = (await portalAsks<RequestPart>(inside))[0]!.part.items;
    const refused = await inside.post(`/api/portal/items/${item!.id}/question`).send({ text: 'Really?' }).expect(409);
    expect((refused.body as { code: string }).code).toBe('only-looking');
    await inside.post(`/api/portal/items/${item!.id}/files`).attach('file', Buffer.from('x'), 'x.txt').expect(409);
    expect((await get<HistoryLine[]>(`/api/history?client=${clientId}`)).map((line) => line.what)).toContain('looked at the portal as Bríd Foley sees it');
    await inside.post('/api/portal/leave').expect(204);
    await inside.get('/api/portal/me').expect(401);
  });

  it('shows no more than whoever looks may see: neither other clients nor bills', async () => {
    const [seen, unseen] = [await add('Seen Ltd'), await add('Unseen Ltd')];
    const contactId = await addContact(seen, { name: 'Both Bob', email: 'bob@both.example' });
    await manager().put(`/api/clients/${unseen}/contacts/${contactId}`).send({}).expect(204);
    await test.firm.as.contractor!.post(`/api/contacts/${contactId}/look`).expect(404);
    await test.firm.as
      .administrator!.post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [seen] })
      .expect(200);
    expect((await get<PersonView>(`/api/contacts/${contactId}`, 'contractor')).clients.map((one) => one.name)).toEqual(['Seen Ltd']);
    const look = await test.firm.as.contractor!.post(`/api/contacts/${contactId}/look`).expect(204);
    const inside = request.agent(test.app.getHttpServer()).set('Cookie', look.headers['set-cookie']![0]!.split(';')[0]!);
    expect((await inside.get('/api/portal/invoices').expect(200)).body).toEqual([]);
  });
});

describe('related clients', () => {
  it('stand together with their deadlines and balances, grow by joining, and let one leave', async () => {
    const first = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Holm Holdings Ltd' });
    const [second, third] = [await add('Holm Boats Ltd'), await add('Holm Nets Ltd')];
    await manager().post(`/api/clients/${first}/related`).send({ otherId: second }).expect(422);
    const { id } = (await manager().post(`/api/clients/${first}/related`).send({ otherId: second, name: 'Holm group', kind: 'group of companies' }).expect(201))
      .body as { id: string };
    await manager().post(`/api/clients/${third}/related`).send({ otherId: first }).expect(201);
    await manager().post(`/api/clients/${third}/related`).send({ otherId: second }).expect(422);
    const view = await get<RelatedView>(`/api/related/${id}`);
    expect(view).toMatchObject({ name: 'Holm group', kind: 'group of companies' });
    expect(view.clients.map((one) => [one.name, one.dueOn])).toEqual([
      ['Holm Boats Ltd', null],
      ['Holm Holdings Ltd', '2026-03-23'],
      ['Holm Nets Ltd', null],
    ]);
    expect((await client(first)).related).toMatchObject({ name: 'Holm group', clients: [{ name: 'Holm Boats Ltd' }, { name: 'Holm Nets Ltd' }] });
    await manager().patch(`/api/related/${id}`).send({ name: 'Holm companies', kind: 'group of companies' }).expect(204);
    await manager().delete(`/api/clients/${third}/related`).expect(204);
    expect((await get<RelatedView>(`/api/related/${id}`)).clients).toHaveLength(2);
    await test.other.as.manager!.get(`/api/related/${id}`).expect(404);
  });
});

describe('what stands open for a client', () => {
  it('is told with the record: requests over all its jobs, and what is on hold and why', async () => {
    const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Standing Still Ltd' });
    await test.tick();
    const jobId = await jobOf(test, clientId);
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(ASKED).expect(201);
    const requests = await get<AskView[]>(`/api/clients/${clientId}/asks`);
    expect(requests).toMatchObject([
      { title: 'Papers', jobId, jobName: 'VAT return, Jan-Feb 2026', state: 'with the client', part: { items: [{ name: 'Bank', state: 'asked' }] } },
    ]);
    expect((await client(clientId)).onHold).toBeNull();
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: 'stock is disputed' }).expect(204);
    expect((await client(clientId)).onHold).toEqual({ jobId, name: 'VAT return, Jan-Feb 2026', reason: 'stock is disputed' });
    expect(await get<AskView[]>(`/api/clients/${clientId}/asks`, 'contractor')).toEqual([]);
  });
});

describe('a client in passing', () => {
  it('needs a name only, stands as a prospect, and is completed later', async () => {
    const { id } = (await manager().post('/api/clients/in-passing').send({ name: 'Kiosk at the Pier', email: 'kiosk@pier.example' }).expect(201)).body as {
      id: string;
    };
    expect(await client(id)).toMatchObject({
      standing: 'prospect',
      legalForm: 'not known',
      contacts: [{ name: 'Kiosk at the Pier', email: 'kiosk@pier.example' }],
    });
    await manager().post('/api/clients/in-passing').send({ email: 'x@y.example' }).expect(422);
    const filters = encodeURIComponent(JSON.stringify([{ field: 'kind', test: 'is', value: 'not known' }]));
    expect((await get<ClientList>(`/api/clients?filters=${filters}`)).rows.map((row) => row.name)).toEqual(['Kiosk at the Pier']);
  });
});

describe('bank and registrations', () => {
  it('are checked at the field', async () => {
    const faults = async (more: object) => {
      const { body } = await manager()
        .post('/api/clients')
        .send({ ...DUNMARRA, name: 'Bank Ltd', ...more })
        .expect(422);
      return (body as { errors: { field: string; message: string }[] }).errors;
    };
    expect(await faults({ iban: 'IE29 AIBK 9311 5212 3456 79' })).toEqual([{ field: 'iban', message: expect.stringContaining('check digits') as string }]);
    expect((await faults({ bic: 'SHORT' }))[0]!.field).toBe('bic');
    expect((await faults({ vatFrom: '2026-01-01', vatUntil: '2025-12-31' }))[0]).toEqual({
      field: 'vatUntil',
      message: 'A registration ends after it begins.',
    });
    const id = await add('Bank Ltd', { iban: 'ie29 aibk 9311 5212 3456 78', paymentMethod: 'direct debit', vatFrom: '2024-01-01' });
    expect(await client(id)).toMatchObject({ iban: 'IE29AIBK93115212345678', paymentMethod: 'direct debit', vatFrom: '2024-01-01', vatUntil: null });
  });
});

describe('merging two records of one client', () => {
  it('keeps what each had, history too, and leads from the old record to the new', async () => {
    const kept = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Tern Rock Ltd', labels: ['audit'] });
    const going = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Tern Rock Limited', trade: 'lighthouse', labels: ['island'] });
    await test.tick();
    const jobId = await jobOf(test, going);
    await test.firm.as.preparer!.post('/api/time-entries').set(key()).send({ jobId, on: '2026-03-11', minutes: 60 }).expect(201);
    await manager().post(`/api/clients/${going}/notes`).send({ kind: 'note', text: 'Boat leaves at nine.' }).expect(201);
    const shared = (await client(kept)).contacts[0]!;
    await manager().put(`/api/clients/${going}/contacts/${shared.id}`).send({}).expect(204);
    const preview = await get<MergePreview>(`/api/clients/${kept}/merge/${going}`);
    expect(preview.differs).toEqual([{ key: 'name', name: 'Name', kept: 'Tern Rock Ltd', going: 'Tern Rock Limited' }]);
    expect(preview.filled).toEqual([{ name: 'Trade', value: 'lighthouse' }]);
    expect(preview.moves).toContainEqual({ what: 'jobs', count: 1 });
    expect(preview.warnings).toEqual(['Both have "VAT return": its deadlines will be listed twice until one of the two lines is stopped.']);
    const input = { otherId: going, version: preview.kept.version, otherVersion: preview.going.version, take: ['name'] };
    await manager()
      .post(`/api/clients/${kept}/merge`)
      .send({ ...input, version: 99 })
      .expect(409);
    await manager().post(`/api/clients/${kept}/merge`).send(input).expect(204);

    const one = await client(kept);
    expect(one).toMatchObject({ name: 'Tern Rock Limited', trade: 'lighthouse', labels: ['audit', 'island'], wip: eur(6_000) });
    expect(one.contacts).toHaveLength(2);
    expect(one.notes.map((note) => note.text)).toEqual(['Boat leaves at nine.']);
    const jobs = await get<{ rows: { id: string }[] }>(`/api/jobs?status=open&client=${kept}`);
    expect(jobs.rows.map((job) => job.id)).toContain(jobId);
    expect((await get<HistoryLine[]>(`/api/history?client=${kept}`)).map((line) => line.what)).toEqual(
      expect.arrayContaining(['recorded 1 h 00', 'added the client Tern Rock Limited', 'added the client Tern Rock Ltd']),
    );
    expect(await client(going)).toMatchObject({ mergedInto: { id: kept, name: 'Tern Rock Limited' }, standing: 'former' });
    expect((await names()).filter((name) => name.startsWith('Tern Rock'))).toEqual(['Tern Rock Limited']);
    const again = await manager()
      .post(`/api/clients/${kept}/merge`)
      .send({ ...input, version: one.version, otherVersion: 3 })
      .expect(409);
    expect((again.body as { code: string }).code).toBe('merged-already');
  });
});

describe('a group of people', () => {
  it('sees what is granted to it: whoever joins too, whoever leaves no longer', async () => {
    const clientId = await add('Grouped Ltd');
    const { contractor, preparer } = test.firm.members;
    const office = test.firm.as.administrator!;
    const { id } = (
      await office
        .post('/api/groups')
        .send({ name: 'Payroll', memberIds: [preparer] })
        .expect(201)
    ).body as { id: string };
    await office.post('/api/groups').send({ name: 'payroll', memberIds: [] }).expect(422);
    const { said } = (
      await office
        .post('/api/grants')
        .send({ memberIds: [], groupIds: [id], clientIds: [clientId] })
        .expect(200)
    ).body as GrantOutcome;
    expect(said).toContain('Payroll see Grouped Ltd from now on');
    const sees = async () => (await get<ClientViewer[]>(`/api/clients/${clientId}/viewers`)).find((viewer) => viewer.memberId === contractor)!;
    expect(await sees()).toMatchObject({ sees: false });
    await office
      .put(`/api/groups/${id}`)
      .send({ name: 'Payroll', memberIds: [preparer, contractor] })
      .expect(204);
    expect(await sees()).toMatchObject({ sees: true, why: 'granted: as one of Payroll, by administrator of Marram & Tern' });
    expect(await get<GroupView[]>('/api/groups')).toMatchObject([{ name: 'Payroll', clients: 1 }]);
    await office
      .put(`/api/groups/${id}`)
      .send({ name: 'Payroll', memberIds: [preparer] })
      .expect(204);
    expect(await sees()).toMatchObject({ sees: false });
    await test.firm.as.contractor!.get(`/api/clients/${clientId}`).expect(404);
    await office
      .put(`/api/groups/${id}`)
      .send({ name: 'Payroll', memberIds: [contractor] })
      .expect(204);
    await office.delete(`/api/groups/${id}`).expect(204);
    expect(await sees()).toMatchObject({ sees: false });
  });
});

describe('the whole file of a client', () => {
  const taken = (path: string, role = 'manager') => unzipped(test.firm.as[role]!.get(path));

  it('is a ZIP of open formats, with every document as it was received', async () => {
    const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Leaving / Ltd' });
    await test.tick();
    const jobId = await jobOf(test, clientId);
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(ASKED).expect(201);
    await test.firm.as.preparer!.post('/api/time-entries').set(key()).send({ jobId, on: '2026-03-11', minutes: 60 }).expect(201);
    await test.drain();
    const id = await draftBill(manager(), jobId, eur(1_000), 'x');
    await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
    await test.drain();
    const files = await taken(`/api/clients/${clientId}/whole.zip`);
    const text = (name: string) => strFromU8(files[name]!);
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining(['Read me.txt', 'client.json', 'contacts.vcf', 'deadlines.ics', 'jobs.csv', 'history.csv', 'wip ledger.csv']),
    );
    expect(JSON.parse(text('client.json'))).toMatchObject({ name: 'Leaving / Ltd', contacts: [{ email: 'brid@dunmarra.example' }] });
    expect(text('contacts.vcf')).toContain('N:Foley;Bríd;;;\r\n');
    expect(text('deadlines.ics')).toMatch(/DTSTART;VALUE=DATE:20260323/);
    const letter = Object.keys(files).find((name) => name.startsWith('letters/2026-03-11') && name.includes('Papers'))!;
    expect(text(letter)).toMatch(/^To: =\?UTF-8\?.*brid@dunmarra\.example/m);
    const invoice = Object.keys(files).find((name) => name.startsWith('documents/') && name.endsWith('.pdf'))!;
    expect(text(invoice).slice(0, 5)).toBe('%PDF-');
    expect((await get<HistoryLine[]>(`/api/history?client=${clientId}`))[0]!.what).toMatch(/^exported the whole file of Leaving \/ Ltd/);
  });

  it('holds no money for whoever may not see fees', async () => {
    const clientId = await add('No Money Ltd');
    await test.firm.as
      .administrator!.post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [clientId] })
      .expect(200);
    const files = await taken(`/api/clients/${clientId}/whole.zip`, 'contractor');
    expect(Object.keys(files).filter((name) => /bills|wip|payments|expenses/.test(name))).toEqual([]);
    expect(strFromU8(files['client.json']!)).not.toMatch(/"unpaid"|"wip"/);
  });
});
