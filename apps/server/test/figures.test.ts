import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Procedure } from '@steady/core/procedures';
import type { Money } from '@steady/core/money';
import type { ClientView } from '@steady/contract/clients';
import type { BillPreview, InvoicePage, SettlementPreview, WipPage } from '@steady/contract/fees';
import type { HistoryLine, JobRow, JobTotals } from '@steady/contract/jobs';
import type { FeeProposal } from '@steady/contract/lines';
import type { OnPaperBefore } from '@steady/contract/procedures';
import type { ExpenseView, TimeEntryView, TimeSheet } from '@steady/contract/time';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf, task } from './at-work';
import { type TestApp, draftBill, eur, settle, startTestApp } from './support';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, job, procedure, client, begun, tick, move } = atWork(() => test);
const get = async <T>(path: string, role = 'manager') => (await test.firm.as[role]!.get(path).expect(200)).body as T;
const recorded = async (jobId: string, minutes: number, more: { role?: string; on?: string; taskId?: string; longDay?: boolean } = {}) => {
  const { role = 'preparer', on = '2026-03-11', ...rest } = more;
  const answer = await test.firm.as[role]!.post('/api/time-entries')
    .send({ jobId, on, minutes, ...rest })
    .expect(201);
  return (answer.body as { id: string }).id;
};
const spent = async (jobId: string, amount: Money) =>
  ((await manager().post('/api/expenses').send({ jobId, on: '2026-03-11', amount, what: 'Search fee' }).expect(201)).body as { id: string }).id;
const billed = async (jobId: string, amount: Money) => {
  const id = await draftBill(manager(), jobId, amount);
  await manager().post(`/api/invoices/${id}/approve`).send({ version: 1 }).expect(204);
  return id;
};
const bill = async (id: string) => (await get<BillPreview>(`/api/invoices/${id}`)).invoice;
const settlement = (jobId: string) => get<SettlementPreview>(`/api/jobs/${jobId}/settlement`);
const historyOf = (jobId: string) => get<HistoryLine[]>(`/api/history?job=${jobId}`);

describe('WIP and unpaid bills', () => {
  it('are the same on every page that says them, by one definition each', async () => {
    const clientId = await client();
    const [ahead, behind] = [await begun(THREE, { clientId }), await begun(THREE, { clientId })];
    await recorded(behind, 600, { on: '2025-11-03' });
    await recorded(ahead, 60);
    await billed(ahead, eur(50_000));
    const { figures, rows } = await get<WipPage>('/api/wip');
    expect(figures).toMatchObject({ jobs: 2, notBilled: eur(60_000), billedAhead: eur(44_000), net: eur(16_000), recorded: eur(66_000), billed: eur(50_000) });
    // What is old is part of what is recorded and not billed, never more than it.
    expect(figures.ages).toEqual({ upTo30: eur(0), upTo60: eur(0), upTo90: eur(0), over90: eur(60_000) });
    expect(rows.map((row) => row.balance)).toEqual([eur(60_000), eur(-44_000)]);
    expect((await get<TodayView>('/api/today?whose=firm')).unbilled).toEqual(figures);
    expect((await get<TodayView>('/api/today?whose=firm', 'preparer')).unbilled).toBeNull();
    const { wip, unpaid } = await get<ClientView>(`/api/clients/${clientId}`);
    expect(wip).toEqual(figures.net);
    // A page filtered by another status says the same of what is unpaid.
    for (const asked of ['', '?status=draft', `?client=${clientId}`])
      expect((await get<InvoicePage>(`/api/invoices${asked}`)).unpaid).toEqual({ count: 1, amount: unpaid });
  });

  it('are aged job by job, so that bills ahead on one do not hide what is old on another', async () => {
    const other = await begun(THREE);
    await billed(other, eur(90_000));
    expect((await get<WipPage>('/api/wip')).figures).toMatchObject({ notBilled: eur(60_000), billedAhead: eur(134_000), net: eur(-74_000) });
  });
});

