import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { latin1 } from '@steady/core/seals';
import { NO_EVIDENCE, recordIn } from '@steady/core/signing';
import type { ObligationView } from '@steady/contract/almanac';
import type { ClientView } from '@steady/contract/clients';
import type { PostRoomMessage } from '@steady/contract/post';
import type { Listed } from '@steady/contract/lists';
import type { ManyAsked } from '@steady/contract/requests';
import type { CodeTried, PortalSignaturePart, SignatureRow } from '@steady/contract/signatures';
import type { KeepSigningKind, SigningKindView, TermsView } from '@steady/contract/signing-kinds';
import { aPdf } from './a-pdf';
import { at } from './at-post';
import { atSigning } from './at-signing';
import { THREE, problemOf } from './at-work';
import { DUNMARRA, type TestApp, bytesOf, clientWithVat, insidePortal, jobOf, key, portalAsks, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, of, here, filed, input, give, standing, sign, begun, client: newClient } = atSigning(() => t);
beforeEach(() => t.clock.set(at('2026-03-11T10:00')));

const owner = () => t.firm.as.partner!;
const refusedGive = async (signerIds: string[], more: object = {}) =>
  problemOf(
    await manager()
      .post(`/api/jobs/${here.jobId}/signatures`)
      .set(key())
      .send(input(await filed(aPdf()), signerIds, more))
      .expect(422),
  );
const kindOf = (more: Partial<KeepSigningKind> = {}): KeepSigningKind => ({
  name: `Accounts ${of.count} ${Math.random().toString(36).slice(2, 7)}`,
  evidence: NO_EVIDENCE,
  recordFirst: false,
  holdsFiling: false,
  mayHandOn: false,
  ...more,
});
const addKind = async (more: Partial<KeepSigningKind> = {}) =>
  ((await owner().post('/api/signing-kinds').set(key()).send(kindOf(more)).expect(201)).body as { id: string }).id;
const kinds = async () => (await manager().get('/api/signing-kinds').expect(200)).body as SigningKindView[];
const terms = async () => (await manager().get('/api/terms').expect(200)).body as TermsView[];
const write = (name: string, text: string) => owner().post('/api/terms').set(key()).send({ name, text });
const role = (contactId: string, called: string) =>
  manager().put(`/api/clients/${of.clientId}/contacts/${contactId}`).send({ role: called, signs: true }).expect(204);
type Inside = Awaited<ReturnType<typeof insidePortal>>;
const partOf = async (who: string, before?: Inside) => {
  const inside = before ?? (await insidePortal(t, who));
  const ask = (await portalAsks<PortalSignaturePart>(inside, 'signature')).find(({ stands }) => stands === 'wanted');
  return { inside, partyId: ask?.partyId ?? '', part: ask?.part };
};
const signs = (inside: Inside, partyId: string, more: object = {}) =>
  inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: 'Cara Curlew', agreed: true, ...more });
const texts = async () => {
  await t.drain();
  return ((await manager().get('/api/post-room').expect(200)).body as PostRoomMessage[]).filter(({ channel }) => channel === 'text');
};
const codeIn = ({ body }: PostRoomMessage) => /\d{6}/.exec(body)![0];

