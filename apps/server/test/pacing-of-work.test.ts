import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientView } from '@steady/contract/clients';
import type { ManyLookedAt, MovePreview } from '@steady/contract/moves';
import type { SendPreview } from '@steady/contract/requests';
import { at, atPost, writing } from './at-post';
import { THREE } from './at-work';
import { type TestApp, asksOf, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());

const { manager, client, begun, write, standing, received, kept, of } = atPost(() => t);

describe('a move that would pass the limit', () => {
  it('says before it is made when each person gets what it sends, and why; of many how many', async () => {
    const jobId = await begun(writing(await kept('It is drafted', 'Your accounts are drafted.')), { clientId: of.clientId });
    const look = async () => ((await manager().get(`/api/jobs/${jobId}/move?to=two`).expect(200)).body as MovePreview).acts;
    const many = async () =>
      (
        (
          await manager()
            .post('/api/jobs/together/look')
            .send({ ids: [jobId] })
            .expect(200)
        ).body as ManyLookedAt
      ).later;
    expect(await look()).toMatchObject([{ isLater: false, what: expect.stringMatching(/curlew\.example\)\.$/) as string }]);
    expect(await many()).toBe(0);
    for (const subject of ['a', 'b']) {
      await write(of.clientId, subject);
      await t.drain();
    }
    const gets = `Cara ${of.count} gets it on Thu 12 Mar 2026 at 08:00: no more than 2 messages a day go to one person.`;
    expect(await look()).toMatchObject([{ isLater: true, what: expect.stringContaining(gets) as string }]);
    expect(await many()).toBe(1);
    const { version } = (await manager().get(`/api/jobs/${jobId}`).expect(200)).body as { version: number };
    await manager().post(`/api/jobs/${jobId}/move`).set(key()).send({ to: 'two', leaveOut: [], version }).expect(200);
    await t.drain();
    expect((await standing(of.clientId)).find((one) => one.startsWith('It is drafted'))).toBe('It is drafted 2026-03-12T08:00');
  });
});

describe('many jobs moved at once', () => {
  it('write to one person who acts for several of the clients once, with all of it', async () => {
    const templateId = await kept('Drafted for {client}', 'It is drafted.');
    const found = (await manager().get(`/api/clients/${of.clientId}`).expect(200)).body as ClientView;
    const cara = found.contacts.find(({ name }) => name === `Cara ${of.count}`)!;
    const clients = [of.clientId];
    for (const other of ['North', 'South', 'East', 'West']) {
      clients.push(await client({ name: `${other} ${of.count} Ltd`, contact: { name: 'Nobody', email: `${other}${of.count}@wind.example` } }));
      await manager()
        .put(`/api/clients/${clients.at(-1)!}/contacts/${cara.id}`)
        .send({ getsRequests: true, signs: false, pays: false })
        .expect(204);
    }
    const ids: string[] = [];
    // Some have more to do before they write, so that one writes while another plans.
    for (const [place, one] of clients.entries()) ids.push(await begun(writing(templateId, place % 4), { clientId: one }));
    const { body } = await manager().post('/api/jobs/together').set(key()).send({ ids, batchId: randomUUID(), change: 'move' }).expect(200);
    expect(body).toMatchObject({ changed: 5, not: [] });
    await t.drain();
    const letters = (await t.letters()).filter(({ to }) => to === `Cara ${of.count}`);
    expect(letters).toHaveLength(1);
    for (const name of [`Curlew ${of.count} Ltd`, `North ${of.count} Ltd`, `South ${of.count} Ltd`, `East ${of.count} Ltd`, `West ${of.count} Ltd`])
      expect(letters[0]!.body.match(new RegExp(`Drafted for ${name}`, 'g'))).toHaveLength(1);
  });
});

