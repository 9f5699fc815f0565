import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RequestPart } from '@steady/contract/requests';
import type { AlmanacView, ObligationView } from '@steady/contract/almanac';
import type { ClientRow } from '@steady/contract/client-lists';
import type { BillPreview, SettlementPreview, WipPage } from '@steady/contract/fees';
import type { JobRow, JobView } from '@steady/contract/jobs';
import type { ListTotals } from '@steady/contract/lists';
import type { Found } from '@steady/contract/search';
import type { TimeSheet } from '@steady/contract/time';
import type { TodayView } from '@steady/contract/today';
import { sumOf } from '@steady/core/money';
import { LiveNotices } from '../src/platform/events';
import { DUNMARRA, type TestApp, asksOf, clientWithVat, draftBill, eur, jobOf, key, morning, settle, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const get = async <T>(path: string, role = 'manager') => (await test.firm.as[role]!.get(path).expect(200)).body as T;
const view = (jobId: string) => get<JobView>(`/api/jobs/${jobId}`);

/** A client of its own with its first job begun. */
const begun = async (name: string, more: Partial<typeof DUNMARRA> = {}) => {
  const clientId = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name, ...more });
  await test.tick();
  return { clientId, jobId: await jobOf(test, clientId) };
};

const record = (role: string, jobId: string, minutes: number, taskId?: string, on = '2026-03-11') =>
  test.firm.as[role]!.post('/api/time-entries').set(key()).send({ jobId, taskId, on, minutes, longDay: true }).expect(201);

const bill = async (jobId: string, amount: number) => {
  const id = await draftBill(manager(), jobId, eur(amount));
  await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
  return id;
};

describe('WIP over one job, as accountants reckon it', () => {
  it('5,400.00 recorded by three, 6,000.00 billed, settled, reversed, cancelled', async () => {
    const { jobId } = await begun('Sallow Boatyard Ltd');
    // 60.00, 140.00 and 120.00 an hour: 1,800.00, 2,100.00 and 1,500.00.
    await record('preparer', jobId, 1_200);
    await record('preparer', jobId, 600, undefined, '2026-03-10');
    await record('partner', jobId, 900);
    await record('manager', jobId, 750);
    const settlement = () => get<SettlementPreview>(`/api/jobs/${jobId}/settlement`);
    expect((await settlement()).cannot).toBe('Nothing is billed on this job yet. A bill comes first.');
    const invoiceId = await bill(jobId, 600_000);
    const preview = await settlement();
    expect(preview).toMatchObject({ recorded: eur(540_000), billed: eur(600_000), balance: eur(-60_000), adjustment: eur(60_000) });
    expect(preview.people.map((person) => person.adjustment)).toEqual([20_000, 23_333, 16_667].map(eur));
    expect(
      sumOf(
        'EUR',
        preview.lines.map((line) => line.adjustment),
      ),
    ).toEqual(eur(60_000));
    const id = await settle(manager(), jobId, eur(-60_000));
    expect((await get<WipPage>('/api/wip')).rows.find((row) => row.jobId === jobId)).toBeUndefined();

    const refused = await manager().post(`/api/invoices/${invoiceId}/cancel`).set(key()).send({ version: 2, reason: 'Wrong client' }).expect(409);
    expect((refused.body as { detail: string }).detail).toContain('Reverse the settlement first');
    await manager().post(`/api/settlements/${id}/reverse`).set(key()).expect(204);
    expect((await get<WipPage>('/api/wip')).rows.find((row) => row.jobId === jobId)!.balance).toEqual(eur(-60_000));
    await manager().post(`/api/invoices/${invoiceId}/cancel`).set(key()).send({ version: 2, reason: 'Wrong client' }).expect(204);
    const { ledger } = await settlement();
    expect(ledger.map((line) => line.after)).toEqual([120_000, 180_000, 390_000, 540_000, -60_000, 0, -60_000, 540_000].map(eur));
    expect((await get<BillPreview>(`/api/invoices/${invoiceId}`)).invoice).toMatchObject({ status: 'cancelled', number: '2026-0001' });
  });

  it('numbers bills without a gap, drafts that are thrown away included', async () => {
    const { jobId } = await begun('Numbers Ltd');
    const id = await draftBill(manager(), jobId, eur(1_000), 'x');
    await manager().delete(`/api/invoices/${id}`).expect(204);
    await manager().get(`/api/invoices/${id}`).expect(404);
    const numbers: (string | null)[] = [];
    for (let count = 0; count < 3; count += 1) numbers.push((await get<BillPreview>(`/api/invoices/${await bill(jobId, 1_000)}`)).invoice.number);
    expect(numbers).toEqual(['2026-0002', '2026-0003', '2026-0004']);
    await manager()
      .delete(`/api/invoices/${await bill(jobId, 500)}`)
      .expect(409);
  });

  it('warns before a bill goes beyond the agreed fee, or where nothing is recorded', async () => {
    const { jobId } = await begun('Warned Ltd');
    const id = await draftBill(manager(), jobId, eur(20_000), 'x');
    expect((await get<BillPreview>(`/api/invoices/${id}`)).warnings).toEqual([
      'With this bill EUR 200.00 are billed, above the agreed fee of EUR 180.00.',
      'No time or expense is recorded on this job.',
    ]);
  });
});

