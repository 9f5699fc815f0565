import { afterAll, beforeAll, expect, it } from 'vitest';
import type { JobRow, JobView } from '@steady/contract/jobs';
import type { RequestAsLastTime } from '@steady/contract/requests';
import { type TestApp, asksOf, clientWithVat, jobOf, key, morning, startTestApp } from './support';

let t: TestApp;
let first: string;
let second: string;
const manager = () => t.firm.as.manager!;
const lastTime = async (jobId: string) => (await manager().get(`/api/jobs/${jobId}/requests/last-time`).expect(200)).body as RequestAsLastTime[];
const request = (jobId: string, title: string, items: { name: string; description?: string }[], dueOn: string) =>
  manager().post(`/api/jobs/${jobId}/requests`).set(key()).send({ title, items, dueOn }).expect(201);

beforeAll(async () => {
  t = await startTestApp();
  const clientId = await clientWithVat(t);
  await t.tick();
  first = await jobOf(t, clientId);
  const items = [{ name: 'Bank statements, Jan-Feb 2026', description: 'All pages' }, { name: 'Sales list' }, { name: 'Stock' }];
  await request(first, 'Records, Jan-Feb 2026', items, '2026-03-18');
  await request(first, 'Not that', [{ name: 'Something' }], '2026-03-18');
  const [wrong, asked] = await asksOf<{ items: { id: string; name: string }[] }>(manager(), first);
  await manager().post(`/api/asks/${wrong!.id}/withdraw`).send({ reason: 'asked by mistake' }).expect(204);
  await manager()
    .post(`/api/request-items/${asked!.part.items.find(({ name }) => name === 'Stock')!.id}/take-out`)
    .expect(204);
  t.clock.set(morning('2026-05-05'));
  await t.tick();
  const { rows } = (await manager().get(`/api/jobs?client=${clientId}&status=open`).expect(200)).body as { rows: JobRow[] };
  second = rows.find(({ name }) => name.includes('Mar-Apr'))!.id;
});
afterAll(() => t.close());

it('proposes what the job before asked for, moved on to this period, with as many working days; nothing that was withdrawn or taken out', async () => {
  // Four working days then, without Saint Patrick’s Day.
  expect(await lastTime(second)).toEqual([
    {
      of: 'VAT return, Jan-Feb 2026',
      title: 'Records, Mar-Apr 2026',
      items: [
        expect.objectContaining({ name: 'Bank statements, Mar-Apr 2026', description: 'All pages' }),
        expect.objectContaining({ name: 'Sales list', description: null }),
      ],
      wantedBy: '2026-05-11',
    },
  ]);
});

it('proposes nothing for the first job of a line, nor for one of no line', async () => {
  expect(await lastTime(first)).toEqual([]);
  const { clientId } = (await manager().get(`/api/jobs/${first}`).expect(200)).body as JobView;
  const byHand = { clientId, procedureId: 'none', name: 'A question', startOn: '2026-05-05', dueOn: '2026-05-29' };
  const { id } = (await manager().post('/api/jobs').set(key()).send(byHand).expect(201)).body as { id: string };
  expect(await lastTime(id)).toEqual([]);
});

it('is asked of whoever sees the client alone', async () => {
  await t.firm.as.contractor!.get(`/api/jobs/${second}/requests/last-time`).expect(404);
  await t.other.as.manager!.get(`/api/jobs/${second}/requests/last-time`).expect(404);
});
