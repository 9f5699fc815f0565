import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ObligationView } from '@steady/contract/almanac';
import type { HistoryLine, JobView } from '@steady/contract/jobs';
import { DUNMARRA, type TestApp, clientWithVat, jobOf, key, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const get = async <T>(path: string) => (await manager().get(path).expect(200)).body as T;
const deadlines = (clientId: string) => get<ObligationView[]>(`/api/clients/${clientId}/obligations`);
const act = (of: ObligationView, what: string, body: object) =>
  manager()
    .post(`/api/obligations/${of.id}/${what}`)
    .send({ version: of.version, ...body });
const withVat = async (name: string) => {
  const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name });
  return { clientId, first: (await deadlines(clientId))[0]! };
};

describe('a deadline', () => {
  it('is put off with its job, keeps the date of the rule beside it, and no change of facts moves it back', async () => {
    const { clientId } = await withVat('Put Off Ltd');
    await test.tick();
    const jobId = await jobOf(test, clientId);
    const [first] = await deadlines(clientId);
    await act(first!, 'extend', { to: '2026-04-20', reference: 'letter of 9 March' }).expect(204);
    const [put] = (await deadlines(clientId)).filter((one) => one.id === first!.id);
    expect(put).toMatchObject({
      dueOn: '2026-04-20',
      extendedFrom: '2026-03-23',
      extensionReference: 'letter of 9 March',
      status: 'open',
      version: first!.version + 1,
    });
    expect(await get<JobView>(`/api/jobs/${jobId}`)).toMatchObject({ dueOn: '2026-04-20' });
    const client = await get<{ version: number }>(`/api/clients/${clientId}`);
    await manager()
      .patch(`/api/clients/${clientId}`)
      .send({ ...DUNMARRA, contact: undefined, name: 'Put Off Ltd', way: 'paper', version: client.version })
      .expect(204);
    const after = await deadlines(clientId);
    expect(after.find((one) => one.id === first!.id)!.dueOn).toBe('2026-04-20');
    expect(after.filter((one) => one.id !== first!.id).every((one) => one.dueOn.endsWith('-19'))).toBe(true);
    expect((await get<HistoryLine[]>(`/api/history?client=${clientId}`)).map((line) => line.what)).toContain(
      'extended VAT return, Jan-Feb 2026 from Mon 23 Mar 2026 to Mon 20 Apr 2026, letter of 9 March',
    );
  });

  it('is not put off to a day before the rule gives, or by whoever looked at an older one', async () => {
    const { first } = await withVat('Early Ltd');
    const { body } = await act(first, 'extend', { to: '2026-03-23' }).expect(422);
    expect((body as { errors: { field: string }[] }).errors[0]!.field).toBe('to');
    await act(first, 'extend', { to: '2026-02-30' }).expect(422);
    await act({ ...first, version: 7 }, 'extend', { to: '2026-04-20' }).expect(409);
  });

  it('is set aside with a reason, begins no job then, and is wanted again', async () => {
    const { clientId, first } = await withVat('Aside Ltd');
    await act(first, 'set-aside', {}).expect(422);
    await act(first, 'set-aside', { reason: 'deregistered on 28 February' }).expect(204);
    await test.tick();
    const jobs = await get<{ rows: unknown[] }>(`/api/jobs?status=open&client=${clientId}`);
    expect(jobs.rows).toEqual([]);
    const aside = (await deadlines(clientId)).find((one) => one.id === first.id)!;
    expect(aside).toMatchObject({ status: 'not required', notRequiredReason: 'deregistered on 28 February' });
    await act(aside, 'reopen', {}).expect(204);
    await test.tick();
    expect(await jobOf(test, clientId)).toBeTruthy();
  });

  it('that was filed stays as it is', async () => {
    const { clientId, first } = await withVat('Filed Ltd');
    await manager().post(`/api/obligations/${first.id}/file`).set(key()).expect(202);
    await test.drain();
    const filed = (await deadlines(clientId)).find((one) => one.id === first.id)!;
    expect(filed.status).toBe('filed');
    await act(filed, 'extend', { to: '2026-05-01' }).expect(409);
    await act(filed, 'set-aside', { reason: 'x' }).expect(409);
  });

  it('says whether the law offers more time', async () => {
    const { first } = await withVat('Offered Ltd');
    expect(await get(`/api/obligations/${first.id}/extension`)).toEqual({ offered: null });
    await test.other.as.manager!.get(`/api/obligations/${first.id}/extension`).expect(404);
  });
});