describe('paper clients', () => {
  it('get the earlier date, no mail, and their answers are recorded by hand', async () => {
    const { clientId, jobId } = await begun('Thatch and Reed', { way: 'paper', legalForm: 'sole trader', yearEnd: undefined });
    const [first] = await get<ObligationView[]>(`/api/clients/${clientId}/obligations`);
    expect(first!.dueOn).toBe('2026-03-19');
    const wanted = { title: 'Papers', dueOn: '2026-03-16', items: [{ name: 'Invoices' }] };
    const preview = await manager().post(`/api/jobs/${jobId}/requests/preview`).send(wanted).expect(200);
    expect(preview.body).toEqual({ messages: [], nobody: [{ name: 'Thatch and Reed', why: 'works on paper: print a letter' }] });
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(wanted).expect(201);
    await test.drain();
    expect(await get(`/api/messages?client=${clientId}`)).toEqual([]);
    expect((await view(jobId)).waitingSince).toBeNull();
    const item = (await asksOf<RequestPart>(manager(), jobId))[0]!.part.items[0]!;
    await manager().post(`/api/request-items/${item.id}/accept`).expect(204);
    const job = await view(jobId);
    expect(job).toMatchObject({ everythingInOn: '2026-03-11', waitingSince: null });
    // A sole trader passes the second look over, and the job says why.
    expect(job.passedOver).toEqual([{ name: 'Second look', why: 'only if legal form is company or co-operative or charity' }]);
  });
});

