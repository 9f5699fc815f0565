import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import request from 'supertest';
import type { ObligationView } from '@steady/contract/almanac';
import type { BillPreview, CollectorPage, SettlementPreview } from '@steady/contract/fees';
import type { HistoryLine, JobView } from '@steady/contract/jobs';
import type { PortalInvoice, RequestPart, SendPreview } from '@steady/contract/requests';
import { type TestApp, asksOf, clientWithVat, draftBill, eur, jobOf, key, portalAsks, settle, startTestApp } from './support';

let test: TestApp;
let jobId: string;
let clientId: string;

beforeAll(async () => {
  test = await startTestApp();
  clientId = await clientWithVat(test);
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const preparer = () => test.firm.as.preparer!;
const job = async () => (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
const history = async () => ((await manager().get(`/api/history?job=${jobId}`).expect(200)).body as HistoryLine[]).map((line) => line.what);
const settlement = async () => (await manager().get(`/api/jobs/${jobId}/settlement`).expect(200)).body as SettlementPreview;
const portal = () => request.agent(test.app.getHttpServer());
let brid: ReturnType<typeof portal>;
let door: string;

const tickTask = async (name: string) => {
  const task = (await job()).tasks.find((one) => one.name === name)!;
  await preparer().post(`/api/tasks/${task.id}/tick`).send({ done: true, version: task.version }).expect(200);
};

// The steps of one journey: each stands on what the one before left.
describe.sequential('from the first obligation to the last cent', () => {
  it('computes the obligations at once, with their workings', async () => {
    const ahead = (await manager().get(`/api/clients/${clientId}/obligations`).expect(200)).body as ObligationView[];
    expect(ahead.map((one) => `${one.name} ${one.dueOn}`)).toEqual([
      'VAT return, Jan-Feb 2026 2026-03-23',
      'VAT return, Mar-Apr 2026 2026-05-23',
      'VAT return, May-Jun 2026 2026-07-23',
      'VAT return, Jul-Aug 2026 2026-09-23',
      'VAT return, Sep-Oct 2026 2026-11-23',
      'VAT return, Nov-Dec 2026 2027-01-23',
      'VAT return, Jan-Feb 2027 2027-03-23',
    ]);
    expect(ahead[0]!.workings.lines).toContain('Day 23 of that month: Mon 23 Mar 2026');
  });

  it('begins the job at its lead time, once, however often the tick runs', async () => {
    await Promise.all([test.tick(), test.tick()]);
    await test.tick();
    jobId = await jobOf(test, clientId);
    const { tasks, startOn, dueOn, phases } = await job();
    expect(phases.map((phase) => phase.name)).toEqual(['Ask the client', 'Prepare', 'Second look', 'Client agrees and file']);
    for (const task of tasks) expect(task.startOn >= startOn && task.dueOn <= dueOn && task.startOn <= task.dueOn).toBe(true);
  });

  it('refuses a task date outside the dates of the job, and says which they are', async () => {
    const [task] = (await job()).tasks;
    const { body } = await preparer().patch(`/api/tasks/${task!.id}`).send({ dueOn: '2026-06-01', version: task!.version }).expect(422);
    expect(body).toMatchObject({ errors: [{ field: 'dueOn', message: expect.stringContaining('Mon 23 Mar 2026') as string }] });
  });

  it('lists what will be sent to whom, then sends it once', async () => {
    const wanted = {
      title: 'What we need for your VAT return',
      dueOn: '2026-03-18',
      items: [{ name: 'Sales invoices' }, { name: 'Bank statement', description: 'All pages' }],
    };
    const preview = (await preparer().post(`/api/jobs/${jobId}/requests/preview`).send(wanted).expect(200)).body as SendPreview;
    expect(preview.messages.map((message) => message.address)).toEqual(['brid@dunmarra.example']);
    expect(await test.letters()).toEqual([]);
    const same = key();
    const first = await preparer().post(`/api/jobs/${jobId}/requests`).set(same).send(wanted).expect(201);
    const again = await preparer().post(`/api/jobs/${jobId}/requests`).set(same).send(wanted).expect(201);
    expect(again.body).toEqual(first.body);
    await test.drain();
    const [letter, ...more] = await test.letters();
    expect(more).toEqual([]);
    expect(letter!.body).toContain('Bank statement (All pages)');
    door = `/api/portal/door/${letter!.link!.split('/').at(-1)}`;
    expect(await job()).toMatchObject({ waitingFor: 'Sales invoices, Bank statement' });
  });

  const newCode = async () => {
    await portal().post(`${door}/code`).expect(204);
    await test.drain();
    return /\d{6}/.exec((await test.letters())[0]!.subject)![0];
  };

  it('covers the address of whose door it is, and refuses wrong, expired and used-up codes', async () => {
    expect((await portal().get(door).expect(200)).body).toMatchObject({ state: 'needs code', address: 'b•••@dunmarra.example', name: null });
    const expired = await newCode();
    test.clock.advance({ minutes: 16 });
    await portal().post(`${door}/enter`).send({ code: expired }).expect(422);
    const tried = await newCode();
    const wrong = tried === '000000' ? '111111' : '000000';
    for (let tries = 0; tries < 5; tries += 1) await portal().post(`${door}/enter`).send({ code: wrong }).expect(422);
    await portal().post(`${door}/enter`).send({ code: tried }).expect(422);
    const good = await newCode();
    brid = portal();
    await brid.post(`${door}/enter`).send({ code: good }).expect(200);
    await portal().post(`${door}/enter`).send({ code: good }).expect(422);
    await portal().get('/api/portal/door/not-a-door').expect(404);
  });

  const asked = async () => (await portalAsks<RequestPart>(brid))[0]!.part;

  it('takes a file and a question from the client; the firm accepts one and sends the other back', async () => {
    const [sales, bank] = (await asked()).items;
    await brid.post(`/api/portal/items/${sales!.id}/files`).attach('file', Buffer.from('1, 180.00\n'), 'sales.csv').expect(204);
    await brid.post(`/api/portal/items/${bank!.id}/question`).set(key()).send({ text: 'Both accounts?' }).expect(204);
    expect((await asksOf<RequestPart>(preparer(), jobId))[0]!.part.items.map((item) => [item.state, item.answers[0]!.kind])).toEqual([
      ['answered', 'file'],
      ['asked', 'question'],
    ]);
    await preparer().post(`/api/request-items/${sales!.id}/accept`).expect(204);
    // What has not come cannot be sent back; what was asked about it is answered.
    await preparer().post(`/api/request-items/${bank!.id}/send-back`).set(key()).send({ reason: 'Page 2 too.' }).expect(409);
    await preparer().post(`/api/request-items/${bank!.id}/reply`).set(key()).send({ text: 'Yes, both. Page 2 too.' }).expect(204);
    await test.drain();
    expect((await test.letters())[0]!.body).toContain('Yes, both. Page 2 too.');
  });

  it('says of a document that came what it is, and of which job', async () => {
    const { name, client, documents } = await job();
    const came = { name: 'sales.csv', what: 'Sales invoices', jobId, job: name, client };
    expect(documents).toMatchObject([came]);
    expect((await manager().get('/api/documents').expect(200)).body).toMatchObject({ rows: [came] });
  });

  it('lets the same browser in with one click later', async () => {
    test.clock.advance({ hours: 13 });
    await brid.get('/api/portal/asks').expect(401);
    expect((await brid.get(door).expect(200)).body).toMatchObject({ state: 'one click', name: 'Bríd Foley' });
    await brid.post(`${door}/again`).expect(200);
    await portal().post(`${door}/again`).expect(422);
    expect((await asked()).items[1]).toMatchObject({
      state: 'asked',
      question: false,
      answers: [{ kind: 'question' }, { kind: 'reply', text: 'Yes, both. Page 2 too.' }],
    });
  });

  it('moves the phases by itself when tasks and requests are done, and says so', async () => {
    await tickTask('Check who signs');
    expect((await job()).phases[0]).toMatchObject({ stands: 'current', done: 2, asksOpen: 1 });
    const bank = (await asked()).items[1]!;
    await brid.post(`/api/portal/items/${bank.id}/files`).attach('file', Buffer.from('%PDF-1.4 two pages'), 'bank.pdf').expect(204);
    await preparer().post(`/api/request-items/${bank.id}/accept`).expect(204);
    expect((await job()).phases.map((phase) => phase.stands)).toEqual(['done', 'current', 'ahead', 'ahead']);
    expect(await history()).toContain('moved the job from Ask the client to Prepare: 2 tasks of 2 done, the client has answered everything');
  });

  it('refuses a tick while another task is waited for', async () => {
    const task = (await job()).tasks.find((one) => one.name === 'Draft the return')!;
    const { body } = await preparer().post(`/api/tasks/${task.id}/tick`).send({ done: true, version: task.version }).expect(409);
    expect((body as { detail: string }).detail).toContain('"Compare with last period"');
    for (const name of [
      'Enter sales and purchases',
      'Match the bank',
      'Compare with last period',
      'Draft the return',
      'Sign off the draft',
      'Client approves the figures',
    ])
      await tickTask(name);
  });

  it('records time by timer and by hand, and an expense', async () => {
    const task = (await job()).tasks.find((one) => one.name === 'Match the bank')!;
    await preparer().post('/api/timer/start').send({ jobId, taskId: task.id }).expect(204);
    test.clock.advance({ minutes: 90 });
    expect((await preparer().get('/api/timer').expect(200)).body).toMatchObject({ timer: { task: 'Match the bank' } });
    expect((await preparer().post('/api/timer/stop').expect(200)).body).toEqual({ minutes: 90 });
    expect((await preparer().post('/api/timer/stop').expect(200)).body).toEqual({ minutes: null });
    await manager().post('/api/time-entries').set(key()).send({ jobId, on: '2026-03-11', minutes: 30 }).expect(201);
    await preparer()
      .post('/api/expenses')
      .set(key())
      .send({ jobId, on: '2026-03-11', amount: eur(2_000), what: 'Courier' })
      .expect(201);
    expect((await job()).money).toMatchObject({ timeValue: eur(15_000), timeMinutes: 120, expenses: eur(2_000), ifFinishedNow: eur(1_000) });
  });

  let invoiceId: string;

  it('bills: shows the effect first, then issues a number, a PDF and a message, once', async () => {
    invoiceId = await draftBill(manager(), jobId, eur(18_000), 'VAT return, Jan-Feb 2026');
    const preview = (await manager().get(`/api/invoices/${invoiceId}`).expect(200)).body as BillPreview;
    expect(preview).toMatchObject({
      wipBefore: eur(17_000),
      wipAfter: eur(-1_000),
      settling: {
        adjustment: eur(1_000),
        people: [
          { recorded: eur(9_000), adjustment: eur(600) },
          { recorded: eur(6_000), adjustment: eur(400) },
        ],
      },
    });
    const both = await Promise.all([1, 2].map(() => manager().post(`/api/invoices/${invoiceId}/approve`).set(key()).send({ version: 1 })));
    expect(both.map((answer) => answer.status).sort()).toEqual([204, 409]);
    await test.drain();
    const { invoice } = (await manager().get(`/api/invoices/${invoiceId}`).expect(200)).body as BillPreview;
    expect(invoice).toMatchObject({ number: '2026-0001', status: 'issued', gross: eur(22_140), dueOn: '2026-04-01', cannotCancel: null });
    const pdf = await manager().get(`/api/documents/${invoice.documentId}/content`).expect(200);
    expect(pdf.headers).toMatchObject({
      'content-type': 'application/pdf',
      'x-content-type-options': 'nosniff',
      'content-disposition': expect.stringContaining('attachment') as string,
    });
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    expect((await test.letters()).filter((letter) => letter.subject.includes('2026-0001'))).toHaveLength(1);
  });

  it('is paid in the portal through the collector, after a refusal, and can then no longer be cancelled', async () => {
    const pay = async () => (await brid.post(`/api/portal/invoices/${invoiceId}/pay`).expect(200)).body as PortalInvoice;
    await manager().post('/api/collector/refuse-next').send({ refuse: true }).expect(204);
    expect(await pay()).toMatchObject({ status: 'issued', refusal: 'The card was refused: no funds.' });
    expect(await pay()).toMatchObject({ status: 'paid', paid: eur(22_140) });
    await brid.post(`/api/portal/invoices/${invoiceId}/pay`).expect(409);
    const collector = (await manager().get('/api/collector').expect(200)).body as CollectorPage;
    // It refuses one card when it is told to, and takes the next.
    expect(collector).toMatchObject({
      refusesNext: false,
      rows: [
        { outcome: 'paid', amount: eur(22_140) },
        { outcome: 'refused', reference: '2026-0001' },
      ],
    });
    const { invoice } = (await manager().get(`/api/invoices/${invoiceId}`).expect(200)).body as BillPreview;
    expect(invoice.cannotCancel).toBe('It was paid. A paid bill is credited, not cancelled.');
    await manager().post(`/api/invoices/${invoiceId}/cancel`).set(key()).send({ version: invoice.version, reason: 'Too late' }).expect(409);
  });

  it('settles WIP to the cent, refuses a stale preview, reverses, and keeps every step in the ledger', async () => {
    const preview = await settlement();
    expect(preview).toMatchObject({ balance: eur(-1_000), adjustment: eur(1_000), cannot: null });
    await manager()
      .post(`/api/jobs/${jobId}/settlements`)
      .set(key())
      .send({ balance: eur(5) })
      .expect(409);
    const id = await settle(manager(), jobId, eur(-1_000));
    expect((await settlement()).ledger.at(-1)).toMatchObject({ amount: eur(1_000), after: eur(0) });
    expect((await settlement()).cannot).toBe('Everything on this job is settled.');
    await manager().post(`/api/settlements/${id}/reverse`).set(key()).expect(204);
    await manager().post(`/api/settlements/${id}/reverse`).set(key()).expect(409);
    expect((await settlement()).ledger.slice(-3).map((line) => [line.what, line.amount, line.after])).toEqual([
      ['Interim bill 2026-0001, on account', eur(-18_000), eur(-1_000)],
      ['Settlement, write-up by value', eur(1_000), eur(0)],
      ['Settlement reversed', eur(-1_000), eur(-1_000)],
    ]);
  });

  it('files through the gateway, gets its receipt and finishes the job', async () => {
    const { obligation } = await job();
    await preparer().post(`/api/obligations/${obligation!.id}/file`).set(key()).expect(202);
    await preparer().post(`/api/obligations/${obligation!.id}/file`).set(key()).expect(409);
    await test.drain();
    const done = await job();
    expect(done).toMatchObject({ status: 'finished', obligation: { status: 'filed', receipt: expect.stringMatching(/^\d{4}-\d{4}-\d{2}$/) as string } });
    expect(done.phases.every((phase) => phase.stands === 'done')).toBe(true);
    expect((await history())[0]).toMatch(/^finished the job/);
  });
});
