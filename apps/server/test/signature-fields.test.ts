import { PDFDocument } from '@cantoo/pdf-lib';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type SignField, newField } from '@steady/core/signing';
import type { PlacedField } from '@steady/contract/ask-signature';
import type { FieldsToSign } from '@steady/contract/signatures';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { rows } from '../src/platform/database';
import { aPdf } from './a-pdf';
import { atSigning } from './at-signing';
import { problemOf } from './at-work';
import { type TestApp, bytesOf, key, startTestApp } from './support';

let t: TestApp;
beforeAll(async () => {
  t = await startTestApp();
});
afterAll(() => t.close());
const { manager, of, here, filed, input, give, standing, asked } = atSigning(() => t);

const A4 = { width: 595, height: 842 };
const field = (id: string, kind: SignField['kind'], signer: number, x: number, y: number): PlacedField => newField({ id, kind, signer, page: 1 }, { x, y }, A4);
const FIELDS = () => [
  field('later', 'signature', 0, 200, 600),
  field('first', 'initials', 0, 200, 100),
  field('day', 'date', 0, 200, 300),
  { ...field('place', 'text', 0, 200, 400), label: 'Place', isRequired: false },
  field('other', 'signature', 1, 450, 600),
];
const refused = async (fields: unknown) =>
  problemOf(
    await manager()
      .post(`/api/jobs/${here.jobId}/signatures/preview`)
      .send({ ...input(await filed(aPdf()), here.people), fields }),
  );
const toSign = async (who: string) => {
  const { inside, partyId } = await asked(who);
  const { body } = await inside.get(`/api/portal/signatures/${partyId}/fields`).expect(200);
  const signs = (sent: object) => inside.post(`/api/portal/signatures/${partyId}/sign`).send({ signedAs: who, agreed: true, ...sent });
  return { places: body as FieldsToSign, signs, inside, partyId };
};
const DRAWN = { way: 'drawn' as const, strokes: [[10, 20, 200, 150, 400, 30]] };

