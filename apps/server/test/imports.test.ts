import ExcelJS from 'exceljs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BulkOutcome, ClientList } from '@steady/contract/client-lists';
import type { ScheduleEffect } from '@steady/contract/almanac';
import type { ClientView } from '@steady/contract/clients';
import type { FoundContact } from '@steady/contract/contacts';
import type { Decision, ImportLine, ImportOutcome, ImportView } from '@steady/contract/imports';
import type { AuditRow } from '@steady/contract/team';
import { BringingIn } from '../src/areas/imports';
import { LiveNotices } from '../src/platform/events';
import { type TestApp, clientWithVat, key, startTestApp } from './support';

let test: TestApp;
let dunmarra: string;
beforeAll(async () => {
  test = await startTestApp();
  dunmarra = await clientWithVat(test);
});
afterAll(() => test.close());

const manager = () => test.firm.as.manager!;
const send = (content: string | Buffer, name = 'clients.csv') =>
  manager()
    .post('/api/imports')
    .attach('file', typeof content === 'string' ? Buffer.from(content) : content, name);
const view = async (id: string) => (await manager().get(`/api/imports/${id}`).expect(200)).body as ImportView;
const read = async (content: string | Buffer, name?: string) => view(((await send(content, name).expect(201)).body as { id: string }).id);
/** Has it brought in, and waits until it is. */
const bringIn = async (id: string, decisions: Decision[] = []) => {
  const { body } = await manager().post(`/api/imports/${id}/bring-in`).set(key()).send({ decisions }).expect(200);
  expect((body as ImportOutcome).said).toContain('is being imported');
  await test.app.get(BringingIn).settled();
  const { outcome, bulkId } = await view(id);
  return { said: outcome, bulkId };
};
const names = async () => ((await manager().get('/api/clients').expect(200)).body as ClientList).rows.map((row) => row.name);
const kinds = ({ rows }: ImportView) => Object.fromEntries(rows.map((row) => [row.line, row.verdict.kind]));

const FILE = `Client;VAT no;Industry;Tags;Manager;E-mail;Contact name;Odd
Dunmarra Oysters Limited;;mussels;sea;manager of Marram & Tern;;;
Dunmara Oyster;;;;;;;
Gannet Smokery Ltd;IE9990077B;"smoked; fish";sea, season;;post@gannet.example;Ann Gannet;
Élan Sails;;;;;;;x
;;no name;;;;;
Bad Mail;;;;Nobody;bad@;;
`;

it('tells how far it has come while a long file is brought in, to the firm whose file it is', async () => {
  const lines = Array.from({ length: 600 }, (_, at) => `Quay Stall ${String.fromCharCode(97 + (at % 26))}${at}`);
  const { id } = await read(`Client\n${lines.join('\n')}\n`);
  const told: string[] = [];
  const elsewhere: unknown[] = [];
  const live = test.app.get(LiveNotices);
  const listening = [
    live.progressOf(test.firm.id, test.firm.members.manager!).subscribe(({ of, done, total }) => told.push(`${of === id} ${done} of ${total}`)),
    live.progressOf(test.other.id, test.other.members.manager!).subscribe((step) => elsewhere.push(step)),
  ];
  const outcome = await bringIn(id, []);
  for (const one of listening) one.unsubscribe();
  expect(told).toEqual(Array.from({ length: 12 }, (_, at) => `true ${(at + 1) * 50} of 600`));
  expect(elsewhere).toEqual([]);
  // The whole of it is one event of the firm, however many lots it was written in.
  const trail = (await test.firm.as.administrator!.get('/api/audit?kind=clients+brought+in').expect(200)).body as { rows: AuditRow[] };
  expect(trail.rows.map((row) => row.what)).toContain('imported 600 clients');
  await manager().post(`/api/clients/bulk/${outcome.bulkId}/undo`).expect(200);
});

