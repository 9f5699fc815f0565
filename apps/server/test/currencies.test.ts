import ExcelJS from 'exceljs';
import { sql } from 'drizzle-orm';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BillPreview, SettlementPreview, WipPage } from '@steady/contract/fees';
import type { JobView } from '@steady/contract/jobs';
import type { ServiceLineView } from '@steady/contract/lines';
import type { ClientList } from '@steady/contract/client-lists';
import type { PostRoomMessage } from '@steady/contract/post';
import type { PortalInvoice } from '@steady/contract/requests';
import { type Money, money } from '@steady/core/money';
import { AfterAnswers } from '../src/areas/team';
import { Effects } from '../src/platform/events';
import { DUNMARRA, type Firm, type TestApp, clientWithVat, draftBill, eur, foundFirm, jobOf, key, startTestApp, unzipped } from './support';
import { problemOf } from './at-work';

let test: TestApp;
/** A firm that keeps its books in yen, which has no decimals. */
let yenFirm: Firm;
let clientId: string;
let jobId: string;

const yen = (amount: number): Money => money(amount, 'JPY');
const manager = () => yenFirm.as.manager!;
const drain = async () => {
  await test.app.get(AfterAnswers).settled();
  await test.app.get(Effects).drain(yenFirm.id);
};
const get = async <T>(path: string, role = 'manager') => (await yenFirm.as[role]!.get(path).expect(200)).body as T;

beforeAll(async () => {
  test = await startTestApp();
  yenFirm = await foundFirm(test.app, { name: 'Curlew Pier', domain: 'curlew-pier.example', demo: true, currency: 'JPY' });
  const people = { managerId: yenFirm.members.manager, preparerId: yenFirm.members.preparer, partnerId: yenFirm.members.partner };
  const contact = { name: 'Aoi Kelp', email: 'aoi@kelp.example', role: 'director' };
  clientId = (
    (
      await manager()
        .post('/api/clients')
        .send({ ...DUNMARRA, name: 'Kelp Teas', contact, ...people })
        .expect(201)
    ).body as { id: string }
  ).id;
  await manager()
    .post(`/api/clients/${clientId}/lines`)
    .send({ serviceId: yenFirm.services.vat, rhythm: 'two-monthly', fee: yen(18_050), startsOn: '2026-01-01' })
    .expect(201);
  await test.tick();
  jobId = await jobOf({ ...test, firm: yenFirm }, clientId);
});
afterAll(() => test.close());

describe('a firm that keeps its books in yen', () => {
  it('reckons fees, time, VAT and WIP to the yen, and writes them without decimals', async () => {
    // 12,000 an hour: 35 minutes are 7,000.
    await manager().post('/api/time-entries').send({ jobId, on: '2026-03-11', minutes: 35 }).expect(201);
    await manager()
      .post('/api/expenses')
      .send({ jobId, on: '2026-03-11', amount: yen(501), what: 'Stamps' })
      .expect(201);
    const job = await get<JobView>(`/api/jobs/${jobId}`);
    expect(job.money).toMatchObject({ agreedFee: yen(18_050), timeValue: yen(7_000), expenses: yen(501), ifFinishedNow: yen(10_549) });
    expect(job.money!.workings.lines.at(-1)).toBe('18,050 − 7,000 − 501 = 10,549');
    const id = await draftBill(manager(), jobId, yen(20_003), 'VAT return');
    const preview = await get<BillPreview>(`/api/invoices/${id}`);
    // 23 % of 20,003 is 4,600.69.
    expect(preview.invoice).toMatchObject({ net: yen(20_003), vat: yen(4_601), gross: yen(24_604), paid: yen(0) });
    expect(preview.warnings).toContain('With this bill JPY 20,003 are billed, above the agreed fee of JPY 18,050.');
    await manager().post(`/api/invoices/${id}/approve`).send({ version: 1 }).expect(204);
    const settlement = await get<SettlementPreview>(`/api/jobs/${jobId}/settlement`);
    expect(settlement).toMatchObject({ billed: yen(20_003), expenses: yen(501), recorded: yen(7_000), balance: yen(-12_502), adjustment: yen(12_502) });
    expect(settlement.lines[0]!.workings.lines[2]).toBe('12,502 × 7,000 ÷ 7,000 = 12502.00');
    await manager().post(`/api/jobs/${jobId}/settlements`).send({ balance: settlement.balance }).expect(201);
    expect((await get<WipPage>('/api/wip')).rows).toEqual([]);
  });

  it('lists and exports amounts in whole yen', async () => {
    const list = await get<ClientList>('/api/clients?columns=unpaid');
    expect(list.rows[0]!.values.unpaid).toBe(24_604);
    const { fields } = await get<{ fields: { key: string; currency?: string }[] }>('/api/clients/fields');
    expect(fields.find((field) => field.key === 'unpaid')!.currency).toBe('JPY');
    const { text } = await manager().get('/api/clients/list.csv?columns=unpaid').expect(200);
    expect(text).toContain('24604');
    const book = new ExcelJS.Workbook();
    const file = await manager()
      .get('/api/clients/list.xlsx?columns=unpaid')
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk)).on('end', () => done(null, Buffer.concat(chunks)));
      });
    await book.xlsx.load((file.body as Buffer).buffer as ArrayBuffer);
    const cell = book.worksheets[0]!.getCell('B2');
    expect([cell.value, cell.numFmt]).toEqual([24_604, '#,##0']);
  });

  it('writes to the client and is paid in yen, through the portal', async () => {
    await drain();
    const letters = async () => (await manager().get('/api/post-room').expect(200)).body as PostRoomMessage[];
    const letter = (await letters()).find((one) => one.subject.includes('invoice'))!;
    expect(letter.subject).toBe('Curlew Pier: invoice 2026-0001, JPY 24,604');
    expect(letter.body).toContain('JPY 24,604, to be paid by Wed 1 Apr 2026');
    const door = `/api/portal/door/${letter.link!.split('/').at(-1)}`;
    const aoi = request.agent(test.app.getHttpServer());
    await aoi.post(`${door}/code`).expect(204);
    await drain();
    const code = /\d{6}/.exec((await letters())[0]!.subject)![0];
    await aoi.post(`${door}/enter`).send({ code }).expect(200);
    const [invoice] = (await aoi.get('/api/portal/invoices').expect(200)).body as PortalInvoice[];
    expect(invoice).toMatchObject({ gross: yen(24_604), paid: yen(0), status: 'issued' });
    const paid = await aoi.post(`/api/portal/invoices/${invoice!.id}/pay`).set(key()).expect(200);
    expect(paid.body).toMatchObject({ status: 'paid', paid: yen(24_604) });
  });

  it('takes its whole file along with the currency beside each amount', async () => {
    const files = await unzipped(manager().get(`/api/clients/${clientId}/whole.zip`));
    const bills = new TextDecoder().decode(files['bills.csv']);
    expect(bills.split('\n')[0]).toMatch(/currency\s*$/);
    expect(bills).toContain('20003,4601,24604');
    expect(bills).toMatch(/JPY\s*$/);
  });

  it('hides its amounts from whoever may not see fees, though they have no decimals', async () => {
    const history = JSON.stringify(await get(`/api/history?client=${clientId}`, 'preparer'));
    expect(history).toContain('issued bill');
    expect(history).not.toMatch(/20,003|4,601|24,604|20003|18050/);
  });
});