describe('a job', () => {
  it('is of the kind of income of its service until somebody says otherwise, and is added up by it', async () => {
    const { jobId } = await begun('Advised Ltd');
    const job = await view(jobId);
    expect(job.income).toBe('Tax');
    const change = (income: string | null, version: number) => manager().patch(`/api/jobs/${jobId}`).send({ income, version });
    await change('x'.repeat(61), job.version).expect(422);
    await change('Advice', job.version).expect(204);
    const { rows: groups } = await get<ListTotals>('/api/jobs/sums?by=income&columns=fee');
    expect(groups.find((group) => group.value === 'Advice')).toMatchObject({ count: 1 });
    expect(groups.map((group) => group.value)).toContain('Tax');
    await change(null, job.version + 1).expect(204);
    expect((await view(jobId)).income).toBeNull();
  });

  it('is begun once by "Start now", ahead of its time', async () => {
    const clientId = await clientWithVat(test, '2026-03-01', { ...DUNMARRA, name: 'Early Ltd' });
    await test.tick();
    const [next] = await get<ObligationView[]>(`/api/clients/${clientId}/obligations`);
    expect(next).toMatchObject({ name: 'VAT return, Mar-Apr 2026', jobId: null });
    const both = await Promise.all([1, 2].map(() => manager().post(`/api/obligations/${next!.id}/start`).expect(200)));
    expect(both[0]!.body).toEqual(both[1]!.body);
    expect(await jobOf(test, clientId)).toBe((both[0]!.body as { jobId: string }).jobId);
  });

  it('on hold stays where it is, and moves on when it is taken off', async () => {
    const { jobId } = await begun('Held Ltd');
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: '' }).expect(422);
    await manager().post(`/api/jobs/${jobId}/hold`).send({ reason: 'directors in dispute' }).expect(204);
    const first = (await view(jobId)).phases[0]!.key;
    for (const task of (await view(jobId)).tasks.filter((one) => one.phaseKey === first)) {
      await manager().post(`/api/tasks/${task.id}/tick`).send({ done: true, version: task.version }).expect(200);
    }
    expect(await view(jobId)).toMatchObject({ status: 'on hold', holdReason: 'directors in dispute' });
    expect((await view(jobId)).phases[0]!.stands).toBe('current');
    await manager().post(`/api/jobs/${jobId}/resume`).expect(204);
    expect((await view(jobId)).phases[1]!.stands).toBe('current');
  });

  it('changes who does a task, and tells the second of two who change it at once', async () => {
    const { jobId } = await begun('Assigned Ltd');
    const task = (await view(jobId)).tasks.at(-1)!;
    const change = (assigneeId: string | null) => manager().patch(`/api/tasks/${task.id}`).send({ assigneeId, estimate: 45, version: task.version });
    await change(test.firm.members.partner!).expect(204);
    await change(null).expect(409);
    expect((await view(jobId)).tasks.at(-1)).toMatchObject({ assignee: 'partner', estimate: 45, version: task.version + 1 });
    await manager()
      .patch(`/api/tasks/${task.id}`)
      .send({ assigneeId: test.other.members.manager, version: task.version + 1 })
      .expect(422);
  });
});

describe('time', () => {
  it('starting the timer on another job records the first', async () => {
    const [one, two] = [await begun('One Ltd'), await begun('Two Ltd')];
    const agent = test.firm.as.partner!;
    await agent.post('/api/timer/start').send({ jobId: one.jobId }).expect(204);
    test.clock.advance({ minutes: 20 });
    await agent.post('/api/timer/start').send({ jobId: two.jobId }).expect(204);
    test.clock.advance({ minutes: 5 });
    await agent.post('/api/timer/stop').expect(200);
    const sheet = await get<TimeSheet>('/api/time', 'partner');
    expect(sheet.entries.filter((entry) => entry.client.match(/^(One|Two)/)).map((entry) => [entry.client, entry.minutes])).toEqual([
      ['Two Ltd', 5],
      ['One Ltd', 20],
    ]);
    expect(sheet.expected).toBe(5 * 450);
  });

  it('a timer forgotten for days records half a day at most', async () => {
    const { jobId } = await begun('Forgotten Ltd');
    await test.firm.as.administrator!.post('/api/timer/start').send({ jobId }).expect(204);
    test.clock.advance({ hours: 60 });
    expect((await test.firm.as.administrator!.post('/api/timer/stop').expect(200)).body).toEqual({ minutes: 720 });
    test.clock.set(morning('2026-03-11'));
  });

  it('refuses the future, another job\u2019s task, and more than a day', async () => {
    const [one, two] = [await begun('Here Ltd'), await begun('There Ltd')];
    const taskId = (await view(two.jobId)).tasks[0]!.id;
    const send = (more: object) =>
      manager()
        .post('/api/time-entries')
        .set(key())
        .send({ jobId: one.jobId, on: '2026-03-11', minutes: 30, ...more });
    for (const wrong of [
      { on: '2026-03-12' },
      { on: '2026-02-30' },
      { taskId },
      { minutes: 0 },
      { minutes: 1_441 },
      { minutes: 1.5 },
      { note: 'x'.repeat(301) },
    ])
      await send(wrong).expect(422);
    expect(await get(`/api/jobs/${one.jobId}/time`)).toEqual([]);
  });

  it('shows rates and values only to those who see fees', async () => {
    const { jobId } = await begun('Hidden Ltd');
    await record('preparer', jobId, 60);
    expect(await get<unknown[]>(`/api/jobs/${jobId}/time`)).toMatchObject([{ rate: eur(6_000), value: eur(6_000) }]);
    expect(await get<unknown[]>(`/api/jobs/${jobId}/time`, 'preparer')).toMatchObject([{ rate: null, value: null }]);
  });
});