describe('what is not wanted any more', () => {
  const night = () => t.clock.set(at('2026-03-11T21:00'));
  const asked = async () => {
    const jobId = await begun(THREE, { clientId: of.clientId });
    const items = [{ name: 'Bank statements' }];
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send({ title: 'Records for January', dueOn: '2026-03-20', items }).expect(201);
    const [ask] = await asksOf(manager(), jobId);
    return { jobId, ask: ask! };
  };
  const standsNow = async () => (await standing(of.clientId)).filter((one) => one.includes('Records for January'));

  it('is not written about: a request that was withdrawn before it went; asked again, it goes', async () => {
    night();
    const { ask } = await asked();
    await t.drain();
    expect((await standsNow())[0]).toMatch(/2026-03-12T08:00$/);
    await manager().post(`/api/asks/${ask.id}/withdraw`).send({ reason: 'came by post' }).expect(204);
    expect((await standsNow())[0]).toMatch(/withdrawn$/);
    await manager().post(`/api/asks/${ask.id}/restore`).expect(204);
    expect((await standsNow())[0]).toMatch(/2026-03-12T08:00$/);
    t.clock.set(at('2026-03-12T08:00'));
    expect(await received('Bank statements')).not.toEqual([]);
    expect((await standsNow())[0]).toMatch(/sent$/);
  });

  it('is not written about in any of the messages that would have gone as one', async () => {
    night();
    const { ask } = await asked();
    await manager()
      .post(`/api/asks/${ask.id}/items`)
      .set(key())
      .send({ items: [{ name: 'Stock list' }] })
      .expect(204);
    await write(of.clientId, 'Something else');
    expect((await standing(of.clientId)).every((one) => one.endsWith('2026-03-12T08:00'))).toBe(true);
    await manager().post(`/api/asks/${ask.id}/withdraw`).send({ reason: 'came by post' }).expect(204);
    expect((await standing(of.clientId)).map((one) => one.split(' ').at(-1))).toEqual(['withdrawn', 'withdrawn', '2026-03-12T08:00']);
    await manager().post(`/api/asks/${ask.id}/restore`).expect(204);
    t.clock.set(at('2026-03-12T08:00'));
    await t.drain();
    const letters = (await t.letters()).filter(({ to, at: sent }) => to === `Cara ${of.count}` && sent.startsWith('2026-03-12'));
    expect(letters).toHaveLength(1);
    for (const words of ['Bank statements', 'Stock list', 'About Something else.']) expect(letters[0]!.body).toContain(words);
  });

  it('is not written about: what came before the letter went, and a job that ended', async () => {
    night();
    const { ask } = await asked();
    const { items } = ask.part as { items: { id: string }[] };
    await manager().post(`/api/request-items/${items[0]!.id}/accept`).expect(204);
    expect((await standsNow())[0]).toMatch(/withdrawn$/);
    const other = await asked();
    const { version } = (await manager().get(`/api/jobs/${other.jobId}`).expect(200)).body as { version: number };
    await manager().post(`/api/jobs/${other.jobId}/cancel`).send({ reason: 'not needed', version }).expect(204);
    expect(await standsNow()).toHaveLength(2);
    expect((await standsNow()).every((one) => one.endsWith('withdrawn'))).toBe(true);
  });

  it('has gone out where it was sent now, and stays as it went', async () => {
    night();
    const jobId = await begun(THREE, { clientId: of.clientId });
    const request = { title: 'Records for January', dueOn: '2026-03-20', items: [{ name: 'Bank statements' }], now: true };
    const { messages: told } = (await manager().post(`/api/jobs/${jobId}/requests/preview`).send(request).expect(200)).body as SendPreview;
    expect(told[0]!.goesOut.why).toBeNull();
    await manager().post(`/api/jobs/${jobId}/requests`).set(key()).send(request).expect(201);
    await t.drain();
    const [ask] = await asksOf(manager(), jobId);
    await manager().post(`/api/asks/${ask!.id}/withdraw`).send({ reason: 'came by post' }).expect(204);
    expect((await standsNow())[0]).toMatch(/sent$/);
  });
});