it('brings addresses and accounts, puts a part of an address to the rest, and points at an account that cannot be', async () => {
  const heads = 'Client,Address,City,Eircode,IBAN,Payment method';
  const first = await read(
    `${heads}\nAddressed Ltd,2 Strand Road,Port Sallow,,IE29 AIBK 9311 5212 3456 78,EFT\nHalf Ltd,1 Quay,,,IE00 AIBK 9311 5212 3456 78,\n`,
  );
  expect(first.mapping).toEqual(['name', 'street', 'town', 'postcode', 'iban', 'paymentMethod']);
  expect(kinds(first)).toEqual({ 2: 'new', 3: 'new' });
  expect(first.rows[1]!.leftOut.map(({ column, text }) => [column, text])).toEqual([
    [4, 'IE00 AIBK 9311 5212 3456 78'],
    [1, '1 Quay'],
  ]);
  const brought = await bringIn(first.id);
  const one = async () => {
    const { rows } = (await manager().get('/api/clients?find=Addressed').expect(200)).body as ClientList;
    return (await manager().get(`/api/clients/${rows[0]!.id}`).expect(200)).body as ClientView;
  };
  expect(await one()).toMatchObject({
    address: { street: '2 Strand Road', town: 'Port Sallow' },
    iban: 'IE29AIBK93115212345678',
    paymentMethod: 'bank transfer',
  });
  const again = await read(`${heads}\nAddressed Ltd,,,P00 AB12,,\n`);
  expect(again.rows[0]!.changes).toEqual([{ field: 'Postcode', before: 'nothing', after: 'P00 AB12' }]);
  const { bulkId } = await bringIn(again.id);
  expect((await one()).address).toEqual({ street: '2 Strand Road', town: 'Port Sallow', postcode: 'P00 AB12' });
  expect(kinds(await read(`${heads}\nAddressed Ltd,2 Strand Road,Port Sallow,P00 AB12,,\n`))).toEqual({ 2: 'same' });
  await manager().post(`/api/clients/bulk/${bulkId}/undo`).expect(200);
  expect((await one()).address).toEqual({ street: '2 Strand Road', town: 'Port Sallow' });
  await manager().post(`/api/clients/bulk/${brought.bulkId}/undo`).expect(200);
  expect(await names()).not.toContain('Addressed Ltd');
});

