import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { plainLetters } from '@steady/core/words';
import type { Found } from '@steady/contract/search';
import { rows } from '../src/platform/database';
import { byItself } from '../src/platform/identity';
import { DUNMARRA, type TestApp, clientWithVat, draftBill, eur, jobOf, key, startTestApp } from './support';

let test: TestApp;
let clientId: string;
let jobId: string;
const manager = () => test.firm.as.manager!;
const find = async (text: string, role = 'manager', firm = test.firm) =>
  (await firm.as[role]!.get('/api/search').query({ find: text }).expect(200)).body as Found[];
const names = async (text: string, role?: string) => (await find(text, role)).map((found) => `${found.kind}: ${found.name}`);

beforeAll(async () => {
  test = await startTestApp();
  clientId = await clientWithVat(test, '2026-01-01', {
    ...DUNMARRA,
    name: 'Café Łódź Teoranta',
    vatNumber: 'IE9990001A',
    taxNumber: '9990001T',
    contact: { name: 'Seán Ó Briain', email: 'sean@lodz.example', mobile: '087 555 0101', role: 'director' },
  });
  const other = await clientWithVat(test, '2026-01-01', { ...DUNMARRA, name: 'Old Briain & Daughters Ltd', contact: undefined });
  await manager().post(`/api/clients/${clientId}/related`).set(key()).send({ otherId: other, name: 'The Briain family', kind: 'family' }).expect(201);
  await test.tick();
  jobId = await jobOf(test, clientId);
});
afterAll(() => test.close());

describe('the search', () => {
  it('minds neither accents nor capitals nor the order of words', async () => {
    for (const text of ['cafe lodz', 'CAFÉ', 'łódź café', 'teoranta lod']) expect((await names(text))[0], text).toBe('client: Café Łódź Teoranta');
    expect(await names('cafe madrid')).toEqual([]);
  });

  it('finds clients by their numbers, people by email and telephone as it is typed, related clients by their name', async () => {
    // By a number of the client its open jobs are found as well, below the client.
    for (const number of ['ie 9990001a', '9990001t'])
      expect(await names(number), number).toEqual(['client: Café Łódź Teoranta', 'job: VAT return, Jan-Feb 2026']);
    expect(await names('sean@lodz')).toEqual(['contact: Seán Ó Briain']);
    expect(await names('(087) 555')).toEqual(['contact: Seán Ó Briain']);
    expect((await find('087 555 0101'))[0]).toMatchObject({ kind: 'contact', beside: 'Café Łódź Teoranta' });
    expect(await names('briain family')).toEqual(['related: The Briain family']);
  });

  it('finds jobs by name and client in any order, and by number; bills by number; documents, procedures and services by name', async () => {
    expect(await names('vat cafe')).toEqual(['job: VAT return, Jan-Feb 2026']);
    const { body } = await manager().get(`/api/jobs/${jobId}`).expect(200);
    const { number } = body as { number: number };
    expect((await find(String(number))).find((found) => found.kind === 'job')).toMatchObject({ id: jobId, name: `${number}: VAT return, Jan-Feb 2026` });
    const billId = await draftBill(manager(), jobId, eur(10_000));
    await manager().post(`/api/invoices/${billId}/approve`).set(key()).send({ version: 1 }).expect(204);
    await test.drain();
    expect(await find('2026-0001')).toMatchObject([
      { kind: 'bill', id: billId, name: '2026-0001' },
      { kind: 'document', name: 'Bill 2026-0001', beside: expect.stringMatching(/, Invoice 2026-0001\.pdf$/) as string, within: clientId },
    ]);
    expect(await names('vat return')).toEqual(expect.arrayContaining(['service: VAT return', 'procedure: VAT return']));
  });

  it('has the best first, whatever it is', async () => {
    expect((await names('briain')).slice(0, 3)).toEqual(['client: Old Briain & Daughters Ltd', 'contact: Seán Ó Briain', 'related: The Briain family']);
    expect((await names('sean o briain'))[0]).toBe('contact: Seán Ó Briain');
    expect((await names('o'))[0]).toBe('client: Old Briain & Daughters Ltd');
  });

  it('takes what is no word for what it is', async () => {
    for (const text of ['%', '_', '\\', "'; drop table clients; --", ' ', '%%%']) expect(await names(text), text).toEqual([]);
    expect(await names('&')).toEqual(['client: Old Briain & Daughters Ltd', 'job: VAT return, Jan-Feb 2026']);
  });

  it('finds for nobody what they may not see: another firm, clients not granted, fees', async () => {
    expect(await find('cafe lodz', 'manager', test.other)).toEqual([]);
    expect(await names('cafe lodz', 'contractor')).toEqual([]);
    expect(await names('briain', 'contractor')).toEqual([]);
    await test.firm.as
      .administrator!.post('/api/grants')
      .send({ memberIds: [test.firm.members.contractor], clientIds: [clientId] })
      .expect(200);
    expect(await names('briain', 'contractor')).toEqual(['contact: Seán Ó Briain', 'related: The Briain family']);
    expect(await names('2026-0001', 'contractor')).toEqual([]);
  });

  it('writes plain letters in the database as everywhere else', async () => {
    const texts = ['  Seán  Ó Briain ', 'Łódź Straße Ørsted’s Æther ÞÓR', 'Gra\u0301inne', 'ŒUVRE', 'İstanbul', 'a\tb\nc', ''];
    const found = await test.works.run(byItself(test.firm.id), ({ tx }) =>
      rows<{ plain: string }>(tx, sql`select plain_letters(t) as plain from unnest(${sql.param(texts)}::text[]) with ordinality as x(t, at) order by at`),
    );
    expect(found.map(({ plain }) => plain)).toEqual(texts.map((text) => ` ${plainLetters(text)}`));
  });
});
