import { afterAll, beforeAll, describe, expect, it } from 'vitest';

import type { Filter } from '@steady/core/lists';
import type { BulkOutcome, BulkPreview, ClientList } from '@steady/contract/client-lists';
import type { ListFieldsView } from '@steady/contract/lists';
import type { AddClient, ClientView, NoteForYou } from '@steady/contract/clients';
import { type TestApp, clientWithVat, eur, key, startTestApp } from './support';
import { read as readBook } from './workbook';

let test: TestApp;
const ids: Record<string, string> = {};
let payDay: string;
let turnover: string;

const manager = () => test.firm.as.manager!;
const add = async (name: string, more: Partial<AddClient> = {}) => {
  const { body } = await manager()
    .post('/api/clients')
    .send({ name, legalForm: 'sole trader', vatRegistered: false, employer: false, way: 'online', ...more })
    .expect(201);
  ids[name] = (body as { id: string }).id;
};

beforeAll(async () => {
  test = await startTestApp();
  const detail = async (input: object) => ((await test.firm.as.administrator!.post('/api/details').send(input).expect(201)).body as { id: string }).id;
  payDay = await detail({ name: 'Wages paid on', kind: 'choice', choices: ['Thursday', 'Friday'] });
  turnover = await detail({ name: 'Turnover', kind: 'money', forms: ['company'] });
  ids.Dunmarra = await clientWithVat(test);
  const { manager: orla, preparer: niamh } = test.firm.members;
  await add('Skipper Conal Breslane', { legalForm: 'person', labels: ['on the water', 'season'], managerId: orla });
  await add('Aoibhín Zappa', { legalForm: 'person', way: 'paper', paperPlace: 'shelf 4' });
  await add('Élan Sails', { labels: ['season'], preparerId: niamh, details: { [payDay]: 'Friday', [turnover]: eur(1_250_000) } });
  await add('100% Oats', { taxNumber: '9100001A', standing: 'prospect' });
});
afterAll(() => test.close());

const list = async (query: Record<string, string>, filters: Filter[] = []) =>
  (
    await manager()
      .get('/api/clients')
      .query({ ...query, ...(filters.length > 0 ? { filters: JSON.stringify(filters) } : {}) })
      .expect(200)
  ).body as ClientList;
const names = async (filters: Filter[], query: Record<string, string> = {}) => (await list(query, filters)).rows.map((row) => row.name);