describe('an amount in another currency', () => {
  const cases: [string, () => [method: 'post' | 'put' | 'patch', path: string, body: object], string][] = [
    ['as a bill', () => ['post', `/api/jobs/${jobId}/bills`, { amount: eur(100), wording: 'x' }], 'amount'],
    ['as an expense', () => ['post', '/api/expenses', { jobId, on: '2026-03-11', amount: eur(100), what: 'x' }], 'amount'],
    [
      'as a fee',
      () => ['post', `/api/clients/${clientId}/lines`, { serviceId: yenFirm.services.books, rhythm: 'monthly', fee: eur(100), startsOn: '2026-03-01' }],
      'fee',
    ],
    ['as a rate', () => ['post', `/api/team/${yenFirm.members.preparer}/rates`, { fromDay: '2026-03-11', perHour: eur(100) }], 'perHour'],
    ['as what a settlement leaves', () => ['post', `/api/jobs/${jobId}/settlements`, { balance: eur(0) }], 'balance'],
  ];

  it.each(cases)('%s is refused where it stands, and nothing is written', async (_, asked, field) => {
    const [method, path, body] = asked();
    const person = path.includes('team') ? yenFirm.as.administrator! : manager();
    const before = await get<ServiceLineView[]>(`/api/clients/${clientId}/lines`);
    const problem = problemOf(await person[method](path).send(body).expect(422));
    expect(problem.errors).toEqual([{ field, message: 'This amount is in EUR. The firm keeps its books in JPY: give the amount in JPY.' }]);
    expect(await get<ServiceLineView[]>(`/api/clients/${clientId}/lines`)).toEqual(before);
  });

  it('cannot come into the database either, by whatever door', async () => {
    const foreign = (currency: string) =>
      test.database.asOwner((tx) =>
        tx.execute(
          sql`insert into payments (id, firm_id, invoice_id, amount, currency, at, reference) values (gen_random_uuid(), ${yenFirm.id}, gen_random_uuid(), 100, ${currency}, now(), ${currency})`,
        ),
      );
    await expect(foreign('EUR')).rejects.toThrow();
    await foreign('JPY');
  });

  it('is not met by a firm beside it: each sees its own', async () => {
    const dunmarra = await clientWithVat(test, '2026-01-01');
    const lines = (await test.firm.as.manager!.get(`/api/clients/${dunmarra}/lines`).expect(200)).body as ServiceLineView[];
    expect(lines[0]).toMatchObject({ fee: eur(18_000), perYear: eur(108_000) });
  });
});
