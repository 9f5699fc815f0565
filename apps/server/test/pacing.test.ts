import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import type { SentMessage, WriteMessage } from '@steady/contract/post';
import type { SendPreview } from '@steady/contract/requests';
import type { SendingRules } from '@steady/contract/sending';
import { PostRoom } from '../src/outside/post';
import { byItself } from '../src/platform/identity';
import { at, atPost } from './at-post';
import { problemOf } from './at-work';
import { type Agent, DUNMARRA, type TestApp, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());

const { manager, admin, client, write, messages, standing, received, rules, of } = atPost(() => t);

describe('what goes to a person', () => {
  it('goes at once as long as few went that day, then on the next, as one message with a heading for each matter', async () => {
    for (const subject of ['First', 'Second', 'Third', 'Fourth']) {
      await write(of.clientId, subject);
      await t.drain();
    }
    expect(await standing(of.clientId)).toEqual(['First sent', 'Fourth 2026-03-12T08:00', 'Second sent', 'Third 2026-03-12T08:00']);
    const [fourth] = await messages(of.clientId);
    expect(fourth).toMatchObject({ subject: 'Fourth', goesWith: 1, held: 'no more than 2 messages a day go to one person' });
    expect(fourth!.workings!.lines.at(-1)).toBe('It goes out on Thu 12 Mar 2026 at 08:00.');
    t.clock.set(at('2026-03-12T08:00'));
    const [letter, ...more] = await received('About Third.');
    expect(more).toEqual([]);
    expect(letter!.body).toMatch(
      /^Dear Cara \d+,\n\n1\. Third\n\nAbout Third\.\n\n2\. Fourth\n\nAbout Fourth\.\n\nAll of it is here: \/portal\/door\/[\w-]+\n\nmanager of Marram & Tern\nMarram & Tern$/,
    );
    expect(await standing(of.clientId)).toEqual(['First sent', 'Fourth sent', 'Second sent', 'Third sent']);
    expect((await messages(of.clientId)).map(({ goesWith }) => goesWith)).toEqual([1, 1, 0, 0]);
  });

  it('counts what went as one once', async () => {
    for (const subject of ['One', 'Two', 'Three']) await write(of.clientId, subject, { on: '2026-03-12' });
    t.clock.set(at('2026-03-12T08:30'));
    await t.drain();
    await write(of.clientId, 'Later');
    await t.drain();
    expect(await standing(of.clientId)).toEqual(['Later sent', 'One sent', 'Three sent', 'Two sent']);
  });

  it.each([
    ['2026-03-11T19:00', '2026-03-12T08:00', 'messages go out from 08:00 to 18:00'],
    ['2026-03-13T18:00', '2026-03-16T08:00', 'the firm was closed'],
    ['2026-03-17T10:00', '2026-03-18T08:00', 'messages go out from 08:00 to 18:00'],
  ])('waits for the hours of the office: written at %s it goes at %s', async (now, goes, held) => {
    t.clock.set(at(now));
    await write(of.clientId, 'Evening');
    await t.drain();
    expect(await standing(of.clientId)).toEqual([`Evening ${goes}`]);
    expect((await messages(of.clientId))[0]!.held).toBe(held);
  });

  it('goes at once where a person says so, whatever the hour and however many went', async () => {
    for (const subject of ['a', 'b']) await write(of.clientId, subject);
    await t.drain();
    t.clock.set(at('2026-03-11T22:00'));
    await write(of.clientId, 'Now', { now: true });
    await t.drain();
    expect(await standing(of.clientId)).toEqual(['Now sent', 'a sent', 'b sent']);
  });

  it('is told before it is written when it would go, and why', async () => {
    for (const subject of ['a', 'b']) {
      await write(of.clientId, subject);
      await t.drain();
    }
    const look = async (more: Partial<WriteMessage> = {}) =>
      (
        (
          await manager()
            .post('/api/messages/preview')
            .send({ clientId: of.clientId, subject: 'c', body: 'c', ...more })
            .expect(200)
        ).body as SendPreview
      ).messages[0]!.goesOut;
    expect(await look()).toEqual({ at: '2026-03-12T08:00:00Z', why: 'no more than 2 messages a day go to one person' });
    expect(await look({ now: true })).toEqual({ at: '2026-03-11T10:00:00Z', why: null });
    expect(await look({ on: '2026-03-13' })).toEqual({ at: '2026-03-13T08:30:00Z', why: null });
    expect(await messages(of.clientId)).toHaveLength(2);
  });

  it('keeps to the number that was agreed with a client, also for what waits when it is agreed', async () => {
    const change = async (messagesPerDay: string | null) => {
      const { body } = await manager().get(`/api/clients/${of.clientId}`).expect(200);
      await manager()
        .patch(`/api/clients/${of.clientId}`)
        .send({
          ...DUNMARRA,
          contact: undefined,
          name: `Curlew ${of.count} Ltd`,
          ...(messagesPerDay ? { messagesPerDay } : {}),
          version: (body as { version: number }).version,
        })
        .expect(204);
    };
    await write(of.clientId, 'a', { on: '2026-03-12' });
    t.clock.set(at('2026-03-12T08:10'));
    await write(of.clientId, 'b');
    await t.drain();
    expect(await standing(of.clientId)).toEqual(['a 2026-03-12T08:30', 'b sent']);
    await change('1');
    expect(await standing(of.clientId)).toEqual(['a 2026-03-13T08:00', 'b sent']);
    expect((await messages(of.clientId)).find(({ subject }) => subject === 'a')!.held).toBe('no more than 1 message a day goes to one person');
    await change(null);
    expect(await standing(of.clientId)).toEqual(['a 2026-03-12T08:30', 'b sent']);
  });

  it('is one person’s plan over all clients for whom they act, and nobody else’s', async () => {
    const other = await client({ name: `Dunlin ${of.count} Ltd`, contact: { name: `Dara ${of.count}`, email: `dara${of.count}@dunlin.example` } });
    for (const subject of ['a', 'b', 'c']) await write(of.clientId, subject);
    await write(other, 'd');
    await t.drain();
    expect(await standing(other)).toEqual(['d sent']);
  });
});

