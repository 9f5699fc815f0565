import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { latin1 } from '@steady/core/seals';
import { recordIn } from '@steady/core/signing';
import type { Listed } from '@steady/contract/lists';
import type { SignatureRow, SignatureSum } from '@steady/contract/signatures';
import type { TodayView } from '@steady/contract/today';
import { aPdf } from './a-pdf';
import { at } from './at-post';
import { atSigning } from './at-signing';
import { problemOf } from './at-work';
import { type TestApp, bytesOf, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, received, of, here, give, standing, asked, sign } = atSigning(() => t);

const list = async (query = '') => (await manager().get(`/api/signatures?client=${of.clientId}&${query}`).expect(200)).body as Listed<SignatureRow>;
const sum = async () => (await manager().get(`/api/signatures/sum?client=${of.clientId}`).expect(200)).body as SignatureSum;
const refuse = async (who: string, reason = 'The stock is wrong.') => {
  const { inside, partyId } = await asked(who);
  await inside.post(`/api/portal/signatures/${partyId}/refuse`).send({ reason }).expect(204);
};
const replace = (partyId: string, contactId: string) => manager().post(`/api/signers/${partyId}/replace`).set(key()).send({ contactId });
const third = async (email: string | null = `eve${of.count}@curlew.example`) => {
  const person = { name: `Eve ${of.count}`, signs: true, ...(email ? { email } : {}) };
  return ((await manager().post(`/api/clients/${of.clientId}/contacts`).set(key()).send(person).expect(201)).body as { id: string }).id;
};
const NOT_NEEDED = 'no signature needed any more';
const told = async () =>
  (await received('needs no signature of yours')).filter(({ subject, to }) => subject.includes(NOT_NEEDED) && to.endsWith(` ${of.count}`)).map(({ to }) => to);

describe('all that was given for signature', () => {
  it('is listed with whose turn it is, counted by where it stands, and narrowed to one state or one person', async () => {
    await give(here.people);
    await sign(here.owner);
    t.clock.set(at('2026-03-14T09:00'));
    await give(here.people.slice(1), aPdf(), { title: 'The letter' });
    const { rows, total } = await list();
    expect(total).toBe(2);
    expect(rows.map(({ title, state, turn, done, of: all }) => [title, state, turn, done, all])).toEqual([
      ['Accounts 2025', 'waiting', here.second, 1, 2],
      ['The letter', 'waiting', here.second, 0, 1],
    ]);
    expect(await sum()).toEqual({ states: { 'in trouble': 0, waiting: 2, refused: 0, signed: 0, withdrawn: 0, expired: 0 }, longest: 3 });
    expect((await list(`contact=${here.people[0]}`)).rows.map(({ title }) => title)).toEqual(['Accounts 2025']);
    expect((await list('state=signed')).rows).toEqual([]);
    expect((await list('find=letter')).rows.map(({ title }) => title)).toEqual(['The letter']);
    await manager().get(`/api/signatures?state=lost`).expect(422);
  });

  it('says what is in trouble, and for whom: nobody to write to, or somebody who may not sign any more', async () => {
    const eve = await third(null);
    await give([eve]);
    await give(here.people.slice(0, 1), aPdf(), { title: 'The letter' });
    const [contact] = here.people;
    await manager().put(`/api/clients/${of.clientId}/contacts/${contact}`).send({ signs: false }).expect(204);
    expect((await list('state=in trouble')).rows.map(({ title, trouble, turn }) => [title, trouble, turn]).sort()).toEqual([
      ['Accounts 2025', 'nobody to write to', `Eve ${of.count}`],
      ['The letter', 'does not sign any more', here.owner],
    ]);
  });

  it('has what was refused, signed, and withdrawn, each with why', async () => {
    await give(here.people.slice(0, 1));
    await refuse(here.owner);
    await give(here.people.slice(1), aPdf(), { title: 'The letter' });
    await sign(here.second);
    expect((await list()).rows.map(({ title, state, reason, turn }) => [title, state, reason, turn])).toEqual([
      ['Accounts 2025', 'refused', `${here.owner}: The stock is wrong.`, null],
      ['The letter', 'signed', null, null],
    ]);
    const { text } = await manager().get(`/api/signatures/list.csv?client=${of.clientId}`).expect(200);
    expect(text).toContain('The letter');
  });
});