describe('a kind of document', () => {
  it('is kept once under a name, changed by one at a time, and removed; what was given as one stays', async () => {
    const id = await addKind({ words: 'Please check the figures.', evidence: { byText: false, capacity: '  ', atLeast: 2, identity: null } });
    const kind = (await kinds()).find((one) => one.id === id)!;
    expect(kind).toMatchObject({
      version: 1,
      words: 'Please check the figures.',
      evidence: { capacity: null, atLeast: 2, identity: null },
      fields: [],
      used: 0,
    });
    expect(
      problemOf(
        await owner()
          .post('/api/signing-kinds')
          .set(key())
          .send(kindOf({ name: kind.name.toUpperCase() }))
          .expect(422),
      ).errors![0]!.field,
    ).toBe('name');
    await owner()
      .patch(`/api/signing-kinds/${id}`)
      .send(kindOf({ name: kind.name, version: 1 }))
      .expect(204);
    await owner()
      .patch(`/api/signing-kinds/${id}`)
      .send(kindOf({ name: kind.name, version: 1 }))
      .expect(409);
    await give(here.people.slice(0, 1), here.original, { kindId: id });
    expect((await kinds()).find((one) => one.id === id)!.used).toBe(1);
    await owner().delete(`/api/signing-kinds/${id}`).set(key()).expect(204);
    expect((await standing()).part.kind).toBeNull();
    await owner().delete(`/api/signing-kinds/${id}`).set(key()).expect(404);
  });

  it('refuses too few, and those of another role, before anything goes out', async () => {
    const kindId = await addKind({ evidence: { byText: false, capacity: 'director', atLeast: 2, identity: null } });
    const [cara, dara] = here.people as [string, string];
    await role(cara, 'Director');
    expect((await refusedGive([cara, dara], { kindId })).errors).toEqual([
      { field: 'signerIds', message: `2 directors have to sign this; only ${here.owner} is one.` },
    ]);
    await role(dara, 'secretary and director');
    await give([cara, dara], here.original, { kindId });
    expect((await standing()).part).toMatchObject({ evidence: { capacity: 'director', atLeast: 2, identity: null } });
  });

  it('brings its places where none were put down, and the record before the document', async () => {
    const kindId = await addKind({ recordFirst: true });
    const name = (await kinds()).find(({ id }) => id === kindId)!.name;
    const fields = [{ id: 'a', kind: 'signature' as const, signer: 0, page: 1, x: 100, y: 400, width: 170, height: 44, isRequired: true, label: null }];
    await give(here.people.slice(0, 1), here.original, { fields, keepPlacesAs: name });
    await give(here.people.slice(0, 1), aPdf('another'), { kindId });
    expect((await standing()).part.fields).toEqual({ count: 1, pages: 1 });
    await give(here.people.slice(0, 1), aPdf('one more'), { kindId, fields: [] });
    expect((await standing()).part.fields).toEqual({ count: 0, pages: 0 });
    await sign(here.owner);
  });

  it('holds back the filing of its return until it is signed by all, also where it was withdrawn', async () => {
    const who = `Fionn ${of.count}`;
    const clientId = await clientWithVat(t, '2026-01-01', {
      ...DUNMARRA,
      name: `Held ${of.count} Ltd`,
      contact: { name: who, email: `fionn${of.count}@held.example` },
    });
    await t.tick();
    const jobId = await jobOf(t, clientId);
    const { contacts } = (await manager().get(`/api/clients/${clientId}`).expect(200)).body as ClientView;
    const [deadline] = (await manager().get(`/api/clients/${clientId}/obligations`).expect(200)).body as ObligationView[];
    const file = () => manager().post(`/api/obligations/${deadline!.id}/file`).set(key()).send({ anyway: true });
    const kindId = await addKind({ holdsFiling: true });
    const giveReturn = async (title: string) => {
      const documentId = ((await manager().post(`/api/jobs/${jobId}/documents`).attach('file', aPdf(title), 'return.pdf').expect(201)).body as { id: string })
        .id;
      const asked = { documentId, title, signerIds: [contacts[0]!.id], dueOn: '2026-03-18', kindId };
      return ((await manager().post(`/api/jobs/${jobId}/signatures`).set(key()).send(asked).expect(201)).body as { id: string }).id;
    };
    const askId = await giveReturn('VAT return');
    expect(problemOf(await file().expect(409))).toMatchObject({
      code: 'not-signed',
      detail: expect.stringContaining('"VAT return" is not signed by all yet') as string,
    });
    const noted = { on: '2026-03-10', receipt: 'RR 1', version: deadline!.version, anyway: true };
    expect(problemOf(await manager().post(`/api/obligations/${deadline!.id}/note-filed`).send(noted).expect(409)).code).toBe('not-signed');
    await manager().post(`/api/asks/${askId}/withdraw`).send({ reason: 'a figure was wrong' }).expect(204);
    expect(problemOf(await file().expect(409)).detail).toContain('it is withdrawn');
    await giveReturn('VAT return, corrected');
    await sign(who);
    await file().expect(202);
  });
});

