import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonView } from '@steady/contract/contacts';
import type { ImportView } from '@steady/contract/imports';
import type { PortalDoor } from '@steady/contract/requests';
import { BringingIn } from '../src/areas/imports';
import { PortalService } from '../src/areas/portal';
import { byItself } from '../src/platform/identity';
import request from 'supertest';
import { type Grounds, twoClients } from './two-clients';

let grounds: Grounds;
beforeAll(async () => {
  grounds = await twoClients();
});
afterAll(() => grounds.test.close());

const preparer = () => grounds.readers.preparer!;
const manager = () => grounds.readers.manager!;
const person = async (id: string) => (await manager().get(`/api/contacts/${id}`).expect(200)).body as PersonView;
const change = (who: typeof preparer, { clients: _clients, newEmailSince: _since, id, ...facts }: PersonView, set: object) =>
  who()
    .patch(`/api/contacts/${id}`)
    .send({ ...Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== null)), ...set });

describe('a person who acts for a client that is seen and for one that is not', () => {
  it('is not led elsewhere by who sees only one of them, nor given a say', async () => {
    const shared = await person(grounds.common.shared!);
    for (const set of [{ email: 'mine@elsewhere.example' }, { phone: '+353 1 555 0199' }, { mobile: '+353 85 555 0199' }])
      expect((await change(preparer, shared, set).expect(409)).body).toMatchObject({ code: 'acts-for-others' });
    await change(preparer, shared, { name: 'Maeve Quay-Foley' }).expect(204);
    const link = `/api/clients/${grounds.seen.clients!}/contacts/${shared.id}`;
    expect((await preparer().put(link).send({ role: 'adviser', getsRequests: true, signs: false, pays: false }).expect(409)).body).toMatchObject({
      code: 'acts-for-others',
    });
    await preparer().put(link).send({ role: 'friend', getsRequests: false, signs: false, pays: false }).expect(204);
    expect(await person(shared.id)).toMatchObject({ email: 'maeve@quay.example', phone: null });
  });

  it('is told at the old address of a new one, which opens nothing until somebody is sure of it', async () => {
    const { test } = grounds;
    const shared = await person(grounds.common.shared!);
    await change(manager, shared, { email: 'maeve@new.example' }).expect(204);
    await test.drain();
    const told = (await test.letters()).find(({ address }) => address === 'maeve@quay.example')!;
    expect(told.subject).toContain('writes to another address from now on');
    expect(told.body).not.toContain('maeve@new.example');
    const link = await test.works.run(byItself(test.firm.id), (work) => test.app.get(PortalService).link(work, shared.id, '/portal'));
    const door = `/api/portal/door/${link.split('/').at(-1)!}`;
    const stranger = request(test.app.getHttpServer());
    expect((await stranger.get(door).expect(200)).body as PortalDoor).toMatchObject({ state: 'waits', opensOn: '2026-03-14' });
    expect((await stranger.post(`${door}/code`).expect(422)).body).toMatchObject({ code: 'address-new' });
    expect((await stranger.post(`${door}/enter`).send({ code: '123456' }).expect(422)).body).toMatchObject({ code: 'address-new' });
    await preparer().post(`/api/contacts/${shared.id}/confirm-address`).expect(409);
    await manager().post(`/api/contacts/${shared.id}/confirm-address`).expect(204);
    expect((await stranger.get(door).expect(200)).body as PortalDoor).toMatchObject({ state: 'needs code', opensOn: null });
    await stranger.post(`${door}/code`).expect(204);
  });

  it('opens it by itself after three days', async () => {
    const { test } = grounds;
    const shared = await person(grounds.common.shared!);
    await change(manager, shared, { email: 'maeve@third.example' }).expect(204);
    const link = await test.works.run(byItself(test.firm.id), (work) => test.app.get(PortalService).link(work, shared.id, '/portal'));
    const door = `/api/portal/door/${link.split('/').at(-1)!}`;
    test.clock.advance({ hours: 72 });
    expect((await request(test.app.getHttpServer()).get(door).expect(200)).body as PortalDoor).toMatchObject({ state: 'needs code' });
    test.clock.set(test.clock.now().subtract({ hours: 72 }));
  });
});

