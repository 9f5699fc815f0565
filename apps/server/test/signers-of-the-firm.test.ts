import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { recordIn } from '@steady/core/signing';
import type { Listed } from '@steady/contract/lists';
import type { SendPreview } from '@steady/contract/requests';
import type { FieldsToSign, OwnSignature, PortalSignaturePart, SignatureRow } from '@steady/contract/signatures';
import type { SessionView } from '@steady/contract/sign-in';
import type { TodayView } from '@steady/contract/today';
import { atSigning, signHere } from './at-signing';
import { atWork, problemOf, task } from './at-work';
import { type Agent, type TestApp, insidePortal, key, morning, portalAsks, startTestApp } from './support';

let t: TestApp;
/** The preparer, and their id at the firm. */
let own: { as: Agent; id: string; name: string };
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { move } = atWork(() => t);
const { begun, manager, of, here, filed, input, give, standing, sign } = atSigning(() => t);
beforeEach(async () => {
  const as = t.firm.as.preparer!;
  const { memberId, name } = (await as.get('/api/session').expect(200)).body as SessionView;
  own = { as, id: memberId, name };
});

const SIGNED = { signedAs: 'Owen Preparer', agreed: true };
const signsIt = (partyId: string, as = own.as, more = {}) => as.post(`/api/own-signatures/${partyId}/sign`).send({ ...SIGNED, ...more });
const onToday = async (as = own.as) =>
  ((await as.get('/api/today').expect(200)).body as TodayView).signatures.own.filter(({ client }) => client === `Curlew ${of.count} Ltd`);
const inPortal = async (who: string) => portalAsks<PortalSignaturePart>(await insidePortal(t, who), 'signature');

