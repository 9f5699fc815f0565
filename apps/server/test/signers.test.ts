import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NO_EVIDENCE } from '@steady/core/signing';
import type { AskView } from '@steady/contract/asks';
import type { Listed } from '@steady/contract/lists';
import type { SendPreview } from '@steady/contract/requests';
import type { PortalSignaturePart, SignaturePart, SignatureRow } from '@steady/contract/signatures';
import { aPdf } from './a-pdf';
import { atSigning, signHere } from './at-signing';
import { problemOf } from './at-work';
import { type TestApp, insidePortal, key, portalAsks, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, of, here, filed, input, give, standing, asked, sign } = atSigning(() => t);

type Inside = Awaited<ReturnType<typeof insidePortal>>;
const partOf = async (who: string, before?: Inside) => {
  const inside = before ?? (await insidePortal(t, who));
  const ask = (await portalAsks<PortalSignaturePart>(inside, 'signature')).find(({ stands }) => stands === 'wanted');
  return { inside, partyId: ask?.partyId ?? '', part: ask?.part };
};
const signs = (inside: Inside, partyId: string) => inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: 'Cara Curlew', agreed: true });
const kindToHandOn = async () => {
  const input = { name: `Letters ${of.count}`, evidence: NO_EVIDENCE, recordFirst: false, holdsFiling: false, mayHandOn: true };
  return ((await manager().post('/api/signing-kinds').set(key()).send(input).expect(201)).body as { id: string }).id;
};