describe('fields on the pages of a document', () => {
  it('are told to those who fill them in, in the order in which one goes through them, and to nobody else', async () => {
    await give(here.people, here.original, { fields: FIELDS() });
    expect((await standing()).part.fields).toEqual({ count: 5, pages: 1 });
    const { places } = await toSign(here.owner);
    expect(places.signer).toBe(here.owner);
    expect(places.fields.map(({ kind, label }) => [kind, label])).toEqual([
      ['initials', null],
      ['date', null],
      ['text', 'Place'],
      ['signature', null],
    ]);
    expect(places.others).toEqual([]);
  });

  it('have to be filled in before it is signed, apart from those that may stay empty and those that fill themselves', async () => {
    await give(here.people, here.original, { fields: FIELDS() });
    const { places, signs } = await toSign(here.owner);
    const [initials, , , signature] = places.fields.map(({ id }) => id);
    expect(problemOf(await signs({})).errors).toEqual([{ field: 'fields', message: '2 fields are still empty, on page 1.' }]);
    expect(problemOf(await signs({ fields: { [initials!]: true } })).errors).toEqual([{ field: 'fields', message: '1 field is still empty, on page 1.' }]);
    expect((await standing()).part.signings).toEqual([]);
    await signs({ fields: { [initials!]: true, [signature!]: true }, mark: DRAWN }).expect(204);
    expect((await standing()).part.signings).toHaveLength(1);
  });

  it('show to the next what those before filled in, and stand filled in in the signed copy', async () => {
    await give(here.people, here.original, { fields: FIELDS() });
    const first = await toSign(here.owner);
    const filled = Object.fromEntries(first.places.fields.map(({ id, kind }) => [id, kind === 'text' ? 'Port Sallow' : true]));
    await first.signs({ fields: { ...filled, foreign: 'of nobody' }, mark: DRAWN }).expect(204);
    const second = await toSign(here.second);
    expect(second.places.fields.map(({ kind }) => kind)).toEqual(['signature']);
    expect(second.places.others.map(({ by, kind, shown }) => [by, kind, shown])).toEqual([
      [here.owner, 'signature', { mark: DRAWN }],
      [here.owner, 'initials', { mark: { way: 'typed', text: 'C' } }],
      [here.owner, 'date', { text: '11 Mar 2026' }],
      [here.owner, 'text', { text: 'Port Sallow' }],
    ]);
    await second.signs({ fields: { [second.places.fields[0]!.id]: true } }).expect(204);
    await t.drain();
    const { copy } = (await standing()).part;
    const bytes = Buffer.from(await bytesOf(manager().get(`/api/documents/${copy!.id}/content`)));
    expect(bytes.subarray(0, here.original.length).equals(here.original)).toBe(true);
    const page = (await PDFDocument.load(bytes)).getPage(0);
    expect(page.node.Contents()).toBeDefined();
    expect((await PDFDocument.load(here.original)).getPage(0).node.Contents()).toBeUndefined();
  });

  it('have initials as they were drawn, where they were', async () => {
    await give(here.people, here.original, { fields: FIELDS() });
    const first = await toSign(here.owner);
    const filled = Object.fromEntries(first.places.fields.map(({ id, kind }) => [id, kind === 'text' ? 'Port Sallow' : true]));
    const initials = { way: 'drawn' as const, strokes: [[10, 10, 60, 40]] };
    expect(problemOf(await first.signs({ fields: filled, initials: { way: 'drawn', strokes: [[1, 1]] } })).errors![0]!.field).toBe('initials');
    await first.signs({ fields: filled, mark: DRAWN, initials }).expect(204);
    const { others } = (await toSign(here.second)).places;
    expect(others.find(({ kind }) => kind === 'initials')!.shown).toEqual({ mark: initials });
  });

  it('are refused where nobody could fill them in', async () => {
    expect((await refused([{ ...field('a', 'date', 0, 100, 100), page: 2 }])).errors).toEqual([
      { field: 'fields', message: 'There is a field on page 2, which the document does not have.' },
    ]);
    expect((await refused([field('a', 'date', 2, 100, 100)])).errors).toEqual([
      { field: 'fields', message: 'A field on page 1 is for somebody who does not sign.' },
    ]);
    expect((await refused([{ ...field('a', 'date', 0, 100, 100), kind: 'seal' }])).code).toBe('invalid-input');
    expect((await refused([{ ...field('a', 'date', 0, 100, 100), x: 'left' }])).code).toBe('invalid-input');
  });

  it('are refused as drawings of nothing', async () => {
    await give(here.people.slice(0, 1));
    const { signs } = await toSign(here.owner);
    expect(problemOf(await signs({ mark: { way: 'drawn', strokes: [] } })).errors).toEqual([
      { field: 'mark', message: 'Nothing is drawn yet: draw your name in the box.' },
    ]);
    expect(problemOf(await signs({ mark: { way: 'drawn', strokes: [['x']] } })).errors).toEqual([
      { field: 'mark', message: 'This drawing cannot be read. Draw your name once more.' },
    ]);
    expect(problemOf(await signs({ fields: { one: 'x'.repeat(301) } })).code).toBe('invalid-input');
    await signs({ mark: DRAWN }).expect(204);
  });

  it('go with the rest of how somebody signed when that is destroyed', async () => {
    await give(here.people.slice(0, 1), here.original, { fields: [field('a', 'signature', 0, 200, 600)] });
    const { places, signs } = await toSign(here.owner);
    await signs({ fields: { [places.fields[0]!.id]: true }, mark: DRAWN }).expect(204);
    const given = () =>
      t.database.asOwner((tx) =>
        rows<{ given: unknown }>(tx, sql`select s.given from signings s join ask_parties p on p.id = s.party_id where p.contact_id = ${here.people[0]}`),
      );
    expect(await given()).toMatchObject([{ given: { signature: DRAWN } }]);
    await t.database.asOwner((tx) =>
      tx.execute(sql`update signings set destroyed_at = now() where party_id in (select id from ask_parties where contact_id = ${here.people[0]})`),
    );
    expect(await given()).toEqual([{ given: null }]);
  });
});

describe('places kept for a kind of document', () => {
  const kept = async () =>
    ((await manager().get('/api/signing-kinds').expect(200)).body as SigningKindView[]).filter(({ name }) => name.endsWith(` ${of.count}`));
  const name = () => `Accounts ${of.count}`;

  it('are there for the next, counted each time they are used, replaced under the same name, and given up', async () => {
    await give(here.people, here.original, { fields: FIELDS(), keepPlacesAs: name() });
    const [places] = await kept();
    expect(places).toMatchObject({ name: name(), signers: 2, used: 0 });
    expect(places!.fields).toHaveLength(5);
    await give(here.people, aPdf(), { fields: places!.fields, kindId: places!.id });
    expect(await kept()).toMatchObject([{ used: 1 }]);
    await give(here.people, aPdf(), { fields: FIELDS().slice(0, 1), keepPlacesAs: name() });
    expect(await kept()).toMatchObject([{ id: places!.id, fields: [{ id: 'later' }] }]);
    await manager().delete(`/api/signing-kinds/${places!.id}/places`).set(key()).expect(204);
    expect(await kept()).toMatchObject([{ fields: [], signers: 0, used: 1 }]);
    await manager().delete(`/api/signing-kinds/${places!.id}`).set(key()).expect(204);
    await manager().delete(`/api/signing-kinds/${places!.id}/places`).set(key()).expect(404);
  });

  it('are not kept of a document that is signed as a whole', async () => {
    await give(here.people, here.original, { keepPlacesAs: name() });
    expect(await kept()).toEqual([]);
  });
});