describe('a bill', () => {
  it('keeps what was true when it was approved, also settled and cancelled', async () => {
    const jobId = await begun(THREE);
    await recorded(jobId, 300);
    const first = await billed(jobId, eur(20_000));
    const truth = { wipBefore: eur(30_000), wipAfter: eur(10_000) };
    expect(await get(`/api/invoices/${first}`)).toMatchObject(truth);
    await recorded(jobId, 120);
    const second = await billed(jobId, eur(15_000));
    expect(await get(`/api/invoices/${first}`)).toMatchObject(truth);
    expect(await get(`/api/invoices/${second}`)).toMatchObject({ wipBefore: eur(22_000), wipAfter: eur(7_000) });
    const settled = await settle(manager(), jobId, eur(7_000));
    expect(await get(`/api/invoices/${first}`)).toMatchObject(truth);
    await manager().post(`/api/settlements/${settled}/reverse`).expect(204);
    await manager().post(`/api/invoices/${first}/cancel`).send({ version: 2, reason: 'Wrong' }).expect(204);
    expect(await get(`/api/invoices/${first}`)).toMatchObject({ ...truth, settling: null });
    const { workings } = await get<BillPreview>(`/api/invoices/${first}`);
    expect(workings.lines.at(-1)).toBe('300.00 − 200.00 = 100.00');
  });

  it('settling says what was billed against time and expenses apart, and after a settlement only what came since', async () => {
    const jobId = await begun(THREE);
    await recorded(jobId, 185);
    await spent(jobId, eur(5_000));
    await billed(jobId, eur(23_500));
    expect(await settlement(jobId)).toMatchObject({ billed: eur(23_500), recorded: eur(18_500), expenses: eur(5_000), balance: eur(0) });
    const id = await settle(manager(), jobId, eur(0));
    await recorded(jobId, 60);
    await billed(jobId, eur(7_000));
    expect(await settlement(jobId)).toMatchObject({ billed: eur(7_000), recorded: eur(6_000), expenses: eur(0), balance: eur(-1_000) });
    await manager().post(`/api/settlements/${id}/reverse`).expect(204);
    expect(await settlement(jobId)).toMatchObject({ billed: eur(30_500), recorded: eur(24_500), expenses: eur(5_000), balance: eur(-1_000) });
  });

  it('that is thrown away as a draft leaves what it was in the history', async () => {
    const jobId = await begun(THREE);
    const id = await draftBill(manager(), jobId, eur(12_300), 'Half of it');
    await manager().delete(`/api/invoices/${id}`).expect(204);
    expect((await historyOf(jobId))[0]!.what).toBe('deleted the draft of a bill of EUR 123.00');
  });
});

describe('a bank transfer', () => {
  it('is noted by hand up to what is open, and taken back again', async () => {
    const id = await billed(await begun(THREE), eur(10_000));
    const note = (more: object) =>
      manager()
        .post(`/api/invoices/${id}/payments`)
        .send({ amount: eur(12_300), on: '2026-03-10', reference: 'SCT 88', version: 2, ...more });
    expect(problemOf(await note({ amount: eur(12_301) }).expect(422)).errors![0]!.message).toContain('Only EUR 123.00');
    await note({ on: '2026-03-12' }).expect(422);
    await note({ version: 1 }).expect(409);
    await test.firm.as.preparer!.post(`/api/invoices/${id}/payments`).send({}).expect(403);
    await note({}).expect(204);
    const paid = await bill(id);
    expect(paid).toMatchObject({ status: 'paid', paid: eur(12_300), payments: [{ reference: 'SCT 88', by: 'manager of Marram & Tern', takenBack: false }] });
    expect(paid.payments[0]!.at.slice(0, 10)).toBe('2026-03-10');
    await note({ version: 3 }).expect(409);
    const payment = paid.payments[0]!.id;
    await manager().post(`/api/payments/${payment}/take-back`).expect(204);
    expect(await bill(id)).toMatchObject({ status: 'issued', paid: eur(0), payments: [{ takenBack: true }, { amount: eur(-12_300), takenBack: true }] });
    await manager().post(`/api/payments/${payment}/take-back`).expect(409);
    // Nothing is paid now: it can be cancelled.
    expect((await bill(id)).cannotCancel).toBeNull();
  });
});