describe('terms', () => {
  it('come in editions, are agreed to once by each person, and stand in the record', async () => {
    const name = `Terms of engagement ${of.count}`;
    await write(name, 'First.').expect(201);
    expect(problemOf(await write(name, 'First.').expect(422)).errors![0]!.field).toBe('text');
    await manager().post('/api/terms').set(key()).send({ name, text: 'Ours' }).expect(403);
    await give(here.people.slice(0, 1), here.original, { terms: name });
    const { inside, partyId, part } = await partOf(here.owner);
    expect(part!.terms).toMatchObject({ name, edition: 1, text: 'First.' });
    expect(problemOf(await signs(inside, partyId).expect(422)).errors).toEqual([{ field: 'termsId', message: `Tick that you agree to ${name}.` }]);
    await signs(inside, partyId, { termsId: part!.terms!.id }).expect(204);
    await t.drain();
    const { copy } = (await standing()).part;
    const record = recordIn(latin1(await bytesOf(manager().get(`/api/documents/${copy!.id}/content`))))!;
    expect(record.terms).toEqual({ name, edition: 1 });
    expect(record.steps.map(({ did }) => did)).toContain(`agreed to ${name}, edition 1`);
    expect((await terms()).find((one) => one.name === name)).toMatchObject({ edition: 1, agreed: 1 });
    // The same edition is not asked for again; the next one is.
    await give(here.people.slice(0, 1), aPdf('again'), { terms: name });
    expect((await partOf(here.owner)).part!.terms).toMatchObject({ edition: 1, isAgreed: true });
    await sign(here.owner);
    await write(name, 'Second.').expect(201);
    await give(here.people.slice(0, 1), aPdf('anew'), { terms: name });
    expect((await partOf(here.owner)).part!.terms).toMatchObject({ edition: 2, text: 'Second.', isAgreed: false });
    expect((await terms()).find((one) => one.name === name)).toMatchObject({ edition: 2, agreed: 0, earlier: [{ edition: 1, text: 'First.', agreed: 1 }] });
  });

  it('that are not offered any more are asked for by no kind, and are agreed to where they were asked for before', async () => {
    const name = `Terms of the portal ${of.count}`;
    const id = ((await write(name, 'First.').expect(201)).body as { id: string }).id;
    const kindId = await addKind({ terms: name });
    await give(here.people.slice(0, 1), here.original, { terms: name });
    await owner().delete(`/api/terms/${id}`).set(key()).expect(204);
    expect((await terms()).filter((one) => one.name === name)).toEqual([]);
    expect((await kinds()).find((one) => one.id === kindId)!.terms).toBeNull();
    expect((await refusedGive(here.people.slice(0, 1), { terms: name })).errors![0]!.field).toBe('terms');
    const { inside, partyId, part } = await partOf(here.owner);
    await signs(inside, partyId, { termsId: part!.terms!.id }).expect(204);
  });
});