describe('the list of clients', () => {
  it('sorts persons by their last name, up, down, and not by what is empty', async () => {
    expect(await names([])).toEqual(['100% Oats', 'Skipper Conal Breslane', 'Dunmarra Oysters Ltd', 'Élan Sails', 'Aoibhín Zappa']);
    expect(await names([], { sort: '-name' })).toEqual(['Aoibhín Zappa', 'Élan Sails', 'Dunmarra Oysters Ltd', 'Skipper Conal Breslane', '100% Oats']);
    expect((await names([], { sort: 'due' }))[0]).toBe('Dunmarra Oysters Ltd');
    expect((await names([], { sort: '-due' }))[0]).toBe('Dunmarra Oysters Ltd');
    expect((await names([], { sort: `-detail:${turnover}` }))[0]).toBe('Élan Sails');
  });

  it('finds the row of a name in the order of the list: its beginning before its middle', async () => {
    const place = async (name: string, query: Record<string, string> = {}) =>
      (
        await manager()
          .get('/api/clients/place')
          .query({ ...query, name })
          .expect(200)
      ).body as { id?: string; place?: number };
    expect(await place('élan')).toEqual({ id: ids['Élan Sails'], place: 3 });
    expect(await place('élan', { sort: '-name' })).toEqual({ id: ids['Élan Sails'], place: 1 });
    expect(await place('conal')).toEqual({ id: ids['Skipper Conal Breslane'], place: 1 });
    expect(await place('élan', { filters: JSON.stringify([{ field: 'way', test: 'is', value: 'paper' }]) })).toEqual({});
    expect(await place('%')).toMatchObject({ place: 0 });
    expect(await place('nobody here')).toEqual({});
  });

  it.each<[string, Filter[], string[]]>([
    ['Clients labelled "season"', [{ field: 'labels', test: 'has', value: 'season' }], ['Skipper Conal Breslane', 'Élan Sails']],
    ['Clients without a label', [{ field: 'labels', test: 'empty' }], ['100% Oats', 'Dunmarra Oysters Ltd', 'Aoibhín Zappa']],
    ['Clients works with us is paper', [{ field: 'way', test: 'is', value: 'paper' }], ['Aoibhín Zappa']],
    ['Clients standing is not active', [{ field: 'standing', test: 'is not', value: 'active' }], ['100% Oats']],
    ['Clients client contains "%"', [{ field: 'name', test: 'holds', value: '%' }], ['100% Oats']],
    ['Clients tax number is "9100001a"', [{ field: 'taxNumber', test: 'is', value: '9100001a' }], ['100% Oats']],
    ['Clients with next deadline', [{ field: 'due', test: 'not empty' }], ['Dunmarra Oysters Ltd']],
    ['Clients next deadline before 24 Mar 2026', [{ field: 'due', test: 'before', value: '2026-03-24' }], ['Dunmarra Oysters Ltd']],
    ['Clients next deadline after 24 Mar 2026', [{ field: 'due', test: 'after', value: '2026-03-24' }], []],
    ['Clients registered for VAT', [{ field: 'vatRegistered', test: 'is', value: true }], ['Dunmarra Oysters Ltd']],
    ['Clients year-end is 12-31', [{ field: 'yearEnd', test: 'is', value: '12-31' }], ['Dunmarra Oysters Ltd']],
    ['Clients without manager', [{ field: 'manager', test: 'empty' }], ['100% Oats', 'Élan Sails', 'Aoibhín Zappa']],
    [
      'Clients open jobs is 0',
      [{ field: 'openJobs', test: 'is', value: 0 }],
      ['100% Oats', 'Skipper Conal Breslane', 'Dunmarra Oysters Ltd', 'Élan Sails', 'Aoibhín Zappa'],
    ],
    [
      'Clients labelled "season" and not labelled "on the water"',
      [
        { field: 'labels', test: 'has', value: 'season' },
        { field: 'labels', test: 'lacks', value: 'on the water' },
      ],
      ['Élan Sails'],
    ],
  ])('%s', async (said, filters, found) => {
    const answer = await list({}, filters);
    expect(answer.said).toBe(said);
    expect(answer.rows.map((row) => row.name)).toEqual(found);
    expect(answer.total).toBe(found.length);
  });

  it('filters by people and by details of the firm\u2019s own', async () => {
    expect(await names([{ field: 'preparer', test: 'is', value: test.firm.members.preparer! }])).toEqual(['Dunmarra Oysters Ltd', 'Élan Sails']);
    expect(await names([{ field: `detail:${payDay}`, test: 'is', value: 'Friday' }])).toEqual(['Élan Sails']);
    expect(await names([{ field: `detail:${turnover}`, test: 'above', value: 1_000_000 }])).toEqual(['Élan Sails']);
    expect(await names([{ field: `detail:${turnover}`, test: 'below', value: 1_000_000 }])).toEqual([]);
  });

  it('says what is wrong with a filter, and reads none that is not one', async () => {
    const bad = (filters: string) => manager().get('/api/clients').query({ filters }).expect(422);
    expect((await bad(JSON.stringify([{ field: 'gone', test: 'is', value: 'x' }]))).body).toMatchObject({
      detail: expect.stringContaining('no such field') as string,
    });
    await bad(JSON.stringify([{ field: 'due', test: 'before', value: 'soon' }]));
    await bad('[1]');
    await bad('{');
    await bad(JSON.stringify([{ field: "name'; drop table clients; --", test: 'is', value: 'x' }]));
  });

  it('shows no money to who may not see it', async () => {
    const { fields } = (await test.firm.as.preparer!.get('/api/clients/fields').expect(200)).body as ListFieldsView;
    expect(fields.map((field) => field.key)).not.toContain('unpaid');
    const { rows } = (await test.firm.as.preparer!.get('/api/clients?columns=unpaid,wip,way').expect(200)).body as ClientList;
    expect(Object.keys(rows[0]!.values)).toEqual(['way']);
  });

  it('is saved for oneself or shared, and replaced under its name', async () => {
    const save = (role: string, body: object) =>
      test.firm.as[role]!.post('/api/saved-lists').send({ of: 'clients', filters: [], columns: ['way'], shared: false, ...body });
    await save('manager', { name: 'Mine' }).expect(201);
    await save('manager', { name: 'Ours', shared: true, sort: '-due' }).expect(201);
    await save('manager', { name: 'Ours', shared: true, columns: ['due'] }).expect(201);
    await save('manager', { name: 'Broken', filters: [{ field: 'gone', test: 'empty' }] }).expect(422);
    await save('manager', { name: ' ' }).expect(422);
    const saved = async (role: string) => ((await test.firm.as[role]!.get('/api/clients/fields').expect(200)).body as ListFieldsView).saved;
    expect((await saved('manager')).map((one) => [one.name, one.shared, one.columns])).toEqual([
      ['Ours', true, ['due']],
      ['Mine', false, ['way']],
    ]);
    expect((await saved('preparer')).map((one) => one.name)).toEqual(['Ours']);
    const mine = (await saved('manager'))[1]!;
    await test.firm.as.preparer!.delete(`/api/saved-lists/${mine.id}`).expect(404);
    await manager().delete(`/api/saved-lists/${mine.id}`).expect(204);
  });

  it('leaves as CSV and as a workbook, just as it is shown', async () => {
    const query = { columns: `labels,detail:${turnover},due`, filters: JSON.stringify([{ field: 'labels', test: 'has', value: 'season' }]) };
    const csv = await manager().get('/api/clients/list.csv').query(query).expect(200);
    expect(csv.text).toBe('\ufeffClient,Labels,Turnover,Next deadline\r\nSkipper Conal Breslane,on the water; season,,\r\nÉlan Sails,season,12500,\r\n');
    const { body, headers } = await manager()
      .get('/api/clients/list.xlsx')
      .query({ columns: `detail:${turnover},due` })
      .buffer()
      .parse(asBytes as never)
      .expect(200);
    expect(headers['content-disposition']).toContain('Clients 2026-03-11.xlsx');
    const [head, ...lines] = await readBook(body as Buffer);
    expect(head).toEqual(['Client', 'Turnover', 'Next deadline']);
    expect(lines.find((line) => line[0] === 'Élan Sails')).toEqual(['Élan Sails', 12_500]);
    expect(lines.find((line) => line[0] === 'Dunmarra Oysters Ltd')![2]).toEqual(new Date('2026-03-23T00:00:00Z'));
    await manager().get('/api/clients/list.pdf').expect(404);
  });
});