describe('lists', () => {
  it('page by page over hundreds of clients, none twice and none left out, sorted by name', async () => {
    for (let count = 0; count < 260; count += 1) {
      await manager()
        .post('/api/clients')
        .send({ name: `Ålesund ${String(count).padStart(3, '0')}`, legalForm: 'person', vatRegistered: false, employer: false, way: 'online' })
        .expect(201);
    }
    const seen: string[] = [];
    for (;;) {
      const page = await get<{ rows: ClientRow[]; more: boolean }>(`/api/clients?find=lesund&from=${seen.length}`);
      seen.push(...page.rows.map((row) => row.name));
      if (!page.more) break;
    }
    expect(seen).toHaveLength(260);
    expect(new Set(seen).size).toBe(260);
    expect(seen).toEqual([...seen].sort());
  });

  it('find what is typed, and take what would be a pattern for what it is', async () => {
    await begun('Fifty % Wool_Co-op', { legalForm: 'co-operative' });
    expect((await get<Found[]>('/api/search?find=50%25')).length).toBe(0);
    expect((await get<Found[]>('/api/search?find=%25 wool_')).map((found) => found.name)).toContain('Fifty % Wool_Co-op');
    expect(await get<Found[]>('/api/search?find=')).toEqual([]);
    const { rows } = await get<{ rows: JobRow[] }>('/api/jobs?status=open&find=wool');
    expect(rows).toHaveLength(1);
  });

  it('refuse an address that cannot be one', async () => {
    await manager().get('/api/jobs/not-an-id').expect(404);
    await manager().get('/api/almanac?from=2026-02-30').expect(422);
    await manager().get('/api/clients?filters=%27%3B--').expect(422);
    await manager().get('/api/clients/%27%3B--').expect(404);
  });
});

describe('the almanac and Today', () => {
  it('count what falls in each week, what is overdue whatever its age, and the load of what is not begun', async () => {
    const clientId = await clientWithVat(test, '2025-09-01', { ...DUNMARRA, name: 'Late Ltd' });
    await test.tick();
    const almanac = await get<AlmanacView>('/api/almanac?from=2026-03-11');
    expect(almanac.weeks.map((week) => week.week).slice(0, 3)).toEqual(['2026-03-09', '2026-03-16', '2026-03-23']);
    expect(almanac.weeks[1]).toMatchObject({ workingDays: 4, room: 4 * 5 * 450 });
    expect(almanac.rows.find((row) => row.service === 'VAT return')!.cells[2]!.count).toBeGreaterThan(5);
    expect(almanac.earlierOverdue).toBeGreaterThanOrEqual(2);
    const overdue = (await get<ObligationView[]>('/api/almanac/overdue')).filter((one) => one.clientId === clientId);
    expect(overdue.map((one) => one.dueOn)).toEqual(['2025-11-23', '2026-01-23']);
    const today = await get<TodayView>('/api/today');
    expect(today.overdue.rows.filter((line) => line.clientId === clientId)).toHaveLength(2);
    expect(today.unbilled).not.toBeNull();
    expect((await get<TodayView>('/api/today?whose=mine', 'preparer')).unbilled).toBeNull();
  });

  it('say how many there are in all where only the first stand, and what is due beside all that is overdue', async () => {
    for (let count = 0; count < 22; count += 1)
      await test.firm.as
        .manager!.post('/api/clients')
        .send({ ...DUNMARRA, name: `Mute Swan ${count} Ltd`, vatRegistered: false, vatGroup: undefined, contact: undefined })
        .expect(201);
    await clientWithVat(test, '2004-01-01', { ...DUNMARRA, name: 'Long Overdue Ltd', contact: { name: 'Lou', email: 'lou@overdue.example' } });
    const { nobodyToWriteTo, overdue, dueThisWeek } = await get<TodayView>('/api/today');
    expect(nobodyToWriteTo.rows).toHaveLength(20);
    expect(nobodyToWriteTo.count).toBeGreaterThanOrEqual(22);
    expect(overdue.rows).toHaveLength(100);
    expect(overdue.count).toBe((await get<ObligationView[]>('/api/almanac/overdue')).length);
    expect(overdue.count).toBeGreaterThan(100);
    expect(dueThisWeek.rows).toHaveLength(dueThisWeek.count);
  });
});