describe('time and expenses', () => {
  it('are corrected and taken back until they are settled, by whose they are or by whoever bills', async () => {
    const jobId = await begun(THREE);
    const enter = (await job(jobId)).tasks.find((one) => one.name === 'Enter')!;
    const id = await recorded(jobId, 90, { taskId: enter.id });
    const correct = (role: string, minutes: number) =>
      test.firm.as[role]!.put(`/api/time-entries/${id}`).send({ on: '2026-03-10', minutes, taskId: enter.id, note: 'as agreed' });
    await correct('contractor', 60).expect(404);
    await test.firm.as.administrator!.post('/api/grants').send({ memberIds: [test.firm.members.contractor], clientIds: [(await job(jobId)).clientId] });
    await correct('contractor', 60).expect(403);
    await correct('preparer', 1_441).expect(422);
    await correct('preparer', 60).expect(204);
    expect(await get<TimeEntryView[]>(`/api/jobs/${jobId}/time`)).toMatchObject([
      { minutes: 60, on: '2026-03-10', value: eur(6_000), note: 'as agreed', mayCorrect: true },
    ]);
    expect((await job(jobId)).tasks.find((one) => one.id === enter.id)!.recorded).toBe(60);
    const { ledger, recorded: open } = await settlement(jobId);
    expect(open).toEqual(eur(6_000));
    expect(ledger.map(({ what, amount }) => [what, amount.amount])).toEqual([
      ['Time, 1 h 30, Enter', 9_000],
      ['Time corrected, 1 h 30 to 1 h 00', -3_000],
    ]);
    const [line] = await historyOf(jobId);
    expect(line).toMatchObject({ what: 'corrected time: 1 h 30 to 1 h 00' });
    const expense = await spent(jobId, eur(4_000));
    await manager()
      .put(`/api/expenses/${expense}`)
      .send({ on: '2026-03-11', what: 'Two searches', amount: eur(8_000) })
      .expect(204);
    expect(await get<ExpenseView[]>(`/api/jobs/${jobId}/expenses`)).toMatchObject([{ what: 'Two searches', amount: eur(8_000), mayCorrect: true }]);
    await billed(jobId, eur(14_000));
    const settled = await settle(manager(), jobId, eur(0));
    expect(problemOf(await correct('manager', 30).expect(409)).code).toBe('settled-already');
    await manager().delete(`/api/expenses/${expense}`).expect(409);
    await manager().post(`/api/settlements/${settled}/reverse`).expect(204);
    await manager().delete(`/api/time-entries/${id}`).expect(204);
    await manager().delete(`/api/expenses/${expense}`).expect(204);
    expect(await settlement(jobId)).toMatchObject({ recorded: eur(0), expenses: eur(0), balance: eur(-14_000) });
    expect((await job(jobId)).tasks.find((one) => one.id === enter.id)!.recorded).toBe(0);
    await manager().delete(`/api/time-entries/${id}`).expect(404);
  });

  it('asks about a day of more than 16 hours, by either door', async () => {
    const jobId = await begun(THREE);
    const record = (minutes: number, more = {}) => test.firm.as.partner!.post('/api/time-entries').send({ jobId, on: '2026-02-26', minutes, ...more });
    const id = ((await record(960).expect(201)).body as { id: string }).id;
    const asked = problemOf(await record(1).expect(422));
    expect(asked.errors).toEqual([{ field: 'longDay', message: 'With this Thu 26 Feb 2026 has 16 h 01. Say that it was so long, or put it right.' }]);
    await record(1, { longDay: true }).expect(201);
    const correct = (more: object) => test.firm.as.partner!.put(`/api/time-entries/${id}`).send({ on: '2026-02-26', minutes: 970, ...more });
    expect(problemOf(await correct({}).expect(422)).errors).toMatchObject([{ field: 'longDay' }]);
    await correct({ longDay: true }).expect(204);
    await correct({ minutes: 30 }).expect(204);
  });

  it('a day holds 24 hours, also when an entry is moved to it', async () => {
    const jobId = await begun(THREE);
    await recorded(jobId, 1_380, { role: 'partner', on: '2026-03-09', longDay: true });
    const id = await recorded(jobId, 120, { role: 'partner', on: '2026-03-08' });
    const answer = await test.firm.as.partner!.put(`/api/time-entries/${id}`).send({ on: '2026-03-09', minutes: 120 }).expect(422);
    expect(problemOf(answer).errors![0]!.message).toContain('23 h 00 are recorded for this day already');
    expect((await get<TimeSheet>('/api/time?from=2026-03-02', 'partner')).entries).toMatchObject([{ id, minutes: 120 }]);
  });
});

