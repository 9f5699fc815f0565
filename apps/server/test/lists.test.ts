import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Filter } from '@steady/core/lists';
import type { JobRow } from '@steady/contract/jobs';
import type { ListFieldsView, ListPlace, ListTotals, Listed } from '@steady/contract/lists';
import { DUNMARRA, type TestApp, clientWithVat, eur, startTestApp } from './support';

let test: TestApp;
let turnover: string;

const manager = () => test.firm.as.manager!;
const asked = (path: string, query: Record<string, string>, filters: Filter[] = []) =>
  manager()
    .get(path)
    .query({ ...query, ...(filters.length > 0 ? { filters: JSON.stringify(filters) } : {}) });
const sums = async (of: 'clients' | 'jobs', query: Record<string, string>, filters: Filter[] = []) =>
  (await asked(`/api/${of}/sums`, query, filters).expect(200)).body as ListTotals;
const jobs = async (query: Record<string, string>, filters: Filter[] = []) => (await asked('/api/jobs', query, filters).expect(200)).body as Listed<JobRow>;

beforeAll(async () => {
  test = await startTestApp();
  const { body } = await test.firm.as.administrator!.post('/api/details').send({ name: 'Turnover', kind: 'money' }).expect(201);
  turnover = (body as { id: string }).id;
  const client = (name: string, more: object) => clientWithVat(test, '2026-01-01', { ...DUNMARRA, name, contact: undefined, ...more });
  await client('Dunmarra Oysters Ltd', { labels: ['season', 'on the water'], details: { [turnover]: eur(1_000_000) } });
  await client('Cill Rua Chandlery', { labels: ['season'], details: { [turnover]: eur(500_000) } });
  await client('Skerry Boats', { legalForm: 'sole trader', way: 'paper' });
  await test.tick();
  await manager().post('/api/clients').send({ name: 'No Work Yet', legalForm: 'person', vatRegistered: false, employer: false, way: 'online' }).expect(201);
});
afterAll(() => test.close());

describe('a list added up', () => {
  it('by a choice, with the figures among its columns, sums of the whole beside them', async () => {
    const { rows, total, sums: all } = await sums('clients', { by: 'kind', columns: `detail:${turnover},openJobs,way` });
    expect(rows).toEqual([
      { value: 'company', words: null, count: 2, sums: { [`detail:${turnover}`]: 1_500_000, openJobs: 2 } },
      { value: 'person', words: null, count: 1, sums: { [`detail:${turnover}`]: 0, openJobs: 0 } },
      { value: 'sole trader', words: null, count: 1, sums: { [`detail:${turnover}`]: 0, openJobs: 1 } },
    ]);
    expect([total, all]).toEqual([4, { [`detail:${turnover}`]: 1_500_000, openJobs: 3 }]);
  });

  it('by people by name, by months of days, under each label, and those that have none last', async () => {
    const { preparer } = test.firm.members;
    expect((await sums('clients', { by: 'preparer', columns: '' })).rows).toEqual([
      { value: preparer, words: 'preparer of Marram & Tern', count: 3, sums: {} },
      { value: null, words: null, count: 1, sums: {} },
    ]);
    expect((await sums('clients', { by: 'due', columns: '' })).rows.map((row) => [row.value, row.count])).toEqual([
      ['2026-03', 3],
      [null, 1],
    ]);
    expect((await sums('clients', { by: 'labels', columns: '' })).rows.map((row) => [row.value, row.count])).toEqual([
      ['season', 2],
      ['on the water', 1],
      [null, 2],
    ]);
    expect((await sums('clients', { by: 'labels', columns: '' })).total).toBe(4);
  });

  it('keeps to the filters, finds again what it counted, and refuses what cannot be added up', async () => {
    const filters: Filter[] = [{ field: 'labels', test: 'has', value: 'season' }];
    expect((await sums('clients', { by: 'way', columns: '' }, filters)).rows).toEqual([{ value: 'online', words: null, count: 2, sums: {} }]);
    const march: Filter = { field: 'due', test: 'in', value: '2026-03' };
    expect((await asked('/api/clients', {}, [march]).expect(200)).body).toMatchObject({ total: 3, said: 'Clients next deadline in Mar 2026' });
    await asked('/api/clients', {}, [{ ...march, value: 'March' }]).expect(422);
    await asked('/api/clients/sums', { by: 'unpaid' }).expect(422);
    await asked('/api/clients/sums', { by: 'x; drop table clients' }).expect(422);
    await asked('/api/clients/sums', {}).expect(422);
  });

  it('leaves as a file just as it is shown', async () => {
    const { text } = await asked('/api/clients/list.csv', { by: 'kind', columns: `detail:${turnover}` }).expect(200);
    expect(text).toBe('\ufeffLegal form,Clients,Turnover\r\ncompany,2,15000\r\nperson,1,0\r\nsole trader,1,0\r\n');
  });

  it('counts jobs by facts of their clients, and their fees for those alone who may see them', async () => {
    const filters: Filter[] = [{ field: 'kind', test: 'is', value: 'company' }];
    const { rows } = await sums('jobs', { by: 'way', columns: `fee,estimate,detail:${turnover}` }, filters);
    expect(rows).toEqual([
      { value: 'online', words: null, count: 2, sums: { fee: 36_000, estimate: expect.any(Number) as number, [`detail:${turnover}`]: 1_500_000 } },
    ]);
    expect(rows[0]!.sums.estimate).toBeGreaterThan(0);
    const seen = (await test.firm.as.preparer!.get('/api/jobs/sums?by=way&columns=fee,estimate').expect(200)).body as ListTotals;
    expect(Object.keys(seen.sums)).toEqual(['estimate']);
  });
});

