import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { recordIn } from '@steady/core/signing';
import type { IdentityView } from '@steady/contract/identities';
import { IdentitiesService } from '../src/areas/identities';
import type { FileOf } from '../src/areas/whole-file';
import { byItself } from '../src/platform/identity';
import type { Work } from '../src/platform/work';
import { atSigning } from './at-signing';
import { problemOf } from './at-work';
import { type TestApp, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, of, here, filed, input, standing, asked, sign } = atSigning(() => t);

const PASSPORT = { way: 'papers seen', what: 'passport', number: 'PX 0142', on: '2026-03-02', goodUntil: '2027-05-01' };
const note = (contactId: string, more: object = {}) =>
  manager()
    .post(`/api/contacts/${contactId}/identities`)
    .send({ ...PASSPORT, ...more });
const list = async (contactId: string) => (await manager().get(`/api/contacts/${contactId}/identities`).expect(200)).body as IdentityView[];
const kindOf = async (identity: string) => {
  const kind = {
    name: `Deed ${of.count}`,
    evidence: { byText: false, capacity: null, atLeast: 1, identity },
    recordFirst: false,
    holdsFiling: false,
    mayHandOn: false,
  };
  return ((await manager().post('/api/signing-kinds').set(key()).send(kind).expect(201)).body as { id: string }).id;
};
const give = async (kindId: string, signerIds = here.people.slice(0, 1)) =>
  manager()
    .post(`/api/jobs/${here.jobId}/signatures`)
    .set(key())
    .send(input(await filed(here.original), signerIds, { kindId }));

describe('how we know who somebody is', () => {
  it('is noted with who noted it, shown the latest on top, and taken back', async () => {
    const [cara] = here.people as [string];
    expect(await list(cara)).toEqual([]);
    await note(cara).expect(201);
    await note(cara, { way: 'check passed', what: 'Sure Checks', number: undefined, on: '2026-03-10', goodUntil: undefined }).expect(201);
    const all = await list(cara);
    expect(all.map(({ way, what, number, on, goodUntil, isGood }) => [way, what, number, on, goodUntil, isGood])).toEqual([
      ['check passed', 'Sure Checks', null, '2026-03-10', null, true],
      ['papers seen', 'passport', 'PX 0142', '2026-03-02', '2027-05-01', true],
    ]);
    expect(all[0]!.by).toContain('manager');
    await manager().delete(`/api/identities/${all[0]!.id}`).expect(204);
    expect(await list(cara)).toHaveLength(1);
    await manager().delete(`/api/identities/${all[0]!.id}`).expect(404);
  });

  it('is refused where it cannot be so', async () => {
    const [cara] = here.people as [string];
    const wrong = async (more: object) => problemOf(await note(cara, more).expect(422)).errors!.map(({ field }) => field);
    expect(await wrong({ what: ' ' })).toEqual(['what']);
    expect(await wrong({ on: '2026-03-12', goodUntil: undefined })).toEqual(['on']);
    expect(await wrong({ goodUntil: '2026-03-01' })).toEqual(['goodUntil']);
    expect(await wrong({ on: '2025-03-02', goodUntil: '2026-03-10' })).toEqual(['goodUntil']);
    expect(await wrong({ way: 'heard of' })).toEqual(['way']);
  });
});

describe('what is known of a person', () => {
  it('names it, is given to them, and forgets it with them', async () => {
    const [cara] = here.people as [string];
    await note(cara).expect(201);
    const act = <T>(of: (identities: IdentitiesService, work: Work) => Promise<T>) =>
      t.works.run(byItself(t.firm.id), (work) => of(t.app.get(IdentitiesService), work));
    expect(await act((identities, work) => identities.has(work, cara))).toEqual([
      { what: 'How their identity was confirmed', clientId: null, count: 1, kind: null },
    ]);
    expect((await act((identities, work) => identities.give(work, cara)))[0]).toMatchObject({
      name: 'your identity.csv',
      text: expect.stringContaining('PX 0142') as string,
    });
    const [file] = await act((identities, work) => identities.wholeFile(work, { id: of.clientId } as FileOf));
    expect(file).toMatchObject({ text: expect.stringContaining(`${here.owner},papers seen,passport`) as string });
    // What is with one client alone goes without it: it is theirs at none.
    await act((identities, work) => identities.erase(work, cara, [of.clientId]));
    expect(await list(cara)).toHaveLength(1);
    await act((identities, work) => identities.erase(work, cara, [null, of.clientId]));
    expect(await list(cara)).toEqual([]);
    const history = (await manager().get(`/api/history?client=${of.clientId}`).expect(200)).body as { what: string }[];
    expect(history.length).toBeGreaterThan(0);
    expect(history.some(({ what }) => what.includes('passport'))).toBe(false);
  });
});

describe('a kind of document that asks for it', () => {
  it('is not given to whom nobody knows, and says where to note it', async () => {
    const kindId = await kindOf('papers seen');
    const refused = problemOf(await give(kindId)).errors!;
    expect(refused).toEqual([{ field: 'signerIds', message: expect.stringContaining(`that is not noted for ${here.owner}`) as string }]);
    await note(here.people[0]!, { way: 'check passed', what: 'Sure Checks' }).expect(201);
    expect((await give(kindId)).status).toBe(422);
    await note(here.people[0]!).expect(201);
    expect((await give(kindId)).status).toBe(201);
  });

  it('says in its record how each was known, also of whom it was found out in another way', async () => {
    const kindId = await kindOf('either');
    await note(here.people[0]!).expect(201);
    expect((await give(kindId)).status).toBe(201);
    await sign(here.owner);
    const copy = await manager()
      .get(`/api/documents/${(await standing()).part.copy!.id}/content`)
      .buffer(true)
      .expect(200);
    expect(recordIn((copy.body as Buffer).toString('latin1'))!.signers[0]!.identity).toMatch(/^passport seen by manager .* on Mon 2 Mar 2026$/);
  });

  it('is not signed where that was taken back meanwhile; what has run out since holds', async () => {
    const kindId = await kindOf('papers seen');
    await note(here.people[0]!, { goodUntil: '2026-03-11' }).expect(201);
    expect((await give(kindId)).status).toBe(201);
    const { inside, partyId } = await asked(here.owner);
    const signIt = () => inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: 'Cara Curlew', agreed: true });
    const [one] = await list(here.people[0]!);
    await manager().delete(`/api/identities/${one!.id}`).expect(204);
    expect(problemOf(await signIt().expect(409)).code).toBe('identity-not-confirmed');
    // On paper it is asked for as well, and said to whoever notes it.
    const onPaper = await manager().post(`/api/signers/${partyId}/on-paper`).send({ on: '2026-03-11' }).expect(409);
    expect(problemOf(onPaper).detail).toContain(`note that first on the page of ${here.owner}`);
    await note(here.people[0]!, { goodUntil: '2026-03-11' }).expect(201);
    await signIt().expect(204);
  });

  it('is asked of whoever signs in another’s place', async () => {
    const kindId = await kindOf('papers seen');
    await note(here.people[0]!).expect(201);
    expect((await give(kindId)).status).toBe(201);
    const party = (await standing()).parties[0]!.id;
    const replace = () => manager().post(`/api/signers/${party}/replace`).set(key()).send({ contactId: here.people[1]! });
    expect(problemOf(await replace().expect(422)).errors![0]!.message).toContain(`that is not noted for ${here.second}`);
    await note(here.people[1]!).expect(201);
    await replace().expect(204);
  });
});
