import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AlmanacList, AlmanacView, AlmanacYear, FeedView, ObligationView, Rehearsal } from '@steady/contract/almanac';
import type { SeasonPreview, SeasonStartView } from '@steady/contract/season';
import type { JobRow, JobView } from '@steady/contract/jobs';
import { plus } from '@steady/core/money';
import { DUNMARRA, type TestApp, clientWithVat, eur, key, morning, startTestApp } from './support';

let test: TestApp;
let oysters: string;
let ferries: string;
beforeAll(async () => {
  test = await startTestApp();
  oysters = await clientWithVat(test, '2025-11-01', { ...DUNMARRA, name: 'Almanac Oysters Ltd' });
  ferries = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Almanac Ferries Ltd', vatGroup: 'Feb-Mar' });
  await manager()
    .post(`/api/clients/${ferries}/lines`)
    .send({ serviceId: test.firm.services.books, rhythm: 'monthly', fee: eur(42_000), startsOn: '2026-03-01', preparerId: test.firm.members.partner })
    .expect(201);
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const get = async <T>(path: string, role = 'manager') => (await test.firm.as[role]!.get(path).expect(200)).body as T;

describe('the almanac', () => {
  it('gives twelve months by day, with what is overdue from before them', async () => {
    const year = await get<AlmanacYear>('/api/almanac/year?from=2026-03-01');
    expect(year).toMatchObject({ from: '2026-03-01', earlierOverdue: 2 });
    expect(year.days.find((one) => one.day === '2026-03-23')).toEqual({ day: '2026-03-23', count: 1, filed: 0, overdue: 0 });
    expect(year.closed['2026-03-17']).toBeDefined();
  });

  it.each<[string, (ids: typeof test.firm) => string, number]>([
    ['a client', () => `client=${oysters}`, 6],
    ['a service', (firm) => `service=${firm.services.books}`, 11],
    ['our own dates', () => 'only=own', 11],
    ['an authority', () => 'authority=Our own date', 11],
    ['a person', (firm) => `person=${firm.members.partner}`, 11],
    ['a manager who has none', (firm) => `manager=${firm.members.administrator}`, 0],
  ])('narrows to %s', async (_, query, count) => {
    const year = await get<AlmanacYear>(`/api/almanac/year?from=2026-03-01&${query(test.firm)}`);
    expect(year.days.reduce((sum, one) => sum + one.count, 0)).toBe(count);
    const list = await get<AlmanacList>(`/api/almanac/list?from=2026-03-01&until=2027-02-28&${query(test.firm)}`);
    expect(list.rows.filter((row) => row.dueOn >= '2026-03-01')).toHaveLength(count);
  });

  it('stands by our own targets when that is asked', async () => {
    const due = await get<ObligationView[]>(`/api/almanac/week?from=2026-03-23&client=${oysters}`);
    expect(due.map((one) => [one.dueOn, one.targetOn])).toEqual([['2026-03-23', '2026-03-20']]);
    expect(await get<ObligationView[]>(`/api/almanac/week?from=2026-03-23&client=${oysters}&by=target`)).toEqual([]);
    expect(await get<ObligationView[]>(`/api/almanac/week?from=2026-03-16&client=${oysters}&by=target`)).toHaveLength(1);
  });

  it('shows what is overdue whatever the span, and the list as CSV with cells that no spreadsheet runs', async () => {
    await manager()
      .patch(`/api/clients/${oysters}`)
      .send({ ...DUNMARRA, contact: undefined, name: '=Almanac Oysters', version: 1 })
      .expect(204);
    const list = await get<AlmanacList>('/api/almanac/list?from=2026-09-01&until=2026-09-30');
    expect(list.rows.slice(0, 2).map((one) => one.dueOn)).toEqual(['2026-01-23', '2026-02-23']);
    const { text, headers } = await manager().get('/api/almanac/list.csv?from=2026-09-01&until=2026-09-30').expect(200);
    expect(headers['content-disposition']).toContain('Deadlines 2026-03-11.csv');
    expect(text.split('\r\n')[0]).toContain('Due,Our target,Client,What');
    expect(text).toContain("'=Almanac Oysters");
    await manager()
      .get('/api/almanac/list.xlsx?from=2026-09-01&until=2026-09-30')
      .expect(200)
      .expect('Content-Type', /spreadsheetml/);
  });

  it.each(['from=2026-02-30', 'client=1', 'by=guess', 'nonsense=1'])('refuses %s', async (query) => {
    await manager().get(`/api/almanac/year?${query}`).expect(422);
  });

  it('shows a contractor without a grant nothing of it', async () => {
    expect((await get<AlmanacYear>('/api/almanac/year?from=2026-01-01', 'contractor')).days).toEqual([]);
    expect((await get<Rehearsal>('/api/almanac/rehearsal', 'contractor')).rows).toEqual([]);
  });
});

describe('our own target of a job', () => {
  it('moves with its open tasks and shows its load before; the deadline never does', async () => {
    await test.tick();
    const { body: found } = await manager().get(`/api/jobs?status=open&client=${oysters}`).expect(200);
    const jobId = (found as { rows: JobRow[] }).rows.find((row) => row.name === 'VAT return, Jan-Feb 2026')!.id;
    const job = await get<JobView>(`/api/jobs/${jobId}`);
    const target = '2026-03-16';
    const as = await get<AlmanacView>('/api/almanac?from=2026-03-09');
    const then = await get<AlmanacView['weeks']>(`/api/almanac/load?from=2026-03-09&job=${jobId}&target=${target}`);
    const together = (weeks: AlmanacView['weeks']) => weeks.reduce((sum, week) => sum + week.booked, 0);
    expect(then.map((week) => week.booked)).not.toEqual(as.weeks.map((week) => week.booked));
    expect(Math.abs(together(then) - together(as.weeks))).toBeLessThan(5);
    const before = job.tasks.map((task) => task.dueOn);
    const { body } = await manager().post(`/api/jobs/${jobId}/target`).send({ targetOn: '2027-01-01', version: job.version }).expect(422);
    expect((body as { errors: { message: string }[] }).errors[0]!.message).toContain('A deadline moves only by an extension');
    await manager().post(`/api/jobs/${jobId}/target`).send({ targetOn: target, version: job.version }).expect(204);
    const moved = await get<JobView>(`/api/jobs/${jobId}`);
    expect(moved).toMatchObject({ targetOn: target, dueOn: job.dueOn });
    expect(moved.tasks.map((task) => task.dueOn)).not.toEqual(before);
    expect(moved.tasks.every((task) => task.dueOn <= target && task.startOn >= moved.startOn)).toBe(true);
    await manager().post(`/api/jobs/${jobId}/target`).send({ targetOn: target, version: job.version }).expect(409);
  });
});

describe('a rehearsal', () => {
  it('lists the jobs and deadlines that will come, week by week, and writes nothing', async () => {
    const before = await get<AlmanacList>('/api/almanac/list?from=2026-01-01&until=2027-12-31');
    const run = await get<Rehearsal>('/api/almanac/rehearsal?from=2026-04-01&until=2026-06-30');
    const begins = run.rows.filter((row) => row.does === 'begins').map((row) => `${row.on} ${row.name}`);
    expect(begins).toEqual([
      '2026-04-01 Books, monthly, Mar 2026',
      '2026-04-27 VAT return, Mar-Apr 2026',
      '2026-05-05 Books, monthly, Apr 2026',
      '2026-05-27 VAT return, Apr-May 2026',
      '2026-06-02 Books, monthly, May 2026',
      '2026-06-26 VAT return, May-Jun 2026',
      '2026-06-30 Books, monthly, Jun 2026',
    ]);
    const together = run.weeks.reduce((sum, week) => ({ jobs: sum.jobs + week.jobs, fee: plus(sum.fee, week.fee) }), { jobs: 0, fee: eur(0) });
    expect(together).toEqual({ jobs: 7, fee: eur(4 * 42_000 + 3 * 18_000) });
    // What has begun already does not begin again, but falls due.
    expect(run.rows.filter((row) => row.does === 'due').map((row) => row.name)).toContain('VAT return, Feb-Mar 2026');
    expect(await get<AlmanacList>('/api/almanac/list?from=2026-01-01&until=2027-12-31')).toEqual(before);
  });

  it('agrees with what then comes to be', async () => {
    const rehearsed = (await get<Rehearsal>(`/api/almanac/rehearsal?from=2026-03-11&until=2026-05-29&client=${ferries}`)).rows
      .filter((row) => row.does === 'begins')
      .map((row) => row.name);
    const there = async () =>
      ((await manager().get(`/api/jobs?status=open&client=${ferries}`).expect(200)).body as { rows: JobRow[] }).rows.map((row) => row.name);
    const before = await there();
    test.clock.set(morning('2026-05-29'));
    await test.tick();
    test.clock.set(morning('2026-03-11'));
    expect((await there()).filter((name) => !before.includes(name)).sort()).toEqual([...rehearsed].sort());
  });

  it('does not begin again what has begun for a client who then left in the middle of it', async () => {
    const { body } = await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, contact: undefined, name: 'Left Midway Ltd' })
      .expect(201);
    const { id } = body as { id: string };
    await manager()
      .post(`/api/clients/${id}/lines`)
      .send({ serviceId: test.firm.services.books, rhythm: 'monthly', fee: eur(1_000), startsOn: '2026-02-01' })
      .expect(201);
    await test.tick();
    const { version } = await get<{ version: number }>(`/api/clients/${id}`);
    await manager().post(`/api/clients/${id}/standing`).send({ standing: 'former', on: '2026-02-20', reason: 'Sold', version });
    const names = (await get<Rehearsal>(`/api/almanac/rehearsal?client=${id}`)).rows.filter((row) => row.does === 'begins').map((row) => row.name);
    expect(names).toEqual([]);
  });

  it.each(['from=2026-04-01&until=2026-03-01', 'from=2026-04-01&until=2030-03-01'])('refuses %s', async (query) => {
    await manager().get(`/api/almanac/rehearsal?${query}`).expect(422);
  });

  it('keeps fees from whoever may not see them', async () => {
    const run = await get<Rehearsal>('/api/almanac/rehearsal?from=2026-06-01&until=2026-12-31', 'preparer');
    expect(run.rows.length).toBeGreaterThan(0);
    expect(run.rows.every((row) => row.fee === null)).toBe(true);
  });
});