const asBytes = (response: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void) => {
  const parts: Buffer[] = [];
  response.on('data', (part: Buffer) => parts.push(part));
  response.on('end', () => done(null, Buffer.concat(parts)));
};

describe('changing many at once', () => {
  const change = (path: string, body: object) => manager().post(`/api/clients/bulk${path}`).set(key()).send(body);
  const view = async (name: string) => (await manager().get(`/api/clients/${ids[name]}`).expect(200)).body as ClientView;

  it('shows each change first, leaves alone what stands like that, and is undone', async () => {
    const clientIds = ['Skipper Conal Breslane', 'Élan Sails', '100% Oats'].map((name) => ids[name]!);
    const input = { clientIds, change: { addLabels: ['season'], managerId: test.firm.members.manager } };
    const preview = (await change('/preview', input).expect(200)).body as BulkPreview;
    expect(preview).toMatchObject({
      said: '2 clients: labelled "season"; manager manager of Marram & Tern',
      unchanged: 1,
      rows: [
        {
          name: '100% Oats',
          changes: [
            { field: 'labels', before: 'none', after: 'season' },
            { field: 'manager', before: 'nobody', after: 'manager of Marram & Tern' },
          ],
        },
        { name: 'Élan Sails', changes: [{ field: 'manager', before: 'nobody' }] },
      ],
    });
    const { id } = (await change('', input).expect(200)).body as BulkOutcome;
    expect(await view('100% Oats')).toMatchObject({ labels: ['season'], managerId: test.firm.members.manager, version: 2 });
    const oats = await view('100% Oats');
    await manager().post(`/api/clients/${ids['Élan Sails']}/standing`).send({ standing: 'former', on: '2026-03-11', reason: 'sold', version: 2 }).expect(204);
    await change('', { clientIds: [oats.id], change: { removeLabels: ['season'] } }).expect(200);
    const { said } = (await change(`/${id}/undo`, {}).expect(200)).body as BulkOutcome;
    expect(said).toBe('Restored 1 client. 100% Oats changed since and stay as they are.');
    expect((await view('Élan Sails')).managerId).toBeNull();
    await change(`/${id}/undo`, {}).expect(409);
  });

  it('refuses nothing at all, nobody, and values that do not fit', async () => {
    await change('', { clientIds: [ids.Dunmarra], change: {} }).expect(422);
    await change('', { clientIds: [], change: { way: 'paper' } }).expect(422);
    await change('', { clientIds: [ids.Dunmarra], change: { managerId: test.other.members.manager } }).expect(422);
    await change('', { clientIds: [ids.Dunmarra], change: { details: { [payDay]: 'Sunday' } } }).expect(422);
    await test.firm.as
      .contractor!.post('/api/clients/bulk')
      .set(key())
      .send({ clientIds: [ids.Dunmarra], change: { way: 'paper' } })
      .expect(403);
  });
});

