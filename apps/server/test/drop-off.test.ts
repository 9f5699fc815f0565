import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { TodayView } from '@steady/contract/today';
import { AT_ONE_PAGE } from '../src/areas/arrivals/visits.service';
import { DoorTries } from '../src/platform/identity';
import { PAGE, atDropOff } from './at-drop-off';
import { problemOf } from './at-work';
import { type TestApp, morning, startTestApp } from './support';

let t: TestApp;
const { admin, member, page, keep, stranger, proof, leave, codeTo, confirm, arrived, send, door, list, view, manager, WORDS } = atDropOff(() => t);
beforeAll(async () => {
  t = await startTestApp();
  await admin().post('/api/firm/drop-off/address').send({ address: 'marram-tern', knowsThatItStays: true }).expect(204);
  expect(await keep()).toMatchObject({ status: 204 });
});
afterAll(() => t.close());
/** Each test begins on a day of its own, so that what the one before sent does not count. */
let day = morning('2026-03-11');
beforeEach(() => {
  day = day.add({ hours: 48 });
  t.clock.set(day);
});

describe('the page', () => {
  it('has no address at first, gets one once, and keeps it', async () => {
    expect(await page()).toMatchObject({ address: 'marram-tern', suggested: 'marram-tern', isOn: true, shutUntil: null });
    const again = await admin().post('/api/firm/drop-off/address').send({ address: 'tern-marram', knowsThatItStays: true }).expect(409);
    expect(problemOf(again)).toMatchObject({ code: 'address-chosen' });
    const other = t.other.as.administrator!;
    const taken = await other.post('/api/firm/drop-off/address').send({ address: 'marram-tern', knowsThatItStays: true }).expect(422);
    expect(problemOf(taken).errors).toMatchObject([{ field: 'address', message: 'This address is taken. Choose another.' }]);
    await other.post('/api/firm/drop-off/address').send({ address: 'bank', knowsThatItStays: true }).expect(422);
    await other.post('/api/firm/drop-off/address').send({ address: 'other-firm', knowsThatItStays: false }).expect(422);
    const view = (await other.get('/api/firm/drop-off').expect(200)).body as { version: number };
    const on = await other
      .put('/api/firm/drop-off')
      .send({ version: view.version, isOn: true, welcome: 'Hello.', memberIds: [t.other.members.manager] })
      .expect(422);
    expect(problemOf(on).errors).toMatchObject([{ field: 'isOn' }]);
  });

  it('is set up by who runs the firm, names people who work here, and tells the second of two', async () => {
    await manager().get('/api/firm/drop-off').expect(403);
    expect(await keep({ memberIds: [t.other.members.manager] })).toMatchObject({ status: 422 });
    const { version } = await page();
    expect(await keep({ hours: 'Mon to Fri 9 to 5' })).toMatchObject({ status: 204 });
    const late = await admin()
      .put('/api/firm/drop-off')
      .send({ version, isOn: false, welcome: 'x', memberIds: [member('manager')] })
      .expect(409);
    expect(problemOf(late)).toMatchObject({ code: 'changed-meanwhile', current: { hours: 'Mon to Fri 9 to 5' } });
    expect(await door(stranger())).toMatchObject({ firm: 'Marram & Tern', hours: 'Mon to Fri 9 to 5', isOn: true, sent: [] });
  });

  it('is there for no other address, and takes nothing while it is off', async () => {
    expect(problemOf(await stranger().get('/api/drop-off/somebody-else').expect(404))).toMatchObject({ code: 'page-not-known' });
    expect(await keep({ isOn: false })).toMatchObject({ status: 204 });
    expect((await door(stranger())).isOn).toBe(false);
    expect(problemOf(await leave(stranger()))).toMatchObject({ code: 'page-off', status: 409 });
    expect(await keep()).toMatchObject({ status: 204 });
  });

  it('shows the logo of the firm, where it has one', async () => {
    await stranger().get(`${PAGE}/logo`).expect(404);
    const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
    const set = (content: Buffer, name = 'logo.png', who = admin()) => who.post('/api/firm/logo').attach('file', content, { filename: name });
    await set(Buffer.from('%PDF-1.7 not a picture')).expect(422);
    await set(Buffer.concat([png, Buffer.alloc(600 * 1024)])).expect(422);
    await set(png, 'logo.png', manager()).expect(403);
    await set(png).expect(204);
    expect(await door(stranger())).toMatchObject({ hasLogo: true });
    const shown = await stranger().get(`${PAGE}/logo`).expect(200);
    expect(shown.headers).toMatchObject({ 'content-type': 'image/png', 'x-content-type-options': 'nosniff' });
    expect(shown.body).toEqual(png);
    await admin().delete('/api/firm/logo').expect(204);
    await stranger().get(`${PAGE}/logo`).expect(404);
  });
});

