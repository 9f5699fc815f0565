import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Temporal } from '@steady/core/calendar';
import type { DocumentsDone, FolderTemplateView } from '@steady/contract/documents';
import type { JobView } from '@steady/contract/jobs';
import type { RequestPart } from '@steady/contract/requests';
import { strFromU8, unzipSync } from 'fflate';
import { DocumentInsides } from '../src/areas/documents';
import { aPdf } from './a-pdf';
import { asBytes, atDocuments } from './at-documents';
import { atWork, problemOf, task } from './at-work';
import { type TestApp, asksOf, insidePortal, key, morning, startTestApp } from './support';

let test: TestApp;
const { manager, file, list, page, folders, folder, change, content, readyMade } = atDocuments(() => test);
const { begun, client } = atWork(() => test);
beforeAll(async () => {
  test = await startTestApp();
  await readyMade();
});
afterAll(() => test.close());

const COLLECT = { phases: [{ key: 'ask', name: 'Collect', tasks: [task('Ask for papers', { doneBy: 'request sent' })] }] };
const done = (body: unknown) => body as DocumentsDone;

/** A job for whose client somebody in the portal has sent a bank statement. */
async function sent(name = 'scan.pdf') {
  const clientId = await client();
  const jobId = await begun(COLLECT, { clientId });
  await manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title: 'Papers', dueOn: '2026-03-20', items: [{ name: 'Bank statement' }] })
    .expect(201);
  const [ask] = await asksOf<RequestPart>(manager(), jobId);
  const item = ask!.part.items[0]!;
  const inside = await insidePortal(test, 'Bríd Foley');
  await inside.post(`/api/portal/items/${item.id}/files`).attach('file', aPdf(jobId), name).expect(204);
  const [row] = (await list(`?job=${jobId}`)).rows;
  return { clientId, jobId, itemId: item.id, inside, document: row! };
}