describe('a file of clients', () => {
  let id: string;

  it('is sorted into new, changed, doubtful and wrong, and nothing is written', async () => {
    const before = await names();
    const found = await read(FILE);
    id = found.id;
    expect(found.mapping).toEqual(['name', 'vatNumber', 'trade', 'labels', 'managerId', 'email', 'contactName', null]);
    expect(kinds(found)).toEqual({ 2: 'changed', 3: 'doubtful', 4: 'new', 5: 'new', 6: 'wrong', 7: 'new' });
    expect(found.rows.find((row) => row.line === 2)!.changes).toEqual([
      { field: 'Trade', before: 'nothing', after: 'mussels' },
      { field: 'Labels', before: 'none', after: 'sea' },
    ]);
    expect(found.rows.find((row) => row.line === 3)!.candidates).toEqual([{ id: dunmarra, name: 'Dunmarra Oysters Ltd' }]);
    expect(await names()).toEqual(before);
  });

  it('is brought in at once: new clients with their contact, changes, and doubtful rows as decided', async () => {
    expect((await bringIn(id, [{ line: 3, as: 'leave' }])).said).toBe('3 clients imported, 1 changed, 2 rows left out');
    expect(await names()).toEqual(['Bad Mail', 'Dunmarra Oysters Ltd', 'Élan Sails', 'Gannet Smokery Ltd']);
    const { rows } = (await manager().get('/api/clients?find=Gannet').expect(200)).body as ClientList;
    expect((await manager().get(`/api/clients/${rows[0]!.id}`).expect(200)).body).toMatchObject({
      legalForm: 'company',
      vatNumber: 'IE9990077B',
      trade: 'smoked; fish',
      labels: ['sea', 'season'],
      contacts: [{ name: 'Ann Gannet', email: 'post@gannet.example' }],
    });
    await manager().post(`/api/imports/${id}/bring-in`).set(key()).send({}).expect(409);
  });

  it('changes nothing the second time', async () => {
    const again = await read(FILE);
    expect(kinds(again)).toEqual({ 2: 'same', 3: 'doubtful', 4: 'same', 5: 'same', 6: 'wrong', 7: 'same' });
    expect(again.counts).toEqual({ new: 0, changed: 0, same: 4, doubtful: 1, wrong: 1 });
  });

  it('is undone: what was added goes, what was changed stands as before, what was worked on stays', async () => {
    const gannet = ((await manager().get('/api/clients?find=Gannet').expect(200)).body as ClientList).rows[0]!;
    await manager().post(`/api/clients/${gannet.id}/notes`).send({ kind: 'note', text: 'Rang' }).expect(201);
    const { bulkId } = await view(id);
    const { said } = (await manager().post(`/api/clients/bulk/${bulkId}/undo`).expect(200)).body as BulkOutcome;
    expect(said).toBe('Restored 3 clients. Gannet Smokery Ltd changed since and stay as they are.');
    expect(await names()).toEqual(['Dunmarra Oysters Ltd', 'Gannet Smokery Ltd']);
    const client = (await manager().get(`/api/clients/${dunmarra}`).expect(200)).body as ClientView;
    expect(client).toMatchObject({ trade: null, labels: [], contacts: [{ name: 'Bríd Foley', email: 'brid@dunmarra.example' }] });
    expect(((await manager().get('/api/imports').expect(200)).body as ImportLine[]).find((line) => line.id === id)).toMatchObject({ undone: true, rows: 6 });
  });

  it('remembers what its columns were brought in as', async () => {
    const first = await read('Kunde,Wo\nNeu eins,Galway\n', 'one.csv');
    expect(first.mapping).toEqual([null, null]);
    await manager()
      .put(`/api/imports/${first.id}/mapping`)
      .send({ mapping: ['name', 'name'] })
      .expect(422);
    await manager()
      .put(`/api/imports/${first.id}/mapping`)
      .send({ mapping: ['name', 'nonsense'] })
      .expect(422);
    await manager()
      .put(`/api/imports/${first.id}/mapping`)
      .send({ mapping: ['name', 'trade'] })
      .expect(204);
    expect((await view(first.id)).counts.new).toBe(1);
    expect((await read('Kunde,Wo\nNeu zwei,Sligo\n', 'two.csv')).mapping).toEqual(['name', 'trade']);
  });

  it('is not for other firms, nor for who may not change clients', async () => {
    await test.other.as.manager!.get(`/api/imports/${id}`).expect(404);
    await test.firm.as.contractor!.post('/api/imports').attach('file', Buffer.from(FILE), 'x.csv').expect(403);
  });
});