describe('a person of the firm who signs', () => {
  it('first: is told in the office alone, and the client is asked when they have signed', async () => {
    const [cara] = here.people as [string, string];
    const preview = (
      await manager()
        .post(`/api/jobs/${here.jobId}/signatures/preview`)
        .send(input(await filed(here.original), [own.id, cara]))
        .expect(200)
    ).body as SendPreview;
    expect(preview).toMatchObject({ messages: [], nobody: [], ours: [own.name], neverIn: [] });
    await give([own.id, cara]);
    const { id, parties, state, owed, forUs } = await standing();
    expect(parties.map(({ memberId, contactId, state }) => [memberId ?? contactId, state])).toEqual([
      [own.id, 'asked'],
      [cara, 'ahead'],
    ]);
    expect([state, owed, forUs.map(({ what, why }) => [what, why])]).toEqual(['with us', [], [['To sign: Accounts 2025', `${own.name} signs it`]]]);
    expect((await t.letters()).filter(({ subject }) => subject.includes('Accounts 2025')).map(({ to }) => to)).not.toContain(`cara${of.count}@curlew.example`);
    expect(await onToday()).toEqual([expect.objectContaining({ partyId: parties[0]!.id, title: 'Accounts 2025' })]);
    expect(await onToday(manager())).toEqual([]);
    // Reminded are those of us alone: nothing is missing from the client, and nothing goes to it.
    const told = async () => (await t.letters()).filter(({ body }) => body.includes('Accounts 2025 waits for your signature')).length;
    const before = await told();
    await own.as
      .put('/api/you/told')
      .send({ telling: { 'came in': 'not', completed: 'not', asked: 'at once' } })
      .expect(204);
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(204);
    await t.tick();
    await t.drain();
    expect(await told()).toBe(before + 1);

    const view = (await own.as.get(`/api/own-signatures/${parties[0]!.id}`).expect(200)).body as OwnSignature;
    expect(view).toMatchObject({ title: 'Accounts 2025', stands: 'wanted', doneBefore: [], wantedBy: '2026-03-25' });
    await signsIt(parties[0]!.id).expect(204);
    expect(await onToday()).toEqual([]);
    const [asked] = await inPortal(here.owner);
    expect(asked).toMatchObject({ stands: 'wanted', doneBefore: [own.name] });
    expect(asked!.part.chain).toEqual([
      { name: own.name, isYou: false, isOfFirm: true, stands: 'signed', at: expect.any(String) as string },
      { name: here.owner, isYou: true, isOfFirm: false, stands: 'asked', at: null },
    ]);
    await sign(here.owner);
    const done = await standing();
    expect(done.state).toBe('done');
    const copy = await manager().get(`/api/documents/${done.part.copy!.id}/content`).buffer(true).expect(200);
    expect(recordIn((copy.body as Buffer).toString('latin1'))!.signers).toEqual([
      expect.objectContaining({ name: own.name, isOurs: true, email: null, signedAs: 'Owen Preparer' }),
      expect.objectContaining({ name: here.owner }),
    ]);
    // Nobody of the client is told twice; to sign twice is refused.
    expect(problemOf(await signsIt(parties[0]!.id).expect(409)).code).toBe('signed-already');
  });

  it('last, with a place of their own: sees what the client filled in', async () => {
    const [cara] = here.people as [string, string];
    const fields = signHere(2);
    await give([cara, own.id], here.original, { fields });
    const partyId = (await standing()).parties[1]!.id;
    // It is not their turn yet.
    await own.as.get(`/api/own-signatures/${partyId}`).expect(404);
    await signsIt(partyId).expect(404);
    const place = async (as: Agent, address: string) => ((await as.get(address).expect(200)).body as FieldsToSign).fields[0]!.id;
    const inside = await insidePortal(t, here.owner);
    const theirs = (await portalAsks(inside, 'signature'))[0]!.partyId;
    await sign(here.owner, { fields: { [await place(inside, `/api/portal/signatures/${theirs}/fields`)]: true } });
    expect(await onToday()).toHaveLength(1);
    const { fields: mine, others, signer } = (await own.as.get(`/api/own-signatures/${partyId}/fields`).expect(200)).body as FieldsToSign;
    expect([signer, mine.length, others.map(({ by }) => by)]).toEqual([own.name, 1, [here.owner]]);
    expect(problemOf(await signsIt(partyId, own.as, { fields: {} }).expect(422)).errors![0]!.message).toContain('1 field is still empty');
    await signsIt(partyId, own.as, { fields: { [mine[0]!.id]: true } }).expect(204);
    await t.drain();
    expect((await standing()).part.copy).not.toBeNull();
  });

  it('refuses with a reason, and a client’s person signs in their place', async () => {
    const [cara, dara] = here.people as [string, string];
    await give([own.id, cara]);
    const [ours] = (await standing()).parties;
    await own.as.post(`/api/own-signatures/${ours!.id}/refuse`).send({ reason: '' }).expect(422);
    await own.as.post(`/api/own-signatures/${ours!.id}/refuse`).send({ reason: 'Not mine to sign' }).expect(204);
    expect((await standing()).state).toBe('refused');
    expect(await onToday()).toEqual([]);
    await manager().post(`/api/signers/${ours!.id}/replace`).set(key()).send({ contactId: dara }).expect(204);
    expect((await standing()).parties.map(({ contactId, state }) => [contactId, state])).toEqual([
      [dara, 'asked'],
      [cara, 'ahead'],
    ]);
  });

  it('takes the place of a client’s person, and is put among those who come later', async () => {
    const [cara, dara] = here.people as [string, string];
    await give([cara, dara]);
    const { id, parties } = await standing();
    await manager()
      .put(`/api/asks/${id}/signers`)
      .send({ signerIds: [own.id, dara], together: [dara] })
      .expect(204);
    const places = async () => (await standing()).parties.map(({ contactId, memberId, position }) => [memberId ?? contactId, position]);
    expect(await places()).toEqual(
      expect.arrayContaining([
        [cara, 0],
        [own.id, 1],
        [dara, 1],
      ]),
    );
    expect(
      problemOf(await manager().post(`/api/signers/${parties[0]!.id}/replace`).set(key()).send({ contactId: own.id }).expect(422)).errors![0]!.message,
    ).toContain('is asked already');
    await manager()
      .put(`/api/asks/${id}/signers`)
      .send({ signerIds: [dara], together: [] })
      .expect(204);
    await manager().post(`/api/signers/${parties[0]!.id}/replace`).set(key()).send({ contactId: own.id }).expect(204);
    expect(await places()).toEqual([
      [own.id, 0],
      [dara, 1],
    ]);
    expect(await onToday()).toHaveLength(1);
    // Whoever of the client was replaced finds nothing to sign.
    expect(await inPortal(here.owner)).toEqual([]);
  });

  it('beside a client’s person at the same place: each is waited for by itself', async () => {
    const [cara, dara] = here.people as [string, string];
    await give([cara, own.id, dara], here.original, { together: [own.id] });
    const { state, owed, parties } = await standing();
    expect([state, owed.map(({ what }) => what)]).toEqual(['with the client', [`the signature of ${here.owner}`]]);
    await signsIt(parties.find(({ memberId }) => memberId === own.id)!.id).expect(204);
    expect((await standing()).parties.map(({ state }) => state).sort()).toEqual(['ahead', 'asked', 'done']);
    await sign(here.owner);
    await sign(here.second);
    expect((await standing()).state).toBe('done');
  });

  it('is nobody of whom the firm asks a role or a code, and does not count for those whom it asks', async () => {
    const evidence = { byText: true, capacity: null, atLeast: 2, identity: null };
    const kind = { name: `Minutes ${of.count}`, evidence, recordFirst: false, holdsFiling: false, mayHandOn: false };
    const kindId = ((await manager().post('/api/signing-kinds').set(key()).send(kind).expect(201)).body as { id: string }).id;
    const [cara, dara] = here.people as [string, string];
    const codes = [cara, dara].map((contactId) => ({ contactId, number: '+353 85 555 0142' }));
    const asked = async (signerIds: string[]) =>
      manager()
        .post(`/api/jobs/${here.jobId}/signatures/preview`)
        .send(input(await filed(here.original), signerIds, { kindId, codes: codes.filter(({ contactId }) => signerIds.includes(contactId)) }));
    expect(problemOf(await asked([cara, own.id])).errors![0]!.message).toBe('2 people have to sign this; 1 is chosen.');
    expect((await asked([cara, dara, own.id])).status).toBe(200);
    await give([cara, own.id]);
    const ours = (await standing()).parties[1]!.id;
    const wrong = await manager().put(`/api/signers/${ours}/number`).send({ number: '+353 85 555 0142' }).expect(422);
    expect(problemOf(wrong).errors![0]!.message).toContain('no code goes to them');
  });

  it('is asked no more once the job is at its end', async () => {
    here.jobId = await begun({ phases: [{ key: 'do', name: 'Do it', tasks: [task('Enter')] }] }, { clientId: of.clientId });
    await give([own.id, here.people[0]!]);
    const { status, body } = await move(here.jobId, null, { why: 'the client has gone' });
    expect([status, (body as { code?: string }).code]).toEqual([200, undefined]);
    expect(await onToday()).toEqual([]);
    expect((await standing()).state).toBe('withdrawn');
  });

  it('cannot sign any more once its last day is over', async () => {
    await give([own.id], here.original, { expiresOn: '2026-03-25' });
    const partyId = (await standing()).parties[0]!.id;
    t.clock.set(morning('2026-03-26'));
    await t.tick();
    expect((await standing()).state).toBe('expired');
    expect(problemOf(await signsIt(partyId).expect(409)).code).toBe('ask-ended');
  });

  it('who left is in trouble, in the list of all', async () => {
    const stranger = '0190a0a0-0000-7000-8000-0000000000aa';
    expect(
      problemOf(
        await manager()
          .post(`/api/jobs/${here.jobId}/signatures`)
          .set(key())
          .send(input(await filed(here.original), [stranger]))
          .expect(422),
      ).errors,
    ).toHaveLength(1);
    const contractor = t.firm.members.contractor!;
    expect(
      problemOf(
        await manager()
          .post(`/api/jobs/${here.jobId}/signatures`)
          .set(key())
          .send(input(await filed(here.original), [contractor]))
          .expect(422),
      ).errors![0]!.message,
    ).toContain('does not see this client');
    await give([own.id]);
    const row = async () =>
      ((await manager().get(`/api/signatures?client=${of.clientId}`).expect(200)).body as Listed<SignatureRow>).rows.find(
        ({ title }) => title === 'Accounts 2025',
      )!;
    expect(await row()).toMatchObject({ state: 'waiting', trouble: null });
    const standing = (to: object) => t.firm.as.administrator!.post(`/api/team/${own.id}/standing`).send(to).expect(204);
    await standing({ standing: 'suspended', handTo: t.firm.members.manager });
    expect(await row()).toMatchObject({ state: 'in trouble', trouble: 'does not see it any more' });
    await standing({ standing: 'active' });
    expect(await row()).toMatchObject({ state: 'waiting', trouble: null });
  });
});