describe('a document that comes in', () => {
  it('goes into the folder that takes it, and nobody has looked at it yet', async () => {
    const { document, jobId, clientId } = await sent();
    expect(document).toMatchObject({
      what: 'Bank statement',
      name: 'scan.pdf',
      folder: 'Sent by the client',
      right: 'client reads and adds',
      lookedAt: null,
      folderYear: 2026,
    });
    const job = (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
    expect(job.documents.map((one) => one.id)).toEqual([document.id]);
    expect((await folder(clientId, 'Sent by the client')).documents).toBe(1);
    const toLook = (await list('?view=to%20look%20at')).rows;
    expect(toLook.map((one) => one.id)).toContain(document.id);

    const own = await file(`/api/clients/${clientId}/documents`);
    expect(await page(own.id)).toMatchObject({
      folder: 'Working papers',
      right: 'firm only',
      access: 'only the firm sees it',
      lookedBy: 'manager of Marram & Tern',
    });
    expect((await list('?view=to%20look%20at')).rows.map((one) => one.id)).not.toContain(own.id);
  });

  it('is looked at when its item is accepted or sent back', async () => {
    const { document, itemId } = await sent();
    await manager().post(`/api/request-items/${itemId}/accept`).set(key()).expect(204);
    expect((await page(document.id)).lookedBy).toBe('manager of Marram & Tern');
    const second = await sent();
    await manager().post(`/api/request-items/${second.itemId}/send-back`).set(key()).send({ reason: 'Page 2 is missing.' }).expect(204);
    expect((await page(second.document.id)).lookedAt).not.toBeNull();
  });

  it('is pointed out when the client has the same already', async () => {
    const clientId = await client();
    const first = await file(`/api/clients/${clientId}/documents`, '%PDF-1.4 lease', 'lease.pdf');
    expect(first.sameAs).toBeNull();
    const again = await file(`/api/clients/${clientId}/documents`, '%PDF-1.4 lease', 'lease (1).pdf');
    expect(again.sameAs).toMatchObject({ id: first.id, title: 'lease.pdf' });
    expect((await page(again.id)).sameAs.map((one) => one.id)).toEqual([first.id]);
    // The same under the same name is the one that is there.
    expect((await file(`/api/clients/${clientId}/documents`, '%PDF-1.4 lease', 'lease.pdf')).id).toBe(first.id);
    const elsewhere = await file(`/api/clients/${await client()}/documents`, '%PDF-1.4 lease', 'lease.pdf');
    expect(elsewhere.sameAs).toBeNull();
  });

  it('leaves under a name that says client, what it is and of which job', async () => {
    const { document, jobId } = await sent('IMG_0042.pdf');
    const { client: name } = document;
    const { name: job } = (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
    const saved = await manager().get(`/api/documents/${document.id}/content`).expect(200);
    expect(decodeURIComponent(saved.headers['content-disposition'] as string)).toContain(`${name}, Bank statement, ${job}.pdf`);
  });
});

describe('what becomes of it', () => {
  it('is moved, renamed, given to somebody and looked at in one go, and told in the history', async () => {
    const { document, clientId } = await sent();
    const accounts = await folder(clientId, 'Accounts and tax');
    await change([document.id], {
      folderId: accounts.id,
      year: 2025,
      what: 'Bank statement, December',
      assignedTo: test.firm.members.preparer,
      lookedAt: true,
    }).expect(200);
    const moved = await page(document.id);
    expect(moved).toMatchObject({
      what: 'Bank statement, December',
      folder: 'Accounts and tax',
      year: 2025,
      folderYear: 2025,
      assigned: 'preparer',
      lookedBy: 'manager of Marram & Tern',
    });
    expect(moved.access).toBe('the client reads it');
    expect((await folder(clientId, 'Accounts and tax')).documents).toBe(1);
    const history = (await manager().get(`/api/history?client=${clientId}`).expect(200)).body as { what: string }[];
    expect(history.map((line) => line.what)).toContain(
      'renamed Bank statement to Bank statement, December; moved Bank statement to Accounts and tax: the client reads it; put Bank statement into the year 2025; looked at Bank statement; gave Bank statement to preparer of Marram & Tern to look at',
    );
    // The same again is nothing new.
    const { version } = await page(document.id);
    await change([document.id], { lookedAt: true, year: 2025 }).expect(200);
    expect((await page(document.id)).version).toBe(version);
    await change([document.id], { lookedAt: false, folderId: null }).expect(200);
    expect(await page(document.id)).toMatchObject({ lookedAt: null, folder: null, access: 'only the firm sees it' });
  });

  it('refuses a folder of another client, an empty name and an impossible year, at the field', async () => {
    const { document } = await sent();
    const other = await client();
    const { id } = (await manager().post(`/api/clients/${other}/folders`).send({ name: 'Boat', right: 'client reads' }).expect(201)).body as { id: string };
    expect(problemOf(await change([document.id], { folderId: id }).expect(409)).detail).toBe('Bank statement is of a client that has no such folder.');
    expect(problemOf(await change([document.id], { what: ' ' }).expect(422)).errors).toEqual([{ field: 'what', message: 'Say what it is.' }]);
    expect(problemOf(await change([document.id], { year: 12 }).expect(422)).errors?.[0]?.field).toBe('year');
    await change(['00000000-0000-7000-8000-000000000000'], { lookedAt: true }).expect(404);
  });

  it('many of several clients go into the firm’s folder of each', async () => {
    const [one, two] = [await sent(), await sent()];
    const templates = (await manager().get('/api/folders').expect(200)).body as FolderTemplateView[];
    const payroll = templates.find((template) => template.name === 'Payroll')!;
    const answer = done((await change([one.document.id, two.document.id], { folderId: payroll.id, lookedAt: true }).expect(200)).body);
    expect(answer).toEqual({ done: 2, not: [] });
    expect((await folder(one.clientId, 'Payroll')).documents).toBe(1);
    expect((await folder(two.clientId, 'Payroll')).documents).toBe(1);
  });

  it('gets a newer version, the older kept; the same content again is none', async () => {
    const clientId = await client();
    const { id } = await file(`/api/clients/${clientId}/documents`, 'one', 'accounts.txt');
    await file(`/api/documents/${id}/versions`, 'two', 'accounts, signed.txt');
    await file(`/api/documents/${id}/versions`, 'two', 'accounts, signed.txt');
    const after = await page(id);
    expect(after.earlier.map(({ number, name }) => ({ number, name }))).toEqual([{ number: 1, name: 'accounts.txt' }]);
    expect((await content(id)).toString()).toBe('two');
    const before = await manager().get(`/api/documents/${id}/earlier/1`).buffer(true).expect(200);
    expect(before.text).toBe('one');
    await manager().get(`/api/documents/${id}/earlier/2`).expect(404);
    await manager().get(`/api/documents/${id}/earlier/x`).expect(404);
  });

  it('is taken out, brought back, and destroyed when thirty days have gone by', async () => {
    const clientId = await client();
    const { id } = await file(`/api/clients/${clientId}/documents`, 'wrong client', 'wrong.txt');
    expect(
      done(
        (
          await manager()
            .post('/api/documents/take-out')
            .send({ documentIds: [id] })
            .expect(200)
        ).body,
      ),
    ).toEqual({ done: 1, not: [] });
    expect((await list(`?client=${clientId}`)).rows).toEqual([]);
    expect((await list('?view=taken%20out')).rows.map((row) => row.id)).toContain(id);
    expect(await page(id)).toMatchObject({ bringBackBy: '2026-04-10', takenOutBy: 'manager of Marram & Tern' });
    expect(problemOf(await change([id], { year: 2024 }).expect(409)).detail).toBe('wrong.txt was taken out: bring it back first.');
    // Filed once more it is another one.
    const again = await file(`/api/clients/${clientId}/documents`, 'wrong client', 'wrong.txt');
    expect(again.id).not.toBe(id);
    await manager()
      .post('/api/documents/bring-back')
      .send({ documentIds: [id] })
      .expect(200);
    expect((await list(`?client=${clientId}`)).rows.map((row) => row.id)).toEqual([again.id, id]);

    await manager()
      .post('/api/documents/take-out')
      .send({ documentIds: [id] })
      .expect(200);
    test.clock.set(morning('2026-04-10'));
    await test.tick();
    await page(id);
    test.clock.set(morning('2026-04-12'));
    await test.tick();
    await manager().get(`/api/documents/${id}`).expect(404);
    expect(problemOf(await manager().get(`/api/documents/${id}/content`).expect(410)).detail).toContain('destroyed');
    // What has the same content is still there.
    expect((await content(again.id)).toString()).toBe('wrong client');
    test.clock.set(Temporal.Instant.from('2026-03-11T09:00:00Z'));
  });

  it('stays where something stands on it', async () => {
    const { document, clientId, itemId } = await sent();
    const out = () =>
      manager()
        .post('/api/documents/take-out')
        .send({ documentIds: [document.id] });
    expect(problemOf(await out().expect(409)).detail).toBe('Bank statement stays: it was sent for "Bank statement": accept it or send it back there first.');
    expect((await page(document.id)).heldBy).toContain('accept it or send it back');
    await manager().post(`/api/documents/${document.id}/versions`).attach('file', Buffer.from('x'), 'x.pdf').expect(409);
    const free = await file(`/api/clients/${clientId}/documents`);
    const both = done(
      (
        await manager()
          .post('/api/documents/take-out')
          .send({ documentIds: [document.id, free.id] })
          .expect(200)
      ).body,
    );
    expect(both.done).toBe(1);
    expect(both.not.map((one) => one.name)).toEqual(['Bank statement']);
    await manager().post(`/api/request-items/${itemId}/accept`).set(key()).expect(204);
    await out().expect(200);
  });
});

describe('the folders of a client', () => {
  it('are the firm’s for its legal form, with who sees each', async () => {
    const clientId = await client();
    const names = (await folders(clientId)).folders.map((one) => one.name);
    expect(names).toEqual([
      'Permanent file',
      'Identity papers',
      'Statutory records',
      'Sent by the client',
      'Accounts and tax',
      'Payroll',
      'Bills',
      'Working papers',
    ]);
    const person = await client({ legalForm: 'person', name: 'Áine Ward' });
    expect((await folders(person)).folders.map((one) => one.name)).not.toContain('Statutory records');
  });

  it('can be for some of its people alone, and the second of two who change one is told', async () => {
    const clientId = await client();
    const payroll = await folder(clientId, 'Payroll');
    const [first] = (await folders(clientId)).people;
    const at = (id: string) => `/api/clients/${clientId}/folders/${id}`;
    await manager()
      .patch(at(payroll.id))
      .send({ right: 'client reads', onlyFor: [first!.id] })
      .expect(204);
    const changed = await folder(clientId, 'Payroll');
    expect(changed).toMatchObject({ right: 'client reads', usualRight: 'firm only', version: 2, access: `only ${first!.name} reads it at the client` });
    await manager().patch(at(payroll.id)).send({ right: 'firm only' }).expect(409);
    await manager().patch(at(changed.id)).send({ right: null, onlyFor: null, version: 2 }).expect(204);
    expect((await folder(clientId, 'Payroll')).access).toBe('only the firm sees it');
    expect(
      problemOf(
        await manager()
          .patch(at(changed.id))
          .send({ onlyFor: [test.firm.members.manager], version: 3 })
          .expect(422),
      ).errors?.[0]?.field,
    ).toBe('onlyFor');
    expect(problemOf(await manager().patch(at(changed.id)).send({ name: 'Wages', version: 3 }).expect(422)).errors?.[0]?.field).toBe('name');
  });

  it('of two records that become one hold what lay in either', async () => {
    const [kept, going] = [await client({ name: 'Skerry Boats Ltd' }), await client({ name: 'Skerry Boats' })];
    const [a, b] = [await file(`/api/clients/${kept}/documents`), await file(`/api/clients/${going}/documents`)];
    const own = (await manager().post(`/api/clients/${going}/folders`).send({ name: 'Sale of the yard' }).expect(201)).body as { id: string };
    const c = await file(`/api/clients/${going}/documents`, 'deed', 'deed.txt');
    await change([c.id], { folderId: own.id }).expect(200);
    await manager().post(`/api/clients/${kept}/merge`).set(key()).send({ otherId: going, version: 1, otherVersion: 1, take: [] }).expect(204);
    expect((await list(`?client=${kept}`)).rows.map((row) => row.id).sort()).toEqual([a.id, b.id, c.id].sort());
    const after = await folders(kept);
    expect(after.folders.filter((one) => one.documents > 0).map(({ name, documents }) => ({ name, documents }))).toEqual([
      { name: 'Working papers', documents: 2 },
      { name: 'Sale of the yard', documents: 1 },
    ]);
  });

  it('are set up by the firm: named once, changed by one at a time, retired with what lies in them kept', async () => {
    const administrator = test.firm.as.administrator!;
    const grants = { name: 'Grants', right: 'client reads', forms: ['company'], byYear: true, takes: [], services: [] };
    const { id } = (await administrator.post('/api/folders').send(grants).expect(201)).body as { id: string };
    expect(
      problemOf(
        await administrator
          .post('/api/folders')
          .send({ ...grants, name: 'grants' })
          .expect(422),
      ).errors,
    ).toEqual([{ field: 'name', message: 'There is a folder Grants already.' }]);
    await administrator
      .put(`/api/folders/${id}`)
      .send({ ...grants, right: 'firm only', version: 1 })
      .expect(204);
    await administrator
      .put(`/api/folders/${id}`)
      .send({ ...grants, version: 1 })
      .expect(409);
    const clientId = await client();
    const document = await file(`/api/clients/${clientId}/documents`, 'grant', 'grant.txt');
    await change([document.id], { folderId: id }).expect(200);
    await administrator.delete(`/api/folders/${id}`).expect(204);
    expect(await folder(clientId, 'Grants')).toMatchObject({ documents: 1 });
    expect((await folders(await client())).folders.map((one) => one.name)).not.toContain('Grants');
    const templates = (await administrator.get('/api/folders').expect(200)).body as FolderTemplateView[];
    const turned = [...templates].reverse().map((one) => one.id);
    await administrator.post('/api/folders/order').send({ ids: turned }).expect(204);
    expect(((await administrator.get('/api/folders').expect(200)).body as FolderTemplateView[]).map((one) => one.id)).toEqual(turned);
    await administrator
      .post('/api/folders/order')
      .send({ ids: turned.slice(1) })
      .expect(409);
    await administrator.post('/api/folders/ready-made').expect(409);
  });
});

describe('the page of all documents', () => {
  it('finds, filters, adds up and leaves as a file', async () => {
    const clientId = await client({ name: 'Inishgort Lightkeepers' });
    await file(`/api/clients/${clientId}/documents`, 'a', 'Keeper’s log.txt');
    const filters = encodeURIComponent(JSON.stringify([{ field: 'client', test: 'holds', value: 'inishgort' }]));
    expect((await list(`?filters=${filters}&columns=folder,size,year`)).rows.map((row) => row.values)).toEqual([
      { folder: 'Working papers', size: 1, year: '2026' },
    ]);
    expect((await list('?find=keeper')).rows.map((row) => row.client)).toEqual(['Inishgort Lightkeepers']);
    const sums = (await manager().get(`/api/documents/sums?by=folder&filters=${filters}`).expect(200)).body as { rows: { value: string; count: number }[] };
    expect(sums.rows).toMatchObject([{ value: 'Working papers', count: 1 }]);
    const csv = await manager().get(`/api/documents/list.csv?filters=${filters}`).expect(200);
    expect(csv.text).toContain('Keeper’s log.txt');
  });

  it('packs chosen documents by client and folder', async () => {
    const clientId = await client({ name: 'Slipway Café' });
    const { id } = await file(`/api/clients/${clientId}/documents`, 'menu', 'menu.txt');
    const zip = await manager()
      .post('/api/documents/zip')
      .send({ documentIds: [id] })
      .buffer(true)
      .parse(asBytes)
      .expect(200);
    const files = unzipSync(new Uint8Array(zip.body as Buffer));
    expect(Object.entries(files).map(([name, bytes]) => [name, strFromU8(bytes)])).toEqual([
      ['Slipway Café/Working papers/2026/Slipway Café, menu, 2026.txt', 'menu'],
    ]);
  });

  it('shows somebody with some clients only theirs, in words inside too', async () => {
    const clientId = await client();
    const { id } = await file(`/api/clients/${clientId}/documents`, 'a word that stands nowhere else: quernstone', 'note.txt');
    await test.app.get(DocumentInsides).lookThrough(test.firm.id);
    expect((await list('?find=quernstone')).rows.map((row) => row.id)).toEqual([id]);
    const contractor = test.firm.as.contractor!;
    expect((await list('?find=quernstone', contractor)).rows).toEqual([]);
    await contractor.get(`/api/documents/${id}`).expect(404);
    await change([id], { lookedAt: true }, contractor).expect(404);
    await contractor
      .post('/api/documents/zip')
      .send({ documentIds: [id] })
      .expect(404);
    expect((await list('', test.other.as.manager)).rows.map((row) => row.id)).not.toContain(id);
  });
});