describe('other ways in which a list is written', () => {
  it('are read right: tabs, old encodings, marks, quotes over lines, workbooks, cards', async () => {
    const first = async (content: string | Buffer, name?: string) => {
      const { rows, mapping } = await read(content, name);
      return [rows[0]?.name, mapping[0]];
    };
    expect(await first('Client\tTrade\r\nTab Nets\tnets\r\n', 'a.tsv')).toEqual(['Tab Nets', 'name']);
    expect(await first(Buffer.from('Client,Trade\nCaf\xe9 Ol\xe9,caf\xe9\n', 'latin1'))).toEqual(['Café Olé', 'name']);
    expect(await first(Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('Client,Trade\nWide Nets,nets\n', 'utf16le')]))).toEqual(['Wide Nets', 'name']);
    expect(await first('\ufeffClient,Trade\n"Two ""Line""\nNets",nets\n')).toEqual(['Two "Line"\nNets', 'name']);
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet('Clients');
    sheet.addRows([
      ['Client', 'Client since'],
      ['Book Nets', new Date('2020-02-01T00:00:00Z')],
    ]);
    const found = await read(Buffer.from(await book.xlsx.writeBuffer()), 'list.xlsx');
    expect(found).toMatchObject({ mapping: ['name', 'since'], samples: [['Book Nets'], ['2020-02-01']] });
    const cards =
      'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Ida Reed\r\nORG:Reed\\, Thatch;Office\r\nEMAIL;TYPE=work:ida@\r\n reed.example\r\nTEL:tel:+353155501\r\nEND:VCARD\r\n';
    expect((await read(cards, 'ida.vcf')).samples).toEqual([['Reed, Thatch'], ['Ida Reed'], [], ['ida@reed.example'], ['+353155501'], []]);
  });

  it('are refused with the line, when they cannot be read', async () => {
    const refused = async (content: string | Buffer, name?: string) => ((await send(content, name).expect(422)).body as { detail: string }).detail;
    expect(await refused('Client,Trade\nA,b\n"B,c\nD,e\n')).toContain('Line');
    expect(await refused(`Client,Trade\nA,${'x'.repeat(10_001)}\n`)).toBe(
      'Line 2, column 2: the cell is longer than 10000 characters. Shorten it and choose the file again.',
    );
    expect(await refused('Client,Trade\n')).toContain('no rows below its headings');
    expect(await refused('')).toBe('This file is empty. Choose another.');
    expect(await refused(Buffer.from([0, 1, 2, 3, 4, 5]), 'x.csv')).toContain('not a file of text');
    expect(await refused(Buffer.from('PK\u0003\u0004 not a workbook'), 'x.xlsx')).toContain('cannot be opened');
    expect(await refused(`Client\n${'A\n'.repeat(50_001)}`)).toContain('more than 50,000 rows');
  });

  it('keep formulas as text, in the record and in files that leave', async () => {
    const { id } = await read('Client,Trade\n"=cmd|x",+1+1\n');
    await bringIn(id);
    const { text } = await manager().get('/api/clients/list.csv?columns=trade&find=cmd').expect(200);
    expect(text).toContain("'=cmd|x,'+1+1");
  });
});

describe('a long file', () => {
  it('is brought in whole, with numbers that follow on', async () => {
    const lines = Array.from(
      { length: 1_500 },
      (_, at) => `${['Reed', 'Salt', 'Quill'][at % 3]} ${(at * 7919).toString(36)}${at} Works,IE${3_000_000 + at}A,${at}@long.example`,
    );
    const { id, counts } = await read(`Client,VAT number,Email\n${lines.join('\n')}\n`, 'long.csv');
    expect(counts.wrong).toBe(0);
    await bringIn(id);
    const { total } = (await manager().get('/api/clients?find=Works').expect(200)).body as ClientList;
    expect(total).toBe(counts.new);
    const again = await read(`Client,VAT number,Email\n${lines.join('\n')}\n`, 'long.csv');
    expect(again.counts.new).toBe(0);
    expect(again.counts.same).toBe(counts.new);
  });
});