describe('a bill drafted by a procedure', () => {
  const WITH_BILL = (share: number): Procedure => ({
    phases: [
      { key: 'first', name: 'First', tasks: [task('Enter')], onDone: [{ key: 'b', does: 'bill', share }] },
      { key: 'last', name: 'Last', tasks: [task('File')] },
    ],
  });
  const drafts = async (jobId: string) => (await get<InvoicePage>(`/api/invoices?job=${jobId}&status=draft`)).rows.map((row) => row.gross.amount);
  const said = async (jobId: string) => (await job(jobId)).actions[0]!;

  it('is not drafted for a job that is not charged', async () => {
    const jobId = await begun(WITH_BILL(100));
    const { version } = await job(jobId);
    await manager().patch(`/api/jobs/${jobId}`).send({ category: 'not charged', version }).expect(204);
    await tick(jobId, 'Enter');
    expect(await drafts(jobId)).toEqual([]);
    expect((await said(jobId)).what).toContain('not charged');
  });

  it('is only for what is neither billed nor drafted yet', async () => {
    const jobId = await begun(WITH_BILL(100));
    await billed(jobId, eur(30_000));
    await draftBill(manager(), jobId, eur(15_000));
    await tick(jobId, 'Enter');
    expect(await drafts(jobId)).toEqual([6_150, 18_450]);
    const whole = await begun(WITH_BILL(50));
    await billed(whole, eur(50_000));
    await tick(whole, 'Enter');
    expect(await drafts(whole)).toEqual([]);
  });
});

describe('what is said of work', () => {
  it('a bill on unrelated work of the same client is no warning', async () => {
    const clientId = await client();
    const [one, other] = [await begun(THREE, { clientId }), await begun(THREE, { clientId, name: 'Other work' })];
    await billed(one, eur(10_000));
    await recorded(other, 60);
    expect((await job(other)).billsElsewhere).toEqual([]);
  });

  it('tasks that were passed over are not done', async () => {
    const jobId = await begun(THREE);
    await tick(jobId, 'Enter');
    await move(jobId, 'look');
    const { rows } = await get<{ rows: JobRow[] }>(`/api/jobs?client=${(await job(jobId)).clientId}`);
    expect(rows[0]).toMatchObject({ tasks: 3, tasksDone: 1, tasksPassedOver: 1 });
    expect((await job(jobId)).phases[0]).toMatchObject({ tasks: 2, done: 1, passedOver: 1 });
  });

  it('a line of another rhythm is proposed its share of the usual fee', async () => {
    const clientId = await client();
    const fee = async (rhythm: string) => get<FeeProposal>(`/api/services/${test.firm.services.vat}/fee/${clientId}?rhythm=${encodeURIComponent(rhythm)}`);
    const usual = await fee('two-monthly');
    const yearly = await fee('yearly');
    expect(yearly.fee).toEqual(eur(usual.fee.amount * 6));
    expect(yearly.workings!.lines.at(-1)).toContain('6 a year / 1 a year');
  });

  it('a season says the same hours above and below: those of the phases that each client goes through', async () => {
    const clientId = await client({ labels: ['short way'] });
    const procedureId = await procedure({
      phases: [
        { key: 'a', name: 'All', tasks: [task('Enter')] },
        { key: 'b', name: 'Long way only', tasks: [task('Check', { estimate: 600 })], onlyIf: { fact: 'label:short way', is: false } },
      ],
    });
    const asked = { procedureId, clientIds: [clientId, clientId] };
    const [found] = (await manager().post('/api/procedures/before-starting').send(asked).expect(200)).body as OnPaperBefore[];
    expect(found).toMatchObject({ clients: 1, jobs: 2, minutes: 60, minutesOf: { [clientId]: 30 } });
  });
});

describe('the sentence above the jobs', () => {
  it('counts what is looked for and filtered below it', async () => {
    const clientId = await client({ name: 'Counted Apart Ltd' });
    await begun(THREE, { clientId });
    const all = await get<JobTotals>('/api/jobs/totals?status=open');
    const filters = encodeURIComponent(JSON.stringify([{ field: 'ownStatus', test: 'is', value: 'at the bank' }]));
    const found = await get<JobTotals>('/api/jobs/totals?status=open&find=Counted%20Apart');
    expect([found.jobs, all.jobs > 1]).toEqual([1, true]);
    const { version, id } = (await get<{ rows: JobRow[] }>(`/api/jobs?client=${clientId}`)).rows[0]!;
    const none = await test.firm.as.manager!.get(`/api/jobs/totals?status=open&filters=${filters}`);
    await manager().patch(`/api/jobs/${id}`).send({ ownStatus: 'at the bank', version }).expect(204);
    const one = await test.firm.as.manager!.get(`/api/jobs/totals?status=open&filters=${filters}`);
    expect([none.status, one.status]).toEqual([200, 200]);
    expect([(none.body as JobTotals).jobs, (one.body as JobTotals).jobs]).toEqual([0, 1]);
  });
});