describe('the list of jobs', () => {
  it('shows any column, sorts by any, and says its filters in words', async () => {
    const { rows, said, total } = await jobs({ columns: `client,fee,estimate,detail:${turnover},stands,tasks`, sort: '-client' }, [
      { field: 'way', test: 'is', value: 'online' },
    ]);
    expect([said, total]).toEqual(['Open jobs the client works is online', 2]);
    expect(rows.map((row) => row.client)).toEqual(['Dunmarra Oysters Ltd', 'Cill Rua Chandlery']);
    const [first] = rows;
    expect(first!.values).toMatchObject({ client: 'Dunmarra Oysters Ltd', fee: 18_000, [`detail:${turnover}`]: 1_000_000, stands: first!.phase });
    expect(first!.values.tasks).toBe(`0 of ${first!.tasks}`);
    expect(first!.values.estimate).toBe(first!.estimate);
  });

  it('goes to the row of a client or a job, and gives the ids of all it finds', async () => {
    const place = async (name: string) => (await asked('/api/jobs/place', { name, view: 'client' }).expect(200)).body as ListPlace;
    const { rows } = await jobs({ view: 'client' });
    expect(await place('skerry')).toEqual({ id: rows[2]!.id, place: 2 });
    expect(await place('nobody at all')).toEqual({});
    const { body } = await asked('/api/jobs/ids', {}, [{ field: 'client', test: 'holds', value: 'cill' }]).expect(200);
    expect(body).toEqual([rows[0]!.id]);
  });

  it('is saved apart from lists of clients, with the view and what it is narrowed to', async () => {
    const list = {
      of: 'jobs',
      name: 'Paper',
      shared: true,
      filters: [{ field: 'way', test: 'is', value: 'paper' }],
      columns: ['due', 'fee'],
      more: { view: 'person' },
    };
    await manager().post('/api/saved-lists').send(list).expect(201);
    await manager()
      .post('/api/saved-lists')
      .send({ ...list, more: { view: 3 } })
      .expect(422);
    await manager()
      .post('/api/saved-lists')
      .send({ ...list, of: 'bills' })
      .expect(422);
    const saved = async (of: string) => ((await manager().get(`/api/${of}/fields`).expect(200)).body as ListFieldsView).saved;
    expect(await saved('jobs')).toMatchObject([{ name: 'Paper', more: { view: 'person' }, columns: ['due', 'fee'] }]);
    expect(await saved('clients')).toEqual([]);
  });

  it('leaves as a file with its columns, the job and its client first', async () => {
    const { text } = await asked('/api/jobs/list.csv', { columns: 'client,way,tasks', sort: 'client' }).expect(200);
    expect(text.split('\r\n')[0]).toBe('\ufeffJob,Client,The client works,Tasks');
    expect(text).toContain('"VAT return, Jan-Feb 2026",Cill Rua Chandlery,online,0 of ');
  });
});
