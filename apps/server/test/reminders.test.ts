import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { BillPreview, InvoiceView, RemindersView } from '@steady/contract/fees';
import type { SendingRules } from '@steady/contract/sending';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf } from './at-work';
import { type TestApp, draftBill, eur, key, morning, startTestApp } from './support';

let t: TestApp;
let number = 0;
let clientId: string;
let jobId: string;
let billId: string;
let name: string;
const { manager, client, begun } = atWork(() => t);

const rules = async (more: Partial<SendingRules> = {}) => {
  const { body } = await t.firm.as.administrator!.get('/api/firm/sending').expect(200);
  const set = { ...(body as SendingRules), perDay: 50, followsUp: true, everyDays: 3, most: 2, remindsOfBills: true, ...more };
  await t.firm.as.administrator!.put('/api/firm/sending').send(set).expect(204);
};
const bill = async (): Promise<InvoiceView> => ((await manager().get(`/api/invoices/${billId}`).expect(200)).body as BillPreview).invoice;
const reminders = async (): Promise<RemindersView> => (await bill()).reminders!;
const letters = async () => (await t.letters()).filter(({ to, subject }) => to === name && subject.includes('is not paid yet'));
/** The background work of a day, with what goes out by it. */
const on = async (day: string) => {
  t.clock.set(morning(day));
  await t.tick();
  await t.drain();
};
const pay = async (amount: number) =>
  manager()
    .post(`/api/invoices/${billId}/payments`)
    .set(key())
    .send({ amount: eur(amount), on: '2026-03-11', reference: 'statement 7', version: (await bill()).version })
    .expect(204);
const notPaid = async (who = manager()) => ((await who.get('/api/today').expect(200)).body as TodayView).notPaid.rows.filter(({ id }) => id === billId);

beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  await rules();
  number += 1;
  name = `Cara ${number}`;
  clientId = await client({ name: `Curlew ${number} Ltd`, contact: { name, email: `cara${number}@curlew.example` } });
  jobId = await begun(THREE, { clientId });
  billId = await sent();
});
/** A bill of 100.00 and VAT, to be paid by 1 April. */
async function sent(): Promise<string> {
  const id = await draftBill(manager(), jobId, eur(10_000));
  await t.firm.as.partner!.post(`/api/invoices/${id}/approve`).set(key()).send({ version: 1 }).expect(204);
  await t.drain();
  return id;
}

describe('a bill that is not paid', () => {
  it('is reminded of so many working days after its day, once however long nothing ran, and then somebody has to ring', async () => {
    expect((await bill()).dueOn).toBe('2026-04-01');
    // Good Friday is not closed here, Easter Monday is.
    expect(await reminders()).toEqual({ sent: 0, next: '2026-04-07', quiet: null, isStopped: false, promisedFor: null });
    await on('2026-04-02');
    expect(await letters()).toHaveLength(0);
    await on('2026-04-14');
    expect(await letters()).toHaveLength(1);
    expect((await letters())[0]!.body).toContain('was to be paid by Wed 1 Apr 2026. EUR 123.00 are open.');
    expect(await reminders()).toMatchObject({ sent: 1, next: '2026-04-17' });
    await on('2026-04-17');
    expect(await letters()).toHaveLength(2);
    await on('2026-04-22');
    expect(await letters()).toHaveLength(2);
    expect(await reminders()).toMatchObject({ sent: 2, next: null, quiet: 'all were sent: somebody has to ring' });
    expect(await notPaid()).toMatchObject([{ why: '2 reminders brought nothing: ring them' }]);
    expect(await notPaid(t.firm.as.preparer)).toEqual([]);
  });

  it('names what is open where a part came, and is dropped where all did; a payment taken back has it reminded of again', async () => {
    await pay(2_300);
    await on('2026-04-07');
    expect((await letters())[0]!.body).toContain('EUR 100.00 of EUR 123.00 are open.');
    t.clock.set(morning('2026-04-08'));
    await pay(10_000);
    expect((await bill()).reminders).toBeNull();
    await on('2026-05-20');
    expect(await letters()).toHaveLength(1);
    const payment = (await bill()).payments.at(-1)!;
    await manager().post(`/api/payments/${payment.id}/take-back`).set(key()).expect(204);
    expect((await reminders()).next).toBe('2026-05-25');
  });

  it('waits for the day that was promised, is quiet where it was stopped, for the bill or the client, and goes on from today', async () => {
    const promise = (day: string | null) => manager().post(`/api/invoices/${billId}/promise`).send({ on: day });
    expect(problemOf(await promise('2026-03-01').expect(422)).errors![0]!.message).toBe('This day has passed.');
    await promise('2026-04-10').expect(204);
    expect(await reminders()).toMatchObject({ next: '2026-04-11', promisedFor: '2026-04-10' });
    await on('2026-04-10');
    expect(await letters()).toHaveLength(0);
    await promise(null).expect(204);
    await manager().post(`/api/invoices/${billId}/reminders`).send({ on: false }).expect(204);
    await on('2026-04-13');
    expect(await letters()).toHaveLength(0);
    expect(await reminders()).toMatchObject({ quiet: 'stopped', isStopped: true });
    await manager().post(`/api/invoices/${billId}/reminders`).send({ on: true }).expect(204);
    expect((await reminders()).next).toBe('2026-04-16');
    await manager().post(`/api/clients/${clientId}/follow-ups`).send({ on: false }).expect(204);
    await on('2026-04-16');
    expect(await letters()).toHaveLength(0);
    expect((await reminders()).quiet).toBe('this client gets none');
  });

  it('goes to nobody where nobody can be written to: Today says so, and reminding by hand is refused', async () => {
    await manager()
      .post('/api/clients/bulk')
      .set(key())
      .send({ clientIds: [clientId], change: { way: 'paper' } });
    const view = (await manager().get(`/api/clients/${clientId}`)).body as { way: string };
    expect(view.way).toBe('paper');
    await on('2026-04-07');
    expect(await reminders()).toMatchObject({ sent: 0, quiet: 'there is nobody to write to' });
    expect(await notPaid()).toMatchObject([{ why: 'nobody could be reminded: ring or write to them' }]);
    expect(problemOf(await manager().post(`/api/invoices/${billId}/remind`).set(key()).expect(409)).code).toBe('nobody-to-write-to');
  });

  it('is not reminded of where the firm does not, nor all at once when it begins to', async () => {
    await rules({ remindsOfBills: false });
    await on('2026-04-20');
    expect(await letters()).toHaveLength(0);
    expect(await reminders()).toMatchObject({ quiet: 'the firm sends none' });
    expect(await notPaid()).toEqual([]);
    await rules();
    expect((await reminders()).next).toBe('2026-04-23');
  });

  it('is not reminded of once it was cancelled; by hand it is reminded of at once, by whoever may bill', async () => {
    await t.firm.as.preparer!.post(`/api/invoices/${billId}/remind`).set(key()).expect(403);
    await manager().post(`/api/invoices/${billId}/remind`).set(key()).expect(204);
    await t.drain();
    expect(await letters()).toHaveLength(1);
    expect(await reminders()).toMatchObject({ sent: 1, next: '2026-03-16' });
    await manager()
      .post(`/api/invoices/${billId}/cancel`)
      .set(key())
      .send({ reason: 'Wrong job', version: (await bill()).version })
      .expect(204);
    await on('2026-04-20');
    expect(await letters()).toHaveLength(1);
    expect(problemOf(await manager().post(`/api/invoices/${billId}/remind`).set(key()).expect(409)).code).toBe('not-open');
  });
});