describe('a visitor', () => {
  it('leaves a message, enters the code of the mail, adds files, and sees later on the same device what was sent', async () => {
    const who = stranger();
    const { id } = (await leave(who)).body as { id: string };
    expect((await door(who)).sent).toMatchObject([{ id, waitsForCode: true, takesFiles: false, email: 'n•••@vance.example' }]);
    expect(await list()).toEqual([]);
    await send(who, id, 'early.pdf', '%PDF-1.7 early').expect(409);
    await confirm(who, id, await codeTo(WORDS.email)).expect(204);
    await send(who, id, 'sales.csv', 'month,sales\n1,100').expect(204);
    await send(who, id, 'sales.csv', 'month,sales\n1,100').expect(204);
    t.clock.set(t.clock.now().add({ hours: 24 * 100 }));
    expect((await door(who)).sent).toMatchObject([{ id, message: WORDS.message, files: [{ name: 'sales.csv' }], waitsForCode: false, takesFiles: false }]);
    expect((await door(stranger())).sent).toEqual([]);
    expect(await list()).toMatchObject([{ id, name: 'Nora Vance', files: 1, standing: 'new' }]);
  });

  it('is told why a code does not do, and gets another one', async () => {
    const who = stranger();
    const { id } = (await leave(who, { email: 'slow@vance.example' })).body as { id: string };
    const first = await codeTo('slow@vance.example');
    const wrong = first === '000000' ? '000001' : '000000';
    expect(problemOf(await confirm(who, id, wrong))).toMatchObject({ code: 'code-wrong' });
    expect(problemOf(await confirm(who, id, 'abc'))).toMatchObject({ status: 422 });
    await who.post(`${PAGE}/sent/${id}/code`).expect(204);
    const second = await codeTo('slow@vance.example');
    expect(problemOf(await confirm(who, id, first))).toMatchObject({ code: 'code-replaced' });
    t.clock.set(t.clock.now().add({ minutes: 16 }));
    expect(problemOf(await confirm(who, id, second))).toMatchObject({ code: 'code-expired' });
    // Somebody else's browser can do nothing with it.
    await confirm(stranger(), id, second).expect(404);
    await stranger().post(`${PAGE}/sent/${id}/code`).expect(404);
    // Nobody confirmed it: a day later it is gone.
    t.clock.set(t.clock.now().add({ hours: 25 }));
    await t.tick();
    expect((await door(who)).sent).toEqual([]);
  });

  it('sends files that are what they seem, as many as there is room for', async () => {
    const who = stranger();
    const id = await arrived(who, { email: 'files@vance.example' });
    await send(who, id, 'invoice.pdf', Buffer.concat([Buffer.from('MZ'), Buffer.alloc(200)])).expect(422);
    await send(who, id, 'page.html', '<script>alert(1)</script>').expect(422);
    await send(who, id, 'nothing.pdf', '').expect(422);
    for (let n = 0; n < 20; n += 1) await send(who, id, `page ${n}.pdf`, `%PDF-1.7 page ${n}`).expect(204);
    expect(problemOf(await send(who, id, 'one more.pdf', '%PDF-1.7 more'))).toMatchObject({ code: 'too-many-files' });
    expect((await view(id)).sent).toHaveLength(20);
    await send(stranger(), id, 'other.pdf', '%PDF-1.7 other').expect(404);
  });

  it('sends no file for which there is no room, in this one or in all', async () => {
    const who = stranger();
    const id = await arrived(who, { email: 'room@vance.example' });
    const { firmQuota } = t.settings;
    await send(who, id, 'first.pdf', '%PDF-1.7 first').expect(204);
    t.settings.firmQuota = 5;
    expect(problemOf(await send(who, id, 'second.pdf', '%PDF-1.7 second').expect(413))).toMatchObject({ code: 'no-room-kept' });
    t.settings.firmQuota = firmQuota;
    await send(who, id, 'second.pdf', '%PDF-1.7 second').expect(204);
  });

  it.each([
    [{ name: '' }, 'name'],
    [{ email: 'nobody' }, 'email'],
    [{ message: ' ' }, 'message'],
    [{ message: 'x'.repeat(5_001) }, 'message'],
  ])('is told what is missing: %o', async (more, field) => {
    const answer = await stranger()
      .post(PAGE)
      .send({ ...WORDS, proof: 'later', ...more })
      .expect(422);
    expect(problemOf(answer).errors).toMatchObject([{ field }]);
  });
});