describe('somebody who sees only one of the clients of a person', () => {
  const contractor = () => t.firm.as.contractor!;
  const bothWrite = async (first: 'the hidden' | 'the seen') => {
    const hidden = await client({ name: `Hidden ${of.count} Ltd`, contact: { name: 'Nobody', email: `nobody${of.count}@hidden.example` } });
    const found = (await manager().get(`/api/clients/${of.clientId}`).expect(200)).body as ClientView;
    const cara = found.contacts.find(({ name }) => name === `Cara ${of.count}`)!;
    await manager().put(`/api/clients/${hidden}/contacts/${cara.id}`).send({ getsRequests: true, signs: false, pays: false }).expect(204);
    await t.firm.as
      .administrator!.post('/api/grants')
      .send({ memberIds: [t.firm.members.contractor], clientIds: [of.clientId] })
      .expect(200);
    t.clock.set(at('2026-03-11T20:00'));
    const write = { 'the hidden': () => writeTo(manager(), hidden, 'The hidden'), 'the seen': () => writeTo(contractor(), of.clientId, 'The seen') };
    await write[first]();
    await write[first === 'the seen' ? 'the hidden' : 'the seen']();
    return hidden;
  };
  const writeTo = (who: Agent, to: string, subject: string) =>
    who
      .post('/api/messages')
      .set(key())
      .send({ clientId: to, subject, body: `About ${subject} ${of.count}.` })
      .expect(201);

  it.each(['the hidden', 'the seen'] as const)('has what is written go with what is hidden, once, and sees nothing of that: %s first', async (first) => {
    await bothWrite(first);
    await writeTo(contractor(), of.clientId, 'The third');
    const seen = (await contractor().get('/api/messages/going-out').expect(200)).body as SentMessage[];
    expect(
      seen
        .map(({ subject }) => subject)
        .filter((subject) => subject.startsWith('The '))
        .sort(),
    ).toEqual(['The seen', 'The third']);
    t.clock.set(at('2026-03-12T08:00'));
    await t.drain();
    const letters = (await t.letters()).filter(({ to, at: sent }) => to === `Cara ${of.count}` && sent.startsWith('2026-03-12'));
    expect(letters).toHaveLength(1);
    for (const subject of ['The hidden', 'The seen', 'The third']) expect(letters[0]!.body).toContain(`About ${subject} ${of.count}.`);
  });
});