describe('a code by text message', () => {
  const number = '085 555 0142';
  const withCode = () => give(here.people.slice(0, 1), here.original, { codes: [{ contactId: here.people[0]!, number }] });
  const type = async (inside: Inside, partyId: string, code: string) =>
    ((await inside.post(`/api/portal/signatures/${partyId}/code/typed`).send({ code }).expect(200)).body as CodeTried).why;

  it('goes to the number given, is typed before it is signed, and stands in the record with the end of the number', async () => {
    await withCode();
    const { inside, partyId, part } = await partOf(here.owner);
    expect(part).toMatchObject({ textTo: '••• 0142', isConfirmed: false });
    expect(problemOf(await signs(inside, partyId).expect(409)).code).toBe('code-wanted');
    await inside.post(`/api/portal/signatures/${partyId}/code`).expect(204);
    const [text] = await texts();
    expect(text).toMatchObject({ address: number, to: here.owner });
    expect(await type(inside, partyId, '000000'.replace('0', codeIn(text!).startsWith('0') ? '1' : '0'))).toMatch(/not right.*4 tries are left/);
    expect(problemOf(await signs(inside, partyId).expect(409)).code).toBe('code-wanted');
    expect(await type(inside, partyId, codeIn(text!))).toBeNull();
    expect((await partOf(here.owner)).part!.isConfirmed).toBe(true);
    await signs(inside, partyId).expect(204);
    await t.drain();
    const { copy } = (await standing()).part;
    const record = recordIn(latin1(await bytesOf(manager().get(`/api/documents/${copy!.id}/content`))))!;
    expect(record.signers[0]!.textTo).toBe('••• 0142');
  });

  it('holds for an hour, works once, and not after another was sent or the number changed', async () => {
    await withCode();
    const { inside, partyId } = await partOf(here.owner);
    await inside.post(`/api/portal/signatures/${partyId}/code`).expect(204);
    const first = codeIn((await texts())[0]!);
    await inside.post(`/api/portal/signatures/${partyId}/code`).expect(204);
    const second = codeIn((await texts())[0]!);
    expect(await type(inside, partyId, first)).toMatch(/earlier message/);
    expect(await type(inside, partyId, second)).toBeNull();
    t.clock.set(at('2026-03-11T11:01'));
    expect(problemOf(await signs(inside, partyId).expect(409)).code).toBe('code-wanted');
    expect(await type(inside, partyId, second)).toMatch(/used already/);
    await inside.post(`/api/portal/signatures/${partyId}/code`).expect(204);
    const third = codeIn((await texts())[0]!);
    await manager().put(`/api/signers/${partyId}/number`).send({ number: '086 555 0199' }).expect(204);
    expect(await type(inside, partyId, third)).not.toBeNull();
    expect((await standing()).part.codes).toMatchObject([{ number: '086 555 0199', isConfirmed: false }]);
    await manager().put(`/api/signers/${partyId}/number`).send({}).expect(204);
    await signs(inside, partyId).expect(204);
    await manager().put(`/api/signers/${partyId}/number`).send({ number }).expect(409);
  });

  it('is sent ten times at most, and to nobody else’s turn', async () => {
    await give(here.people, here.original, { codes: here.people.map((contactId) => ({ contactId, number })) });
    const { inside, partyId } = await partOf(here.owner);
    for (let sent = 0; sent < 10; sent += 1) await inside.post(`/api/portal/signatures/${partyId}/code`).expect(204);
    expect(problemOf(await inside.post(`/api/portal/signatures/${partyId}/code`).expect(429)).code).toBe('codes-sent');
    const second = (await standing()).parties[1]!.id;
    await inside.post(`/api/portal/signatures/${second}/code`).expect(404);
  });

  it('is asked of everybody where the kind wants it, with a number for each', async () => {
    const kindId = await addKind({ evidence: { byText: true, capacity: null, atLeast: 1, identity: null } });
    const codes = [{ contactId: here.people[0]!, number }];
    expect((await refusedGive(here.people, { kindId, codes })).errors).toEqual([
      { field: 'codes', message: `A code goes by text message to everybody who signs this: give a number for ${here.second}.` },
    ]);
    expect((await refusedGive(here.people.slice(0, 1), { codes: [{ contactId: here.people[0], number: 'soon' }] })).code).toBe('invalid-input');
    await give(here.people.slice(0, 1), here.original, { kindId, codes });
    const [party] = (await standing()).parties;
    expect(problemOf(await manager().put(`/api/signers/${party!.id}/number`).send({}).expect(422)).errors![0]!.field).toBe('number');
    expect(
      problemOf(await manager().post(`/api/signers/${party!.id}/replace`).set(key()).send({ contactId: here.people[1] }).expect(422)).errors![0]!.field,
    ).toBe('number');
    await manager().post(`/api/signers/${party!.id}/replace`).set(key()).send({ contactId: here.people[1], number: '087 555 0111' }).expect(204);
    expect((await standing()).part.codes).toMatchObject([{ number: '087 555 0111' }]);
  });
});