describe('what is no visitor', () => {
  it('does not get past the work of a browser, nor twice with one', async () => {
    for (const bad of ['none', '{}', JSON.stringify({ challenge: {}, solution: {} })])
      expect(problemOf(await leave(stranger(), { proof: bad }))).toMatchObject({ code: 'proof-wanted' });
    const who = stranger();
    const done = await proof(who);
    const changed = JSON.parse(done) as { challenge: { parameters: { data: { at: number } } } };
    changed.challenge.parameters.data.at += 1;
    expect(problemOf(await leave(who, { proof: JSON.stringify(changed) }))).toMatchObject({ code: 'proof-wanted' });
    expect((await leave(who, { proof: done })).status).toBe(201);
    expect(problemOf(await leave(who, { proof: done, email: 'twice@vance.example' }))).toMatchObject({ code: 'proof-wanted' });
    const old = await proof(who);
    t.clock.set(t.clock.now().add({ minutes: 31 }));
    expect(problemOf(await leave(who, { proof: old }))).toMatchObject({ detail: 'This page stood open for a long time. Send it once more.' });
  });

  it('that fills in the field nobody sees is told nothing, and leaves nothing', async () => {
    const who = stranger();
    const { id } = (await leave(who, { website: 'https://spam.example', email: 'spam@vance.example' })).body as { id: string };
    await t.drain();
    expect((await t.letters()).some(({ address }) => address === 'spam@vance.example')).toBe(false);
    await confirm(who, id, '123456').expect(404);
  });

  it('cannot fill somebody’s mailbox, nor the page from one place, and an hour later there is room again', async () => {
    const who = stranger();
    const codes: number[] = [];
    for (let n = 0; n < 6; n += 1) codes.push((await leave(who, { email: 'victim@vance.example' })).status);
    expect(codes).toEqual([201, 201, 201, 201, 201, 429]);
    const places: number[] = [];
    for (let n = 0; n < 7; n += 1) places.push((await leave(who, { email: `m${n}@vance.example` })).status);
    expect(places).toEqual([201, 201, 201, 201, 201, 201, 429]);
    t.clock.set(t.clock.now().add({ minutes: 61 }));
    expect((await leave(who, { email: 'later@vance.example' })).status).toBe(201);
  });

  it('shuts the page for a while when very much comes at once, and those who take it see it', async () => {
    const tries = t.app.get(DoorTries);
    for (let n = 0; n < AT_ONE_PAGE.tries; n += 1) await tries.take(AT_ONE_PAGE, 'drop-off', t.firm.id);
    expect(await shutUntil()).toBeNull();
    const answer = await leave(stranger(), { email: 'late@vance.example' });
    expect(problemOf(answer)).toMatchObject({ status: 429, code: 'too-much', detail: expect.stringContaining('Very much is sent here') });
    const until = t.clock.now().add({ hours: 1 });
    expect(new Date((await shutUntil())!).getTime()).toBe(until.epochMilliseconds);
    expect(await shutUntil('preparer')).toBeNull();
    expect((await page()).shutUntil).not.toBeNull();
    t.clock.set(until.add({ minutes: 1 }));
    expect(await shutUntil()).toBeNull();
    expect((await leave(stranger(), { email: 'late@vance.example' })).status).toBe(201);
  });
});

const shutUntil = async (who = 'manager') => ((await t.firm.as[who]!.get('/api/today').expect(200)).body as TodayView).dropOffShutUntil;