describe('a file of clients', () => {
  const read = async (who: typeof preparer, text: string) =>
    ((await who().post('/api/imports').attach('file', Buffer.from(text), 'clients.csv').expect(201)).body as { id: string }).id;
  /** Has a file brought in, and waits until it is. */
  const bringIn = async (who: typeof preparer, id: string) => {
    await who().post(`/api/imports/${id}/bring-in`).send({ decisions: [] }).expect(200);
    await grounds.test.app.get(BringingIn).settled();
    return (await who().get(`/api/imports/${id}`).expect(200)).body as ImportView;
  };
  const first = async () => {
    const { name, contacts } = (await manager().get(`/api/clients/${grounds.seen.clients!}`).expect(200)).body as {
      name: string;
      contacts: { id: string; email: string }[];
    };
    return { ...contacts[0]!, name };
  };

  it('leads nobody elsewhere who acts for a client that is not seen', async () => {
    const { name, id, email } = await first();
    await manager()
      .put(`/api/clients/${grounds.hidden.clients!}/contacts/${id}`)
      .send({ role: 'adviser', getsRequests: true, signs: true, pays: true })
      .expect(204);
    const file = await read(preparer, `Client,Email\n${name},mine@elsewhere.example\n`);
    const { outcome } = await bringIn(preparer, file);
    expect(outcome).toMatch(/^0 clients imported, 0 changed, 1 row left out\. Not allowed: .*acts for/);
    expect(await first()).toMatchObject({ email });
    await manager().delete(`/api/clients/${grounds.hidden.clients!}/contacts/${id}`).expect(204);
  });

  it('tells the old address, and the new one opens nothing yet; undone, all is as it was', async () => {
    const { test } = grounds;
    const { name, id, email } = await first();
    const { bulkId } = await bringIn(manager, await read(manager, `Client,Email\n${name},new@file.example\n`));
    await test.drain();
    expect((await test.letters()).filter(({ address }) => address === email).map(({ subject }) => subject)).toContain(
      'Marram & Tern writes to another address from now on',
    );
    expect((await person(id)).newEmailSince).not.toBeNull();
    await manager().post(`/api/clients/bulk/${bulkId}/undo`).expect(200);
    expect(await person(id)).toMatchObject({ email, newEmailSince: null });
  });

  it('that was undone stays so in the list, whatever is changed together after it', async () => {
    const { name } = await first();
    const file = await read(manager, `Client,Trade\n${name},kelp\n`);
    const { bulkId } = await bringIn(manager, file);
    await manager().post(`/api/clients/bulk/${bulkId}/undo`).expect(200);
    for (let count = 0; count < 21; count += 1)
      await manager()
        .post('/api/clients/bulk')
        .send({ clientIds: [grounds.seen.clients], change: { addLabels: [`label ${count}`] } })
        .expect(200);
    const { body: list } = await manager().get('/api/imports').expect(200);
    expect((list as { id: string; undone: boolean }[]).find(({ id }) => id === file)).toMatchObject({ undone: true });
    expect((await manager().get(`/api/imports/${file}`).expect(200)).body).toMatchObject({ undone: true });
  });
});

describe('what was done to many together', () => {
  it('is taken back by those who see all of it, and not used up by others', async () => {
    const { seen, hidden } = grounds;
    const { body } = await manager()
      .post('/api/clients/bulk')
      .send({ clientIds: [seen.clients, hidden.clients], change: { addLabels: ['harbour'] } })
      .expect(200);
    const { id } = body as { id: string };
    expect((await preparer().post(`/api/clients/bulk/${id}/undo`).expect(409)).body).toMatchObject({ code: 'not-all-seen' });
    await manager().post(`/api/clients/bulk/${id}/undo`).expect(200);
    const batchId = '0190a0a0-0000-7000-8000-00000000abcd';
    await manager()
      .post('/api/jobs/together')
      .send({ ids: [seen.jobs, hidden.jobs], batchId, change: 'priority', priority: 'first' })
      .expect(200);
    expect((await preparer().post(`/api/jobs/together/${batchId}/undo`).expect(409)).body).toMatchObject({ code: 'not-all-seen' });
    expect((await manager().post(`/api/jobs/together/${batchId}/undo`).expect(200)).body).toMatchObject({ undone: 2 });
  });

  it('a file of clients belongs to who read it, and to who sees all', async () => {
    const { id } = (await manager().post('/api/imports').attach('file', Buffer.from('Client\nZostera Meadow\n'), 'clients.csv').expect(201)).body as {
      id: string;
    };
    await preparer().get(`/api/imports/${id}`).expect(404);
    const { body: own } = await preparer().get('/api/imports').expect(200);
    expect((own as { id: string }[]).map((one) => one.id)).not.toContain(id);
    await preparer().post(`/api/imports/${id}/bring-in`).send({ decisions: [] }).expect(404);
    await grounds.readers.partner!.get(`/api/imports/${id}`).expect(200);
  });

  it('a list of the firm is removed by who saved it, or who sets up the firm', async () => {
    await grounds.readers.contractor!.delete(`/api/saved-lists/${grounds.common.lists!}`).expect(409);
    await grounds.readers.contractor!.post('/api/saved-lists').send({ of: 'clients', name: 'All', shared: true, filters: [], columns: [] }).expect(409);
    await manager().delete(`/api/saved-lists/${grounds.common.lists!}`).expect(204);
  });

  it('letters in an exported file hold no door of their reader, and no amount for who may not see fees', async () => {
    const { database } = grounds.test;
    const { body } = await manager().get(`/api/messages?client=${grounds.seen.clients!}`).expect(200);
    expect((body as { body: string }[]).every((message) => !message.body.includes('/portal/door/'))).toBe(true);
    const stored = await database.asOwner((tx) =>
      tx.execute(sql`select body from messages where client_id = ${grounds.seen.clients!} and body like '%/portal/door/%'`),
    );
    expect((stored as { rows: unknown[] }).rows.length).toBeGreaterThan(0);
  });
});
