import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ContactMergePreview, PersonView } from '@steady/contract/contacts';
import type { HistoryLine } from '@steady/contract/jobs';
import { DUNMARRA, type TestApp, eur, startTestApp } from './support';
import { inTheBook } from './in-the-book';

let test: TestApp;
beforeAll(async () => {
  test = await startTestApp();
});
afterAll(() => test.close());

const { manager, get, client, add, addContact, names } = inTheBook(() => test);

describe('one address', () => {
  it('is not given to a second person unless somebody says so, by whichever door', async () => {
    const [first, second] = [await add('Address One Ltd'), await add('Address Two Ltd')];
    const person = { name: 'Ita Strand', email: 'ita@strand.example' };
    const known = await addContact(first, person);
    const refused = await manager()
      .post(`/api/clients/${second}/contacts`)
      .send({ ...person, email: 'ITA@strand.example' })
      .expect(409);
    expect(refused.body).toMatchObject({ code: 'known-person' });
    await manager().post('/api/clients/in-passing').send({ name: 'In Passing', email: person.email }).expect(409);
    await manager()
      .post('/api/clients')
      .send({ ...DUNMARRA, name: 'With Contact Ltd', contact: person })
      .expect(409);
    expect(await names()).not.toContain('In Passing');
    // Linked in place of a new person, or another who shares the mailbox.
    expect(await addContact(second, { ...person, knownId: known, role: 'director' })).toBe(known);
    expect((await client(second)).contacts).toMatchObject([{ id: known, role: 'director' }]);
    const passing = (
      (await manager().post('/api/clients/in-passing').send({ name: 'In Passing', email: person.email, knownId: known }).expect(201)).body as { id: string }
    ).id;
    expect((await client(passing)).contacts).toMatchObject([{ id: known }]);
    expect(await addContact(second, { name: 'Con Strand', email: person.email, another: true })).not.toBe(known);
  });

  it('is given to one of two people who are added by it at once', async () => {
    const clientIds = [await add('Address Three Ltd'), await add('Address Four Ltd')];
    const answers = await Promise.all(
      clientIds.map((id) => manager().post(`/api/clients/${id}/contacts`).send({ name: 'Una Prior', email: 'una@prior.example' })),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 409]);
    expect(answers.find((answer) => answer.status === 409)!.body).toMatchObject({ code: 'known-person' });
  });
});

describe('two records of one person', () => {
  it('become one: links, say, messages and the old address follow, and what differs is told first', async () => {
    const [shared, own] = [await add('Shared Ltd'), await add('Own Ltd')];
    const kept = await addContact(shared, { name: 'Dara Moss', email: 'dara@moss.example', signs: false, pays: false });
    const going = await addContact(shared, { name: 'D. Moss', email: 'd.moss@mail.example', mobile: '085 555 0111', getsRequests: false, role: 'director' });
    await manager().put(`/api/clients/${own}/contacts/${going}`).send({ role: 'owner' }).expect(204);
    await manager()
      .post(`/api/clients/${own}/messages`)
      .send({ contactIds: [going], subject: 'Hello', body: 'Something.' });
    const preview = await get<ContactMergePreview>(`/api/contacts/${kept}/merge/${going}`);
    expect(preview).toMatchObject({
      differs: [
        { name: 'Name', kept: 'Dara Moss', going: 'D. Moss' },
        { name: 'Email address', kept: 'dara@moss.example', going: 'd.moss@mail.example' },
      ],
      filled: [{ name: 'Mobile', value: '085 555 0111' }],
      clients: ['Own Ltd', 'Shared Ltd'],
    });
    const input = { otherId: going, version: preview.kept.version, otherVersion: preview.going.version };
    await manager()
      .post(`/api/contacts/${kept}/merge`)
      .send({ ...input, otherVersion: 9 })
      .expect(409);
    await manager().post(`/api/contacts/${kept}/merge`).send(input).expect(204);
    const person = await get<PersonView>(`/api/contacts/${going}`);
    expect(person).toMatchObject({ id: kept, name: 'Dara Moss', email: 'dara@moss.example', mobile: '085 555 0111' });
    expect(person.clients.map(({ name, role, getsRequests, signs, pays }) => ({ name, role, getsRequests, signs, pays }))).toEqual([
      { name: 'Own Ltd', role: 'owner', getsRequests: true, signs: true, pays: true },
      { name: 'Shared Ltd', role: 'director', getsRequests: true, signs: true, pays: true },
    ]);
    await manager().post(`/api/contacts/${kept}/merge`).send(input).expect(404);
    await manager()
      .post(`/api/contacts/${kept}/merge`)
      .send({ ...input, otherId: kept })
      .expect(422);
  });

  it('are not merged by somebody who does not see all clients of both', async () => {
    const [seen, unseen] = [await add('Seen Ltd'), await add('Unseen Ltd')];
    const kept = await addContact(seen, { name: 'Kit Reid', email: 'kit@reid.example' });
    const going = await addContact(seen, { name: 'Kit Reid', email: 'kit.reid@mail.example' });
    await manager().put(`/api/clients/${unseen}/contacts/${going}`).send({}).expect(204);
    const { contractor } = test.firm.members;
    await test.firm.as.administrator!.post('/api/grants').send({ memberIds: [contractor], clientIds: [seen] });
    await test.firm.as.contractor!.post(`/api/contacts/${kept}/merge`).send({ otherId: going, version: 1, otherVersion: 1 }).expect(403);
  });
});