describe('one letter for many', () => {
  const give12 = (more: object, path = '/api/signatures/many') => {
    const call = manager().post(path);
    return (path.endsWith('preview') ? call : call.set(key())).send({ title: `Letter ${of.count}`, everybody: false, dueOn: '2026-03-20', ...more });
  };
  const clients = async (count: number) => {
    const ids: string[] = [];
    for (let at = 0; at < count; at += 1) {
      const contact = { name: `Signer ${at} of ${of.count}`, email: `signer${at}.${of.count}@many.example` };
      const clientId = await newClient({ name: `Many ${at} of ${of.count} Ltd`, contact });
      await begun(THREE, { clientId });
      ids.push(clientId);
    }
    return ids;
  };
  const letter = async (more: Partial<KeepSigningKind> = {}) => {
    const id = await addKind(more);
    await owner().post(`/api/signing-kinds/${id}/letter`).attach('file', aPdf('the letter'), 'letter.pdf').expect(204);
    return id;
  };

  it('is filed in a job of each, asked of each by itself, and not given twice', async () => {
    const kindId = await letter();
    expect((await kinds()).find(({ id }) => id === kindId)).toMatchObject({ version: 1, letter: { name: 'letter.pdf' } });
    expect((await manager().get(`/api/signing-kinds/${kindId}/letter`).expect(200)).headers['content-type']).toBe('application/pdf');
    const clientIds = await clients(12);
    const without = await newClient({ name: `Without ${of.count} Ltd` });
    const preview = (await give12({ clientIds: [...clientIds, without], kindId }, '/api/signatures/many/preview').expect(200)).body as ManyAsked;
    expect(preview.asked).toHaveLength(13);
    expect(preview.asked[0]).toMatchObject({ client: `Many 0 of ${of.count} Ltd`, to: [`Signer 0 of ${of.count}`] });
    // Of one no job is open: the letter lies with the client itself.
    expect(preview.asked.at(-1)).toMatchObject({ client: `Without ${of.count} Ltd`, job: '' });
    const ofService = { clientIds: [without], kindId, serviceId: t.firm.services[Object.keys(t.firm.services)[0]!] };
    const { not } = (await give12(ofService, '/api/signatures/many/preview').expect(200)).body as ManyAsked;
    expect(not).toMatchObject([{ why: 'no job of that service is open' }]);
    const given = (await give12({ clientIds, kindId }).expect(200)).body as ManyAsked;
    expect([given.asked.length, given.not.length]).toEqual([12, 0]);
    const { rows } = (await manager().get(`/api/signatures?find=Letter ${of.count}`).expect(200)).body as Listed<SignatureRow>;
    expect(rows).toHaveLength(12);
    expect(new Set(rows.map(({ state }) => state))).toEqual(new Set(['waiting']));
    expect(problemOf(await give12({ clientIds, kindId }).expect(409)).detail).toContain('it is given for signature already');
    await sign(`Signer 7 of ${of.count}`);
    const signed = (await manager().get(`/api/signatures?find=Letter ${of.count}&state=signed`).expect(200)).body as Listed<SignatureRow>;
    expect(signed.rows.map(({ client }) => client)).toEqual([`Many 7 of ${of.count} Ltd`]);
  });

  it('is not given where it would be too little, nor of a kind that has none, nor what is no PDF', async () => {
    const clientIds = await clients(1);
    const kindId = await letter({ evidence: { byText: false, capacity: 'director', atLeast: 1, identity: null } });
    const { asked: none, not } = (await give12({ clientIds, kindId }, '/api/signatures/many/preview').expect(200)).body as ManyAsked;
    expect(none).toEqual([]);
    expect(not[0]!.why).toBe('A director has to sign this; nobody chosen is one.');
    expect(problemOf(await give12({ clientIds, kindId }).expect(409)).detail).toContain('A director has to sign this');
    expect(problemOf(await give12({ clientIds, kindId: await addKind() }).expect(422)).errors![0]!.field).toBe('kindId');
    const kind = await addKind();
    await owner().post(`/api/signing-kinds/${kind}/letter`).attach('file', Buffer.from('words'), 'letter.txt').expect(422);
    await manager().get(`/api/signing-kinds/${kind}/letter`).expect(404);
  });
});