it('open pages are told what happened in their own firm, and only there', async () => {
  const heard: string[] = [];
  const elsewhere: string[] = [];
  const live = test.app.get(LiveNotices);
  live.of(test.firm.id).subscribe((notice) => heard.push(...notice.kinds));
  live.of(test.other.id).subscribe((notice) => elsewhere.push(...notice.kinds));
  await manager()
    .post('/api/clients')
    .send({ ...DUNMARRA, name: '' })
    .expect(422);
  expect(heard).toEqual([]);
  await manager()
    .post('/api/clients')
    .send({ ...DUNMARRA, name: 'Told Ltd' })
    .expect(201);
  expect(heard).toEqual(['client added', 'contact added']);
  expect(elsewhere).toEqual([]);
});

it('a bill that was paid in part stays unpaid for the rest, and is credited, not cancelled', async () => {
  const { clientId, jobId } = await begun('Half Tide Nets Ltd');
  const id = await bill(jobId, 10_000);
  const receive = async (amount: number) => {
    const { version } = (await get<BillPreview>(`/api/invoices/${id}`)).invoice;
    const input = { amount: eur(amount), on: '2026-03-11', reference: `TRF-${amount}`, version };
    await manager().post(`/api/invoices/${id}/payments`).set(key()).send(input).expect(204);
  };
  await receive(5_000);
  const half = (await get<BillPreview>(`/api/invoices/${id}`)).invoice;
  expect(half).toMatchObject({ status: 'issued', paid: eur(5_000), gross: eur(12_300) });
  expect(half.cannotCancel).toContain('50.00 of it was paid');
  await manager().post(`/api/invoices/${id}/cancel`).set(key()).send({ version: half.version, reason: 'Wrong' }).expect(409);
  expect(await get(`/api/clients/${clientId}`)).toMatchObject({ unpaid: eur(7_300) });
  await receive(7_300);
  expect((await get<BillPreview>(`/api/invoices/${id}`)).invoice).toMatchObject({ status: 'paid', paid: eur(12_300) });
});

it('gives no bill a number of a past year when the clock is behind, and goes on when it is right', async () => {
  const { jobId } = await begun('Tern Chandlery Ltd');
  await bill(jobId, 10_000);
  const draft = () => draftBill(manager(), jobId, eur(5_000), 'More');
  test.clock.advance({ hours: -24 * 75 });
  const id = await draft();
  const refused = await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(409);
  expect(refused.body).toMatchObject({ code: 'clock-behind' });
  expect((refused.body as { detail: string }).detail).toMatch(/bill 2026-\d{4} was issued on .* 2026 already/);
  test.clock.advance({ hours: 24 * 75 });
  await manager().post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
});