describe('a season', () => {
  const preview = async (more: object) =>
    (
      await manager()
        .post('/api/season/preview')
        .send({ serviceId: test.firm.services.vat, until: '2026-08-31', ...more })
        .expect(200)
    ).body as SeasonPreview;

  it('is looked through before: who is in it, who is there already, who is not known', async () => {
    const all = await preview({});
    expect(all.rows.filter((row) => row.jobId === null).map((row) => row.name)).toContain('VAT return, Jul-Aug 2026');
    expect(all.rows.some((row) => row.jobId !== null)).toBe(true);
    const named = await preview({ text: 'Client\n"Almanac Ferries Ltd";harbour\nNobody Known Ltd\n' });
    expect(new Set(named.rows.map((row) => row.client))).toEqual(new Set(['Almanac Ferries Ltd']));
    expect(named.notFound).toEqual(['Nobody Known Ltd']);
    const other = await clientWithVat(test, '2027-01-01', { ...DUNMARRA, name: 'Later Ltd' });
    expect((await preview({ clientIds: [other] })).without).toEqual([{ clientId: other, client: 'Later Ltd' }]);
  });

  it('says which requests go with each job, as they are asked with each job of its line', async () => {
    const asksOf = async () => new Map((await preview({ clientIds: [ferries] })).rows.map((row) => [row.name, row.asks]));
    const job = ((await manager().get(`/api/jobs?status=open&client=${ferries}`).expect(200)).body as { rows: JobRow[] }).rows.find(({ name }) =>
      name.startsWith('VAT return'),
    )!;
    expect([...(await asksOf()).values()].flat()).toEqual([]);
    const input = { title: 'Stock and deposits', dueOn: '2026-03-20', eachTime: 0, items: [{ name: 'Stock list' }] };
    await manager().post(`/api/jobs/${job.id}/requests`).set(key()).send(input).expect(201);
    const asked = await asksOf();
    expect([...asked.values()].every((asks) => asks.join() === 'Stock and deposits')).toBe(true);
    const [each] = (await manager().get(`/api/clients/${ferries}/requests-each-time`).expect(200)).body as { id: string }[];
    await manager().post(`/api/requests-each-time/${each!.id}/end`).expect(204);
    expect([...(await asksOf()).values()].flat()).toEqual([]);
  });

  it('begins once, and is taken back by one undo, but for what somebody has worked on', async () => {
    const { rows } = await preview({ clientIds: [ferries] });
    const obligationIds = rows.map((row) => row.obligationId);
    const { body } = await manager().post('/api/season').set(key()).send({ obligationIds, what: 'VAT to August' }).expect(201);
    const { id, begun, there } = body as { id: string; begun: number; there: number };
    expect(begun + there).toBe(rows.length);
    expect(there).toBe(rows.filter((row) => row.jobId !== null).length);
    await manager().post('/api/season').set(key()).send({ obligationIds, what: 'Again' }).expect(409);
    const jobs = ((await manager().get(`/api/jobs?status=open&client=${ferries}`).expect(200)).body as { rows: JobRow[] }).rows;
    const worked = jobs.find((row) => row.name === rows.filter((one) => one.jobId === null).at(-1)!.name)!;
    await manager().post('/api/time-entries').set(key()).send({ jobId: worked.id, on: '2026-03-11', minutes: 30 }).expect(201);
    expect((await manager().post(`/api/season/${id}/undo`).expect(200)).body).toEqual({ takenBack: begun - 1, left: 1 });
    const left = ((await manager().get(`/api/jobs?status=open&client=${ferries}`).expect(200)).body as { rows: JobRow[] }).rows;
    expect(left).toHaveLength(jobs.length - begun + 1);
    expect(left.map((row) => row.id)).toContain(worked.id);
    await manager().post(`/api/season/${id}/undo`).expect(409);
    expect((await get<SeasonStartView[]>('/api/season'))[0]).toMatchObject({ what: 'VAT to August', jobs: begun });
    await test.other.as.manager!.post(`/api/season/${id}/undo`).expect(404);
  });
});

