import { strFromU8 } from 'fflate';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { MissingRow } from '@steady/contract/asks';
import type { Listed } from '@steady/contract/lists';
import type { PacketFound, PacketView, PapersView, PlaceView } from '@steady/contract/papers';
import type { RequestPart } from '@steady/contract/requests';
import type { SendingRules } from '@steady/contract/sending';
import type { TodayView } from '@steady/contract/today';
import { THREE, atWork, problemOf } from './at-work';
import { textOfPdf } from './pdf-text';
import { type TestApp, asksOf, bytesOf, key, morning, startTestApp, unzipped } from './support';

let t: TestApp;
let number = 0;
let clientId: string;
let jobId: string;
let shelf: string;
const { manager, client, begun, job } = atWork(() => t);

beforeAll(async () => {
  t = await startTestApp();
  const { body } = await t.firm.as.administrator!.get('/api/firm/sending').expect(200);
  const rules = { ...(body as SendingRules), perDay: 50, followsUp: true, everyDays: 3, most: 2 };
  await t.firm.as.administrator!.put('/api/firm/sending').send(rules).expect(204);
  shelf = await place('Shelf 4');
});
afterAll(() => t.close());
beforeEach(async () => {
  t.clock.set(morning('2026-03-11'));
  number += 1;
  const address = { street: '3 Drying Lane', town: 'Rinnmore', postcode: 'K99', country: 'Ireland' };
  clientId = await client({ name: `Drying Loft ${number}`, way: 'paper', address });
  jobId = await begun(THREE, { clientId });
});

async function place(name: string): Promise<string> {
  return ((await manager().post('/api/places').set(key()).send({ name }).expect(201)).body as { id: string }).id;
}
const request = () =>
  manager()
    .post(`/api/jobs/${jobId}/requests`)
    .set(key())
    .send({ title: 'Papers of the year', dueOn: '2026-03-25', items: [{ name: 'Rent book' }, { name: 'Receipts' }] })
    .expect(201);
const stands = async () => (await asksOf<RequestPart>(manager(), jobId))[0]!;
const toPrint = async () => ((await manager().get('/api/packets').expect(200)).body as PacketView[]).filter((one) => one.clientId === clientId);
const print = async (askIds: string[]) => (await textOfPdf(await bytesOf(manager().post('/api/packets/print').send({ askIds })))).join(' ');
const posted = (askIds: string[]) => manager().post('/api/packets/posted').send({ askIds });
const lying = async (query = '') => (await manager().get(`/api/papers${query}`).expect(200)).body as PapersView[];
const takeIn = (more: object = {}) =>
  manager()
    .post(`/api/clients/${clientId}/papers`)
    .set(key())
    .send({ what: 'a blue folder', came: 'dropped off', placeId: shelf, jobId, ...more });