describe('before and after a file is brought in', () => {
  const idOf = async (name: string) =>
    (
      (
        await manager()
          .get(`/api/clients?find=${encodeURIComponent(name)}`)
          .expect(200)
      ).body as ClientList
    ).rows[0]!.id;
  const clientOf = async (id: string) => (await manager().get(`/api/clients/${id}`).expect(200)).body as ClientView;

  it('a cell is mended on the page, and its row goes on with what it says now', async () => {
    const found = await read('Client,VAT no\nMended Ltd,12\n,\n,IE9990066B\n');
    expect(kinds(found)).toEqual({ 2: 'new', 4: 'wrong' });
    expect(found.rows[1]!.leftOut).toMatchObject([{ column: 1, text: '12' }]);
    await manager().patch(`/api/imports/${found.id}/cell`).send({ line: 2, column: 1, text: ' IE9990088C ' }).expect(204);
    await manager().patch(`/api/imports/${found.id}/cell`).send({ line: 4, column: 0, text: 'Named Ltd' }).expect(204);
    const after = await view(found.id);
    const byLine = [...after.rows].sort((a, b) => a.line - b.line);
    expect(byLine.map(({ name, gets, leftOut }) => [name, gets.map(({ value }) => value), leftOut])).toEqual([
      ['Mended Ltd', ['IE9990088C'], []],
      ['Named Ltd', ['IE9990066B'], []],
    ]);
    await manager().patch(`/api/imports/${found.id}/cell`).send({ line: 9, column: 0, text: 'x' }).expect(404);
    await manager().patch(`/api/imports/${found.id}/cell`).send({ line: 2, column: 7, text: 'x' }).expect(404);
  });

  it('an unwanted file is taken off the list, one that was brought in stays on it', async () => {
    const { id } = await read('Client\nUnwanted Ltd\n', 'unwanted.csv');
    await manager().delete(`/api/imports/${id}`).expect(204);
    await manager().get(`/api/imports/${id}`).expect(404);
    const lines = (await manager().get('/api/imports').expect(200)).body as ImportLine[];
    expect(lines.map((line) => line.file)).not.toContain('unwanted.csv');
    const kept = await read('Client\nKept Quay Ltd\n', 'kept.csv');
    await bringIn(kept.id);
    await manager().delete(`/api/imports/${kept.id}`).expect(409);
  });

  it('an undo leaves clients that somebody changed since, or whose contact was', async () => {
    const { id } = await read(
      'Client,Email,Contact\nEdited Quay Ltd,ann@quay.example,Ann Quay\nUntouched Quay Ltd,,\nPerson Quay Ltd,ben@quay.example,Ben Quay\n',
    );
    const { bulkId } = await bringIn(id);
    const [edited, person] = [await clientOf(await idOf('Edited Quay')), await clientOf(await idOf('Person Quay'))];
    await manager()
      .patch(`/api/clients/${edited.id}`)
      .send({
        name: edited.name,
        legalForm: 'company',
        yearEnd: '12-31',
        vatRegistered: false,
        employer: false,
        way: 'online',
        trade: 'nets',
        version: edited.version,
      })
      .expect(204);
    const contact = person.contacts[0]!;
    await manager().patch(`/api/contacts/${contact.id}`).send({ name: 'Ben Quay', email: contact.email, phone: '01 555 0199', version: 1 }).expect(204);
    const undone = (await manager().post(`/api/clients/bulk/${bulkId}/undo`).expect(200)).body as BulkOutcome;
    expect(undone.said).toBe('Restored 1 client. Edited Quay Ltd, Person Quay Ltd changed since and stay as they are.');
    expect(await names()).toEqual(expect.arrayContaining(['Edited Quay Ltd', 'Person Quay Ltd']));
    expect(await names()).not.toContain('Untouched Quay Ltd');
  });

  it('a year-end that a file changes shows the dates that move, before it is brought in', async () => {
    const client = { name: 'Year End Ltd', legalForm: 'company', yearEnd: '12-31', vatRegistered: false, employer: false, way: 'online' };
    const { id: clientId } = (await manager().post('/api/clients').send(client).expect(201)).body as { id: string };
    await manager()
      .post(`/api/clients/${clientId}/lines`)
      .send({ serviceId: test.firm.services.tax, rhythm: 'yearly', fee: { amount: 0, currency: 'EUR' }, startsOn: '2026-01-01' })
      .expect(201);
    const found = await read('Client,Year end\nYear End Ltd,30 June\n');
    const effect = async (id: string) => (await manager().post(`/api/imports/${id}/effect`).send({}).expect(200)).body as ScheduleEffect;
    expect((await effect(found.id)).rows.map((row) => row.does)).toContain('comes');
    const other = await read('Client,Industry\nYear End Ltd,nets\n');
    expect((await effect(other.id)).rows).toEqual([]);
  });

  it('five rows with one address and one name are one person, another name is another', async () => {
    const { id } = await read(
      'Client,Contact,Email\nOne Pier Ltd,Una Pier,una@pier.example\nTwo Pier Ltd,Una Pier,UNA@pier.example\nThree Pier Ltd,Colm Daly,una@pier.example\n',
    );
    await bringIn(id);
    const found = (await manager().get('/api/contacts?find=una@pier.example').expect(200)).body as FoundContact[];
    expect(found.map(({ name, clients }) => [name, clients])).toEqual([
      ['Colm Daly', ['Three Pier Ltd']],
      ['Una Pier', ['One Pier Ltd', 'Two Pier Ltd']],
    ]);
  });
});