describe('a calendar address', () => {
  it('is read without signing in, shows no more than its person sees, and is withdrawn', async () => {
    const { body } = await manager().post('/api/feeds').send({ scope: 'firm' }).expect(201);
    const { id, secret } = body as { id: string; secret: string };
    const { text } = await test.other.as
      .manager!.get(`/api/feeds/${secret}.ics`)
      .expect(200)
      .expect('Content-Type', /text\/calendar/);
    expect(text).toContain('BEGIN:VCALENDAR');
    expect(text.replaceAll('\r\n ', '')).toContain('SUMMARY:Almanac Ferries Ltd: VAT return\\, Apr-May 2026');
    expect(text).toContain('DTSTART;VALUE=DATE:20260623');
    const own = (await test.firm.as.contractor!.post('/api/feeds').send({ scope: 'firm' }).expect(201)).body as { secret: string };
    expect((await manager().get(`/api/feeds/${own.secret}.ics`).expect(200)).text).not.toContain('VEVENT');
    expect(await get<FeedView[]>('/api/feeds')).toHaveLength(1);
    await test.firm.as.contractor!.delete(`/api/feeds/${id}`).expect(404);
    await manager().delete(`/api/feeds/${id}`).expect(204);
    await manager().get(`/api/feeds/${secret}.ics`).expect(404);
    await manager().get('/api/feeds/guess.ics').expect(404);
    expect(await get<FeedView[]>('/api/feeds')).toEqual([]);
  });
});