describe('what waits', () => {
  const held = async () => {
    for (const subject of ['a', 'b', 'c', 'd', 'e']) {
      await write(of.clientId, subject);
      await t.drain();
    }
    expect(await standing(of.clientId)).toEqual(['a sent', 'b sent', 'c 2026-03-12T08:00', 'd 2026-03-12T08:00', 'e 2026-03-12T08:00']);
    return Object.fromEntries((await messages(of.clientId)).map(({ subject, id }) => [subject, id]));
  };

  it.each(['c', 'd'])('is sent now alone, out of those it was to go with: %s', async (which) => {
    const ids = await held();
    await manager().post(`/api/messages/${ids[which]!}/again`).set(key()).expect(204);
    await t.drain();
    expect((await standing(of.clientId)).filter((one) => one.endsWith('08:00'))).toHaveLength(2);
    t.clock.set(at('2026-03-12T08:00'));
    await t.drain();
    expect(await standing(of.clientId)).toEqual(['a sent', 'b sent', 'c sent', 'd sent', 'e sent']);
    const texts = (await t.letters()).filter(({ to }) => to === `Cara ${of.count}`).map(({ body }) => body);
    for (const subject of ['a', 'b', 'c', 'd', 'e']) expect(texts.filter((text) => text.includes(`About ${subject}.`))).toHaveLength(1);
  });

  it.each(['c', 'd', 'e'])('is cancelled, and the others go without it: %s', async (which) => {
    const ids = await held();
    await manager().post(`/api/messages/${ids[which]!}/withdraw`).expect(204);
    t.clock.set(at('2026-03-12T08:00'));
    await t.drain();
    const rest = ['c', 'd', 'e'].filter((one) => one !== which);
    expect(await standing(of.clientId)).toEqual(['a sent', 'b sent', ...['c', 'd', 'e'].map((one) => `${one} ${one === which ? 'withdrawn' : 'sent'}`)]);
    const [letter] = await received(`About ${rest[0]}.`);
    expect(letter!.body).toContain(`About ${rest[1]}.`);
    expect(await received(`About ${which}.`)).toHaveLength(
      (await t.letters()).filter(({ body, to }) => to !== `Cara ${of.count}` && body.includes(`About ${which}.`)).length,
    );
    expect(problemOf(await manager().post(`/api/messages/${ids[which]!}/withdraw`).expect(409)).code).toBe('not-waiting');
  });

  it('is planned anew when the firm changes its hours, or closes on a day', async () => {
    await held();
    await rules({ from: '09:15' });
    expect((await standing(of.clientId)).at(-1)).toBe('e 2026-03-12T09:15');
    const { body } = await manager().get('/api/firm/closing-days').expect(200);
    await manager()
      .put('/api/firm/closing-days')
      .send({ days: [{ day: '2026-03-12', name: 'Regatta' }], version: (body as { version: number }).version })
      .expect(204);
    expect((await standing(of.clientId)).at(-1)).toBe('e 2026-03-13T09:15');
    const again = await manager().get('/api/firm/closing-days').expect(200);
    await manager()
      .put('/api/firm/closing-days')
      .send({ days: [], version: (again.body as { version: number }).version })
      .expect(204);
    await rules({ perDay: 5, together: false });
    await t.drain();
    expect(await standing(of.clientId)).toEqual(['a sent', 'b sent', 'c sent', 'd sent', 'e sent']);
  });

  it('waits for the office again where its moment passed while nothing ran, and goes once then', async () => {
    await held();
    t.clock.set(at('2026-03-12T21:00'));
    await t.drain();
    expect((await standing(of.clientId)).at(-1)).toBe('e 2026-03-13T08:00');
    t.clock.set(at('2026-03-19T08:30'));
    expect(await received('About c.')).toHaveLength(
      (await t.letters()).filter(({ body, to }) => to !== `Cara ${of.count}` && body.includes('About c.')).length + 1,
    );
    expect(await standing(of.clientId)).toEqual(['a sent', 'b sent', 'c sent', 'd sent', 'e sent']);
  });

  it('is tried again by itself where all of it could not be delivered', async () => {
    const ids = await held();
    const room = t.app.get(PostRoom);
    const take = room.take.bind(room);
    room.take = () => Promise.reject(new Error('no line'));
    for (let hour = 0; hour < 60; hour += 6) {
      t.clock.set(at('2026-03-12T08:00').add({ minutes: hour }));
      await t.drain();
    }
    room.take = take;
    expect((await standing(of.clientId)).slice(2)).toEqual(['c failed', 'd failed', 'e failed']);
    await manager().post(`/api/messages/${ids.d!}/again`).set(key()).expect(204);
    await manager().post(`/api/messages/${ids.e!}/withdraw`).expect(204);
    await t.drain();
    expect((await standing(of.clientId)).slice(2)).toEqual(['c failed', 'd sent', 'e withdrawn']);
  });
});

describe('how messages go to clients', () => {
  const RULES = {
    perDay: 2,
    from: '08:00',
    until: '18:00',
    together: true,
    followsUp: false,
    everyDays: 5,
    most: 3,
    remindsOfBills: false,
    lateDays: 7,
    consequence: 'A late fee is due.',
    version: 1,
  };
  const put = (more: object) =>
    admin()
      .put('/api/firm/sending')
      .send({ ...RULES, ...more });

  it.each([
    [{ perDay: 0 }, 'perDay', 'At least one message a day: otherwise nothing would ever go out.'],
    [{ from: '8' }, 'from', 'Give a time of day on the 24-hour clock, for example 08:30.'],
    [{ until: '07:00' }, 'until', 'It ends after it begins.'],
  ])('is refused at the field: %j', async (more, field, message) => {
    expect(problemOf(await put(more).expect(422)).errors).toContainEqual({ field, message });
  });

  it('is changed under the version that was looked at, by whoever runs the firm, and stands in the history', async () => {
    const { version } = (await admin().get('/api/firm/sending').expect(200)).body as SendingRules;
    await put({ version: version - 1 }).expect(409);
    await t.firm.as
      .preparer!.put('/api/firm/sending')
      .send({ ...RULES, version })
      .expect(403);
    await put({ version, perDay: 4 }).expect(204);
    const found = await t.works.run(byItself(t.firm.id), ({ tx }) =>
      tx.execute(sql`select what from events where kind = 'sending rules changed' order by seq desc limit 1`),
    );
    expect((found as { rows: { what: string }[] }).rows[0]!.what).toBe(
      'set messages to clients to 4 a day to one person, from 08:00 to 18:00, several as one; not followed up; not reminded of bills; records needed 7 working days before the deadline',
    );
  });
});