describe('details of the firm\u2019s own', () => {
  it('are checked, kept, and leave every client when they are kept no longer', async () => {
    const administrator = test.firm.as.administrator!;
    await administrator.post('/api/details').send({ name: 'wages paid ON', kind: 'text' }).expect(422);
    await administrator.post('/api/details').send({ name: 'Box', kind: 'choice', choices: [] }).expect(422);
    await manager().post('/api/details').send({ name: 'Box', kind: 'text' }).expect(403);
    const input = { name: 'Wrong', legalForm: 'person', vatRegistered: false, employer: false, way: 'online' };
    const { body } = await manager()
      .post('/api/clients')
      .send({ ...input, details: { [turnover]: 'a lot', unknown: 1 } })
      .expect(422);
    expect((body as { errors: { field: string }[] }).errors.map((error) => error.field)).toEqual([`details.${turnover}`, 'details.unknown']);
    await administrator.delete(`/api/details/${turnover}`).expect(204);
    expect(((await manager().get(`/api/clients/${ids['Élan Sails']}`).expect(200)).body as ClientView).details).toEqual({ [payDay]: 'Friday' });
  });
});

describe('clients that may be the same', () => {
  it('are pointed out by number and by name', async () => {
    const alike = async (query: object) =>
      ((await manager().get('/api/clients/alike').query(query).expect(200)).body as { name: string; why: string }[]).map((one) => [one.name, one.why]);
    expect(await alike({ name: 'Dunmara Oysters' })).toEqual([['Dunmarra Oysters Ltd', 'a name much like it']]);
    expect(await alike({ name: 'Something else', taxNumber: '910 0001 a' })).toEqual([['100% Oats', 'the same tax number']]);
    expect(await alike({ name: 'Dunmarra Oysters', not: ids.Dunmarra! })).toEqual([]);
  });
});

describe('notes', () => {
  const note = (body: object, role = 'manager') => test.firm.as[role]!.post(`/api/clients/${ids.Dunmarra}/notes`).send(body);
  const notes = async () => ((await manager().get(`/api/clients/${ids.Dunmarra}`).expect(200)).body as ClientView).notes;

  it('stand pinned first, then what is open, then the rest', async () => {
    await note({ kind: 'note', text: 'Old and plain' }).expect(201);
    await note({ kind: 'question', text: 'Who signs?' }).expect(201);
    await note({ kind: 'note', text: 'Ring in the evening', pinned: true }).expect(201);
    expect((await notes()).map((one) => one.text)).toEqual(['Ring in the evening', 'Who signs?', 'Old and plain']);
    const question = (await notes())[1]!;
    await manager().patch(`/api/notes/${question.id}`).send({ done: true }).expect(204);
    expect((await notes()).find((one) => one.id === question.id)).toMatchObject({ doneBy: 'manager of Marram & Tern' });
    await manager()
      .patch(`/api/notes/${(await notes())[0]!.id}`)
      .send({ done: true })
      .expect(409);
    await note({ kind: 'note', text: ' ' }).expect(422);
  });

  it('by phone meet the colleague until they are taken', async () => {
    const waiting = async (role: string) => (await test.firm.as[role]!.get('/api/notes-for-you').expect(200)).body as NoteForYou[];
    await note({ kind: 'phone', text: 'Rang about the raft' }).expect(422);
    await note({ kind: 'phone', text: 'Rang', forId: test.firm.members.contractor }).expect(422);
    await note({ kind: 'phone', text: 'Rang about the raft', forId: test.firm.members.preparer }).expect(201);
    const [waits] = await waiting('preparer');
    expect(waits).toMatchObject({ client: 'Dunmarra Oysters Ltd', text: 'Rang about the raft', byName: 'manager of Marram & Tern' });
    expect(await waiting('manager')).toEqual([]);
    await test.firm.as.preparer!.patch(`/api/notes/${waits!.id}`).send({ done: true }).expect(204);
    expect(await waiting('preparer')).toEqual([]);
    await test.other.as.manager!.patch(`/api/notes/${waits!.id}`).send({ done: false }).expect(404);
  });
});

describe('how a client stands', () => {
  it('goes from prospect to client to former, with day and reason', async () => {
    const id = ids['100% Oats']!;
    const view = async () => (await manager().get(`/api/clients/${id}`).expect(200)).body as ClientView;
    const stand = async (body: object) =>
      manager()
        .post(`/api/clients/${id}/standing`)
        .send({ on: '2026-03-02', version: (await view()).version, ...body });
    expect((await stand({ standing: 'active' })).status).toBe(204);
    expect(await view()).toMatchObject({ standing: 'active', since: '2026-03-02' });
    expect((await stand({ standing: 'former' })).status).toBe(422);
    expect((await stand({ standing: 'former', reason: 'retired' })).status).toBe(204);
    expect(await view()).toMatchObject({ standing: 'former', endedOn: '2026-03-02', endReason: 'retired' });
    expect((await stand({ standing: 'active', version: 1 })).status).toBe(409);
    expect((await stand({ standing: 'active' })).status).toBe(204);
    expect(await view()).toMatchObject({ standing: 'active', endedOn: null, endReason: null });
  });
});