describe('a packet for a client on paper', () => {
  it('is printed with address, words, what is wanted and a label, and posted: from then on the client knows, and is followed up', async () => {
    await request();
    const [packet] = await toPrint();
    expect(packet).toMatchObject({ kind: 'packet', title: 'Papers of the year', things: ['Rent book', 'Receipts'], printedAt: null, code: null });
    expect(packet!.address).toEqual(['3 Drying Lane', 'Rinnmore K99', 'Ireland']);
    const text = await print([packet!.askId]);
    for (const words of ['Drying Loft', '3 Drying Lane', 'Rent book', 'Please tick what you put in', 'Marram']) expect(text).toContain(words);
    const [printed] = await toPrint();
    expect(printed).toMatchObject({ code: expect.stringMatching(/^P-\d+-\d$/) });
    expect(text).toContain(printed!.code!);
    // Printed again, it is the same packet.
    expect(await print([packet!.askId])).toContain(printed!.code!);
    await posted([packet!.askId]).expect(204);
    expect(await toPrint()).toEqual([]);
    expect(await stands()).toMatchObject({ state: 'with the client', owed: [{ what: 'Rent book' }, { what: 'Receipts' }], followUp: { on: '2026-03-16' } });
    expect((await job(jobId)).tasks.find((task) => task.name.startsWith('Tell the client'))!.doneAt).not.toBeNull();
    expect(problemOf(await posted([packet!.askId]).expect(409)).code).toBe('nothing-to-print');
  });

  it('asks again by a letter, so many times, then somebody rings', async () => {
    await request();
    const { id } = await stands();
    await posted([id]).expect(204);
    t.clock.set(morning('2026-03-16'));
    await t.tick();
    expect(await toPrint()).toMatchObject([{ kind: 'follow-up' }]);
    expect((await stands()).followUp).toMatchObject({ on: null, quiet: 'a letter is to be printed and posted', sent: 1 });
    expect(await print([id])).toContain('still needs the following');
    await t.tick();
    expect(await toPrint()).toHaveLength(1);
    await posted([id]).expect(204);
    expect((await stands()).followUp.on).toBe('2026-03-20');
    t.clock.set(morning('2026-03-20'));
    await t.tick();
    await posted([id]).expect(204);
    t.clock.set(morning('2026-03-31'));
    await t.tick();
    expect(await toPrint()).toEqual([]);
    expect((await job(jobId)).tasks.map((task) => task.name)).toContain('Ring about Papers of the year: 2 follow-ups brought nothing');
  });

  it('is none any more once all of it came, or the client works online', async () => {
    await request();
    const { id, part } = await stands();
    await posted([id]).expect(204);
    t.clock.set(morning('2026-03-16'));
    await t.tick();
    for (const item of part.items) await manager().post(`/api/request-items/${item.id}/accept`).expect(204);
    expect(await toPrint()).toEqual([]);
    const other = await begun(THREE, { clientId, name: 'Other work' });
    await manager()
      .post(`/api/jobs/${other}/requests`)
      .set(key())
      .send({ title: 'More', dueOn: '2026-03-25', items: [{ name: 'One' }] })
      .expect(201);
    expect(await toPrint()).toHaveLength(1);
    await manager()
      .post('/api/clients/bulk')
      .send({ clientIds: [clientId], change: { way: 'online' } })
      .expect(200);
    expect(await toPrint()).toEqual([]);
  });

  it('is many as one run, and stands on Today until it is posted', async () => {
    await request();
    const second = await begun(THREE, { clientId, name: 'Second' });
    await manager()
      .post(`/api/jobs/${second}/requests`)
      .set(key())
      .send({ title: 'Second papers', dueOn: '2026-03-25', items: [{ name: 'Stock list' }] })
      .expect(201);
    const ids = (await toPrint()).map(({ askId }) => askId);
    const text = await print(ids);
    expect(text).toContain('Papers of the year');
    expect(text).toContain('Second papers');
    const before = ((await manager().get('/api/today').expect(200)).body as TodayView).toPrint;
    await posted(ids).expect(204);
    expect(((await manager().get('/api/today').expect(200)).body as TodayView).toPrint).toBe(before - 2);
  });

  it('is found by the code on its label, and by no other', async () => {
    await request();
    const { id } = await stands();
    await print([id]);
    const code = (await toPrint())[0]!.code!;
    const found = async (text: string, status = 200) =>
      (
        await manager()
          .get(`/api/packets/found?find=${encodeURIComponent(text)}`)
          .expect(status)
      ).body as PacketFound;
    expect(await found(code.toLowerCase().replaceAll('-', ' '))).toEqual({ clientId, jobId });
    await found('P-999999-9', 409);
    await found('hello', 409);
    await t.other.as.manager!.get(`/api/packets/found?find=${code}`).expect(409);
    await t.firm.as.contractor!.get(`/api/packets/found?find=${code}`).expect(409);
  });

  it('is seen by whoever sees the client', async () => {
    await request();
    const { id } = await stands();
    expect((await t.firm.as.contractor!.get('/api/packets').expect(200)).body).toEqual([]);
    await t.firm.as
      .contractor!.post('/api/packets/posted')
      .send({ askIds: [id] })
      .expect(409);
    await t.other.as
      .manager!.post('/api/packets/print')
      .send({ askIds: [id] })
      .expect(409);
    await manager().post('/api/packets/print').send({ askIds: [] }).expect(422);
  });
});