describe('a record that became part of another', () => {
  it('cannot live again: no status, no change, no service, no job, no contact', async () => {
    const [kept, going] = [await add('Whole Ltd'), await add('Part Ltd')];
    await manager().post(`/api/clients/${kept}/merge`).send({ otherId: going, version: 1, otherVersion: 1, take: [] }).expect(204);
    const { version } = await client(going);
    const refused = await manager().post(`/api/clients/${going}/standing`).send({ standing: 'active', on: '2026-03-11', version }).expect(409);
    expect((refused.body as { detail: string }).detail).toContain('Part Ltd became part of Whole Ltd.');
    await manager()
      .patch(`/api/clients/${going}`)
      .send({ ...DUNMARRA, contact: undefined, version })
      .expect(409);
    const line = { serviceId: test.firm.services.vat, rhythm: 'two-monthly', fee: eur(1), startsOn: '2026-01-01' };
    await manager().post(`/api/clients/${going}/lines`).send(line).expect(409);
    await manager().post(`/api/clients/${going}/contacts`).send({ name: 'Nobody' }).expect(409);
  });
});

describe('a prospect added in passing', () => {
  it('is taken back as long as nothing was done with it', async () => {
    const added = async (name: string) => ((await manager().post('/api/clients/in-passing').send({ name }).expect(201)).body as { id: string }).id;
    const mistake = await added('Mistake');
    await manager().delete(`/api/clients/${mistake}`).expect(204);
    expect(await names()).not.toContain('Mistake');
    const noted = await added('Noted');
    await manager().post(`/api/clients/${noted}/notes`).send({ kind: 'note', text: 'Rang.' }).expect(201);
    const refused = await manager().delete(`/api/clients/${noted}`).expect(409);
    expect((refused.body as { detail: string }).detail).toContain('Something was done with Noted already');
  });
});

describe('what is written down of a client', () => {
  it('a note is reworded and taken out, and what it said stays in the history', async () => {
    const clientId = await add('Noted Ltd');
    const { id } = (await manager().post(`/api/clients/${clientId}/notes`).send({ kind: 'note', text: 'Rings on Mondays' }).expect(201)).body as { id: string };
    await manager()
      .patch(`/api/notes/${id}`)
      .send({ text: 'x'.repeat(2_001) })
      .expect(422);
    await manager().patch(`/api/notes/${id}`).send({ text: 'Rings on Tuesdays' }).expect(204);
    expect((await client(clientId)).notes).toMatchObject([{ text: 'Rings on Tuesdays' }]);
    await manager().delete(`/api/notes/${id}`).expect(204);
    expect((await client(clientId)).notes).toEqual([]);
    const history = await get<HistoryLine[]>(`/api/history?client=${clientId}`);
    expect(history.slice(0, 2).map((line) => line.what)).toEqual(['removed a note: Rings on Tuesdays', 'reworded a note: Rings on Tuesdays']);
    await manager().delete(`/api/notes/${id}`).expect(404);
  });

  it('a detail is called otherwise, and a value that a client has cannot be lost', async () => {
    const run = test.firm.as.administrator!;
    const kept = (
      await run
        .post('/api/details')
        .send({ name: 'Keys', kind: 'choice', choices: ['safe', 'desk'] })
        .expect(201)
    ).body as { id: string };
    const clientId = await add('With Keys Ltd', { details: { [kept.id]: 'desk' } });
    const lost = await run
      .patch(`/api/details/${kept.id}`)
      .send({ name: 'Keys', choices: ['safe', 'drawer'] })
      .expect(422);
    expect((lost.body as { errors: { message: string }[] }).errors[0]!.message).toBe('1 client has "desk". Keep it, or give them another value first.');
    await run
      .patch(`/api/details/${kept.id}`)
      .send({ name: 'Keys lie in', choices: ['safe', 'desk', 'drawer'] })
      .expect(204);
    await manager().patch(`/api/details/${kept.id}`).send({ name: 'x' }).expect(403);
    const details = await get<{ id: string; name: string; choices: string[] }[]>('/api/details');
    expect(details.find((one) => one.id === kept.id)).toMatchObject({ name: 'Keys lie in', choices: ['safe', 'desk', 'drawer'] });
    expect((await client(clientId)).details).toEqual({ [kept.id]: 'desk' });
  });

  it('a document is added with no job, once however often it is sent', async () => {
    const clientId = await add('Filed Ltd');
    const send = () => manager().post(`/api/clients/${clientId}/documents`).attach('file', Buffer.from('The lease.'), 'lease.txt').expect(201);
    const [first, second] = [(await send()).body as { id: string }, (await send()).body as { id: string }];
    expect(second.id).toBe(first.id);
    expect(await get<object>(`/api/documents?client=${clientId}`)).toMatchObject({ rows: [{ name: 'lease.txt', jobId: null }] });
    await test.other.as.manager!.post(`/api/clients/${clientId}/documents`).attach('file', Buffer.from('x'), 'x.txt').expect(404);
  });
});
