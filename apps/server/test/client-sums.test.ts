import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Filter } from '@steady/core/lists';
import type { ClientList } from '@steady/contract/client-lists';
import { DUNMARRA, type TestApp, clientWithVat, key, startTestApp } from './support';

let test: TestApp;
let dunmarra: string;
const manager = () => test.firm.as.manager!;
beforeAll(async () => {
  test = await startTestApp();
  dunmarra = await clientWithVat(test);
  for (const name of ['Quiet Ltd', 'Empty Ltd'])
    await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, contact: undefined, name })
      .expect(201);
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

it('sorts and filters by what is summed up as by any other fact', async () => {
  const { body } = await manager().get(`/api/clients/${dunmarra}/obligations`).expect(200);
  const [first] = body as { id: string; dueOn: string }[];
  const { jobId } = (await manager().post(`/api/obligations/${first!.id}/start`).expect(200)).body as { jobId: string };
  await manager().post('/api/time-entries').set(key()).send({ jobId, on: '2026-03-11', minutes: 60 }).expect(201);
  expect((await names([], { sort: '-wip' }))[0]).toBe('Dunmarra Oysters Ltd');
  expect((await names([], { sort: 'wip' })).at(-1)).toBe('Dunmarra Oysters Ltd');
  expect(await names([{ field: 'wip', test: 'above', value: 10_000 }])).toEqual(['Dunmarra Oysters Ltd']);
  expect(await names([{ field: 'openJobs', test: 'is', value: 0 }])).toHaveLength(2);
  expect(await names([{ field: 'due', test: 'empty' }])).not.toContain('Dunmarra Oysters Ltd');
  const found = await list({ sort: '-wip', columns: 'wip,openJobs,due' }, [{ field: 'openJobs', test: 'above', value: 0 }]);
  expect(found).toMatchObject({ total: 1, rows: [{ values: { wip: 12_000, openJobs: 1, due: first!.dueOn } }] });
});