describe('those who sign', () => {
  const third = async () => {
    const person = { name: `Eve ${of.count}`, email: `eve${of.count}@curlew.example`, signs: true };
    return ((await manager().post(`/api/clients/${of.clientId}/contacts`).set(key()).send(person).expect(201)).body as { id: string }).id;
  };
  const places = ({ parties }: AskView<SignaturePart>) => parties.map(({ name, position, state }) => [name.split(' ')[0], position, state]);
  const change = (askId: string, signerIds: string[], together: string[] = []) => manager().put(`/api/asks/${askId}/signers`).send({ signerIds, together });

  it('are asked at the same time where they stand at one place, and the next when all of those have signed', async () => {
    const eve = await third();
    const [cara, dara] = here.people as [string, string];
    await give([cara, dara, eve], here.original, { together: [dara] });
    expect(places(await standing())).toEqual([
      ['Cara', 0, 'asked'],
      ['Dara', 0, 'asked'],
      ['Eve', 1, 'ahead'],
    ]);
    await sign(here.second);
    expect(places(await standing()).at(-1)).toEqual(['Eve', 1, 'ahead']);
    await sign(here.owner);
    expect(places(await standing()).at(-1)).toEqual(['Eve', 1, 'asked']);
    await sign(`Eve ${of.count}`);
    expect((await standing()).state).toBe('done');
  });

  it('two of one place who sign at once are both taken', async () => {
    await give(here.people, here.original, { together: here.people.slice(1) });
    const [first, second] = [await asked(here.owner), await asked(here.second)];
    const both = await Promise.all([first, second].map(({ inside, partyId }) => signs(inside, partyId)));
    expect(both.map(({ status }) => status)).toEqual([204, 204]);
    expect((await standing()).state).toBe('done');
  });

  it('are reminded together, and one of a place is replaced without the letter of the other', async () => {
    const eve = await third();
    await give(here.people, here.original, { together: here.people.slice(1) });
    const { id, parties } = await standing();
    await manager().post(`/api/asks/${id}/remind`).set(key()).expect(204);
    await manager().post(`/api/signers/${parties[0]!.id}/replace`).set(key()).send({ contactId: eve }).expect(204);
    expect(places(await standing())).toEqual([
      ['Eve', 0, 'asked'],
      ['Dara', 0, 'asked'],
    ]);
    await sign(here.second);
    await sign(`Eve ${of.count}`);
    expect((await standing()).state).toBe('done');
  });

  it('are changed as long as their turn has not come: added, left out, put in another order', async () => {
    const eve = await third();
    const [cara, dara] = here.people as [string, string];
    const fields = signHere(2);
    await give([cara, dara], here.original, { fields });
    const { id } = await standing();
    await change(id, [eve, dara]).expect(204);
    expect(places(await standing())).toEqual([
      ['Cara', 0, 'asked'],
      ['Eve', 1, 'ahead'],
      ['Dara', 2, 'ahead'],
    ]);
    expect((await standing()).part.fields).toEqual({ count: 2, pages: 1 });
    await change(id, [eve], [eve]).expect(204);
    expect(places(await standing())).toEqual([
      ['Cara', 0, 'asked'],
      ['Eve', 0, 'asked'],
    ]);
    expect((await standing()).part.fields).toEqual({ count: 1, pages: 1 });
    // Who knows of it is replaced, not left out; who signs for another client cannot be chosen.
    expect(problemOf(await change(id, [cara]).expect(422)).errors![0]!.message).toContain('is asked already');
    await change(id, ['0190a0a0-0000-7000-8000-000000000001']).expect(422);
    const { inside, partyId } = await asked(here.owner);
    await inside.post(`/api/portal/signatures/${partyId}/refuse`).send({ reason: 'No.' }).expect(204);
    await change(id, [dara]).expect(409);
  });

  it('each sign by a day of their own, which their letter and their page say; it is changed while they wait', async () => {
    const [cara, dara] = here.people as [string, string];
    const documentId = await filed(aPdf());
    const by = (contactId: string, day: string) => input(documentId, here.people, { days: [{ contactId, by: day }] });
    const refused = async (asked: object) => problemOf(await manager().post(`/api/jobs/${here.jobId}/signatures/preview`).send(asked).expect(422)).errors![0]!;
    expect(await refused(by(cara, '2026-03-10'))).toMatchObject({ field: 'days', message: `${here.owner}: this day is over. Give them some days.` });
    expect((await refused(by(dara, '2026-03-26'))).message).toContain('would sign after Wed 25 Mar 2026');
    const preview = (await manager().post(`/api/jobs/${here.jobId}/signatures/preview`).send(by(cara, '2026-03-18')).expect(200)).body as SendPreview;
    expect(preview.messages[0]!.body).toContain('by Wed 18 Mar 2026');

    await give(here.people, aPdf('ours'), { days: [{ contactId: cara, by: '2026-03-18' }] });
    const { inside, partyId } = await asked(here.owner);
    const wanted = async () => (await portalAsks(inside, 'signature')).find((one) => one.partyId === partyId)!.wantedBy;
    expect(await wanted()).toBe('2026-03-18');
    const list = async () => ((await manager().get(`/api/signatures?job=${here.jobId}`).expect(200)).body as Listed<SignatureRow>).rows[0]!.wantedBy;
    expect(await list()).toBe('2026-03-18');
    const setDay = (day?: string) => manager().put(`/api/signers/${partyId}/day`).send({ by: day });
    await setDay('2026-03-26').expect(422);
    await setDay('2026-03-16').expect(204);
    expect(await wanted()).toBe('2026-03-16');
    // Whoever was asked by another day is told; the same day again is nothing new.
    await setDay('2026-03-16').expect(204);
    await t.drain();
    const told = (await t.letters()).filter(({ subject, to }) => subject.includes('another day') && to === here.owner);
    expect(told.map(({ body }) => /wanted of you by (.*) now/.exec(body)?.[1])).toEqual(['Mon 16 Mar 2026']);
    await setDay().expect(204);
    expect([await wanted(), await list()]).toEqual(['2026-03-25', '2026-03-25']);
    await setDay('2026-03-16').expect(204);
    await signs(inside, partyId).expect(204);
    // Theirs is over with their signature: the next has the day of all, and it is changed for nobody any more.
    expect(await list()).toBe('2026-03-25');
    await setDay('2026-03-17').expect(409);
  });

  it('are invited with it where they never came into the portal and that is wished, those alone whose turn it is', async () => {
    const invited = async () =>
      (await t.letters()).filter(({ subject, to }) => subject.includes('your own page with us') && to.endsWith(String(of.count))).map(({ to }) => to);
    const documentId = await filed(aPdf());
    const look = async (signerIds: string[]) =>
      (await manager().post(`/api/jobs/${here.jobId}/signatures/preview`).send(input(documentId, signerIds)).expect(200)).body as SendPreview;
    expect((await look(here.people)).neverIn).toEqual([here.owner]);
    await give(here.people.slice(0, 1));
    await t.drain();
    expect(await invited()).toEqual([]);
    await give(here.people, aPdf('more'), { invite: true });
    await t.drain();
    expect(await invited()).toEqual([here.owner]);
    const { inside } = await asked(here.owner);
    expect((await look(here.people)).neverIn).toEqual([]);
    await give(here.people.slice(0, 1), aPdf('again'), { invite: true });
    await t.drain();
    expect(await invited()).toHaveLength(1);
    await inside.get('/api/portal/asks').expect(200);
  });

  it('hand it on themselves where the kind allows it, and nowhere else', async () => {
    await give(here.people.slice(0, 1));
    const alone = await partOf(here.owner);
    expect(alone.part!.handOnTo).toEqual([]);
    const handOn = (contactId: string) => alone.inside.post(`/api/portal/signatures/${alone.partyId}/hand-on`).send({ contactId });
    expect(problemOf(await handOn(here.people[1]!).expect(409)).code).toBe('not-handed-on');
    await signs(alone.inside, alone.partyId).expect(204);
    const telling = { 'came in': 'at once', completed: 'not', asked: 'not' };
    await manager().put('/api/you/told').send({ telling }).expect(204);
    await give(here.people.slice(0, 1), aPdf(), { kindId: await kindToHandOn() });
    const { inside, partyId, part } = await partOf(here.owner, alone.inside);
    expect(part!.handOnTo).toEqual([{ id: here.people[1], name: here.second }]);
    await inside.post(`/api/portal/signatures/${partyId}/hand-on`).send({ contactId: here.people[0] }).expect(422);
    await inside.post(`/api/portal/signatures/${partyId}/hand-on`).send({ contactId: here.people[1] }).expect(204);
    expect(places(await standing())).toEqual([['Dara', 0, 'asked']]);
    // Whoever gave it is told as of anything that came in.
    await t.tick();
    await t.drain();
    const handedOn = `handed Accounts 2025 on to ${here.second}, who signs in their place`;
    expect((await t.letters()).some(({ to, body }) => to.startsWith('manager') && body.includes(handedOn))).toBe(true);
    expect((await partOf(here.owner, inside)).part).toBeUndefined();
    await signs(inside, partyId).expect(404);
    await sign(here.second);
    expect((await standing()).state).toBe('done');
  });
});