describe('somebody else who signs', () => {
  it('is asked in place of one who refused, and it goes on; nobody who has signed is replaced', async () => {
    const eve = await third();
    await give(here.people);
    await sign(here.owner);
    await refuse(here.second);
    expect((await standing()).state).toBe('refused');
    const [first, second] = (await standing()).parties;
    expect(problemOf(await replace(first!.id, eve)).code).toBe('done-already');
    expect(problemOf(await replace(second!.id, here.people[0]!)).errors).toEqual([
      { field: 'contactId', message: `${here.owner} is asked already. Choose somebody else.` },
    ]);
    await replace(second!.id, eve).expect(204);
    expect((await standing()).state).toBe('with the client');
    expect((await received('Accounts 2025')).filter(({ to }) => to === `Eve ${of.count}`)).toHaveLength(1);
    await sign(`Eve ${of.count}`);
    const { state, part } = await standing();
    expect(state).toBe('done');
    // The record of the signed copy says so, with the refusal.
    const copy = Buffer.from(await bytesOf(manager().get(`/api/documents/${part.copy!.id}/content`)));
    expect(recordIn(latin1(copy))!.steps.map(({ did }) => did)).toContain(
      `asked Eve ${of.count} in place of ${here.second}, who had refused: “The stock is wrong.”`,
    );
  });

  it('whose turn has not come is replaced without a word to anybody, and the letter to the first still goes out', async () => {
    const eve = await third();
    t.clock.set(at('2026-03-11T20:00'));
    await give(here.people);
    await replace((await standing()).parties[1]!.id, eve).expect(204);
    expect(await received('Accounts 2025')).toEqual(expect.not.arrayContaining([expect.objectContaining({ to: here.owner })]));
    t.clock.set(at('2026-03-12T09:00'));
    await t.tick();
    expect((await received('Accounts 2025')).filter(({ to }) => to === here.owner)).toHaveLength(1);
    expect((await received('Accounts 2025')).filter(({ to }) => to === `Eve ${of.count}`)).toHaveLength(0);
    expect(await told()).toEqual([]);
  });

  it('takes over the turn of one who was asked, who is told', async () => {
    const eve = await third();
    await give(here.people.slice(0, 1));
    await received('Accounts 2025');
    const { inside, partyId } = await asked(here.owner);
    await replace(partyId, eve).expect(204);
    expect(await told()).toEqual([here.owner]);
    await inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: here.owner, agreed: true }).expect(404);
    await sign(`Eve ${of.count}`);
  });

  it('who cannot be written to waits for us', async () => {
    const eve = await third(null);
    await give(here.people.slice(0, 1));
    await refuse(here.owner);
    await replace((await standing()).parties[0]!.id, eve).expect(204);
    expect((await standing()).state).toBe('with us');
    await replace((await standing()).parties[0]!.id, here.people[1]!).expect(204);
    expect((await standing()).state).toBe('with the client');
    await manager()
      .post(`/api/asks/${(await standing()).id}/withdraw`)
      .send({ reason: 'Another way' })
      .expect(204);
    expect(problemOf(await replace((await standing()).parties[0]!.id, eve)).code).toBe('ask-ended');
  });
});

describe('a signature that is not needed any more', () => {
  it('is told to those who were asked or have signed, with why', async () => {
    await give(here.people);
    await sign(here.owner);
    await received('Accounts 2025');
    await manager()
      .post(`/api/asks/${(await standing()).id}/withdraw`)
      .send({ reason: 'The accounts were mended' })
      .expect(204);
    expect((await told()).sort()).toEqual([here.owner, here.second].sort());
    expect((await received('needs no signature of yours'))[0]!.body).toContain('It was withdrawn: The accounts were mended');
  });

  it('is over after its last day, which is told; before that it is signed', async () => {
    await give(here.people, here.original, { expiresOn: '2026-03-26' });
    expect((await standing()).part.expiresOn).toBe('2026-03-26');
    t.clock.set(at('2026-03-26T16:00'));
    await t.tick();
    await sign(here.owner);
    const { inside, partyId } = await asked(here.second);
    t.clock.set(at('2026-03-27T00:30'));
    const late = await inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: here.second, agreed: true });
    expect(problemOf(late).detail).toBe('This could be signed until Thu 26 Mar 2026. Ask us for it anew, please.');
    await t.tick();
    expect((await standing()).state).toBe('expired');
    expect((await list()).rows).toMatchObject([{ state: 'expired', reason: 'It could be signed until Thu 26 Mar 2026.' }]);
    t.clock.set(at('2026-03-27T10:00'));
    await t.tick();
    expect((await told()).sort()).toEqual([here.owner, here.second].sort());
  });

  it('is not given with a last day that comes before it is needed', async () => {
    const { body } = await manager()
      .post(`/api/jobs/${here.jobId}/signatures`)
      .set(key())
      .send({ documentId: here.jobId, title: 'x', signerIds: here.people, dueOn: '2026-03-25', expiresOn: '2026-03-20' })
      .expect(422);
    expect(JSON.stringify(body)).toContain('It has to be signable until the day by which you need it.');
  });
});

describe('what of it is news for today', () => {
  it('is what all have signed since the working day before, what was refused and what is stuck', async () => {
    const news = async () => ((await manager().get(`/api/today?whose=firm`).expect(200)).body as TodayView).signatures;
    const before = await news();
    await give(here.people.slice(0, 1));
    await sign(here.owner);
    await give(here.people.slice(0, 1), aPdf('two'), { title: 'The letter' });
    await refuse(here.owner);
    await give([await third(null)], aPdf('three'), { title: 'The deed' });
    expect(await news()).toEqual({ signed: before.signed + 1, refused: before.refused + 1, stuck: before.stuck + 1, own: [] });
    t.clock.set(at('2026-03-20T09:00'));
    expect(await news()).toMatchObject({ signed: 0, refused: before.refused + 1 });
  });
});