describe('papers that were brought', () => {
  it('are noted with where they lie, and what was asked for is taken in with them', async () => {
    await request();
    const { part } = await stands();
    await takeIn({ broughtBy: 'Peadar', itemIds: [part.items[0]!.id] }).expect(201);
    const [papers] = await lying(`?client=${clientId}`);
    expect(papers).toMatchObject({ what: 'a blue folder', place: 'Shelf 4', broughtBy: 'Peadar', came: 'dropped off', givenBackAt: null, job: 'Special work' });
    const item = (await stands()).part.items[0]!;
    expect(item).toMatchObject({ state: 'accepted' });
    expect(item.answers.at(-1)).toMatchObject({ kind: 'in hand', way: 'in person', place: 'Shelf 4', text: 'a blue folder' });
    const { rows } = (await manager().get(`/api/missing?client=${clientId}`).expect(200)).body as Listed<MissingRow>;
    expect(rows.map(({ what, state }) => [what, state])).toEqual([
      ['Rent book', 'received'],
      ['Receipts', 'to ask'],
    ]);
  });

  it('have a receipt of their own number, without gaps, that says what came', async () => {
    await takeIn().expect(201);
    await takeIn({ what: 'two more folders' }).expect(201);
    const [second, first] = await lying(`?client=${clientId}`);
    expect(second!.number).toBe(first!.number + 1);
    const text = (await textOfPdf(await bytesOf(manager().get(`/api/papers/${first!.id}/slip.pdf`)))).join(' ');
    expect(text).toContain(`Receipt ${first!.number} for papers`);
    expect(text).toContain('a blue folder');
    await t.other.as.manager!.get(`/api/papers/${first!.id}/slip.pdf`).expect(404);
  });

  it('are moved, given back and here after all; what lies where is listed by place', async () => {
    const desk = await place(`Desk ${number}`);
    await takeIn().expect(201);
    const [{ id }] = (await lying(`?client=${clientId}`)) as [PapersView];
    await manager().post(`/api/papers/${id}/move`).send({ placeId: desk }).expect(204);
    expect((await lying()).find((one) => one.id === id)).toMatchObject({ place: `Desk ${number}` });
    await manager().post(`/api/papers/${id}/give-back`).send({ to: 'Peadar' }).expect(204);
    expect((await lying()).map((one) => one.id)).not.toContain(id);
    expect(await lying(`?client=${clientId}`)).toMatchObject([{ givenBackTo: 'Peadar' }]);
    expect(problemOf(await manager().post(`/api/papers/${id}/move`).send({ placeId: shelf }).expect(409)).code).toBe('given-back');
    await manager().post(`/api/papers/${id}/give-back`).send({ to: 'Somebody' }).expect(409);
    await manager().post(`/api/papers/${id}/still-here`).expect(204);
    expect((await lying()).map((one) => one.id)).toContain(id);
  });

  it('go to a place that is used; one that is retired keeps what lies there', async () => {
    const old = await place(`Cupboard ${number}`);
    await takeIn({ placeId: old }).expect(201);
    await manager().post(`/api/places/${old}/retire`).expect(204);
    expect(problemOf(await takeIn({ placeId: old }).expect(422)).errors).toMatchObject([{ field: 'placeId' }]);
    const all = (await manager().get('/api/places').expect(200)).body as PlaceView[];
    expect(all.find((one) => one.id === old)).toMatchObject({ isRetired: true, papers: 1 });
    await manager().post(`/api/places/${old}/retire`).expect(204);
    await takeIn({ placeId: old }).expect(201);
    await manager()
      .post('/api/places')
      .set(key())
      .send({ name: `Cupboard ${number}` })
      .expect(422);
  });

  it('are refused of another client’s job or things, and without saying what', async () => {
    const other = await client({ name: `Other ${number}` });
    const otherJob = await begun(THREE, { clientId: other });
    await takeIn({ jobId: otherJob }).expect(422);
    await takeIn({ what: '  ' }).expect(422);
    await request();
    const { part } = await stands();
    const wrong = { what: 'x', came: 'by post', placeId: shelf, itemIds: [part.items[0]!.id] };
    await manager().post(`/api/clients/${other}/papers`).set(key()).send(wrong).expect(422);
    expect(await lying(`?client=${other}`)).toEqual([]);
    await t.firm.as
      .contractor!.post(`/api/clients/${clientId}/papers`)
      .set(key())
      .send({ ...wrong, itemIds: [] })
      .expect(404);
  });
});

it('go along in the whole file of a client, with what comes from elsewhere', async () => {
  await takeIn().expect(201);
  await request();
  const { part } = await stands();
  await manager().post(`/api/request-items/${part.items[1]!.id}/from-elsewhere`).send({ source: 'bank feed', saidBy: 'Peadar' }).expect(204);
  const files = await unzipped(manager().get(`/api/clients/${clientId}/whole.zip`));
  expect(strFromU8(files['papers.csv']!)).toMatch(/a blue folder.*Shelf 4/);
  expect(strFromU8(files['from elsewhere.csv']!)).toMatch(/Receipts.*bank feed.*Peadar/);
});

describe('an appointment', () => {
  const appoint = (more: object = {}) =>
    manager()
      .post(`/api/jobs/${jobId}/appointment`)
      .set(key())
      .send({ what: 'Signing at the office', on: '2026-03-19', at: '14:30', ...more });

  it('stands among the tasks of its job, on its day, for whoever meets the client', async () => {
    await appoint({ withId: t.firm.members.partner }).expect(204);
    expect((await job(jobId)).tasks.find((task) => task.name === 'Signing at the office: Thu 19 Mar 2026, 14:30')).toMatchObject({
      dueOn: '2026-03-19',
      assigneeId: t.firm.members.partner,
    });
  });

  it('is refused on a day that is over, at no time, and with somebody who does not see the client', async () => {
    expect(problemOf(await appoint({ on: '2026-03-10' }).expect(422)).errors).toMatchObject([{ field: 'on' }]);
    await appoint({ at: 'noon' }).expect(422);
    expect(problemOf(await appoint({ withId: t.firm.members.contractor }).expect(422)).errors).toMatchObject([{ field: 'withId' }]);
  });
});
