import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { monthDayFromText } from '../details';
import { type KnownClient, clientTargets, proposeMapping, sortRows, withWholeAddress } from '.';

const PEOPLE = [
  { id: 'orla', name: 'Orla Keane' },
  { id: 'sean', name: 'Seán Tully' },
];
const DETAILS = [{ id: 'd1', name: 'Wages paid on', kind: 'choice' as const, choices: ['Thursday', 'Friday'], forms: [] }];
const TARGETS = clientTargets({ currency: 'EUR', people: PEOPLE }, DETAILS);
const KNOWN: KnownClient[] = [
  {
    id: '1',
    name: 'Dunmarra Oysters Ltd',
    values: { name: 'Dunmarra Oysters Ltd', vatNumber: 'IE9990001A', trade: 'oysters', labels: ['sea'], employer: true },
  },
  { id: '2', name: 'Inishvane Ferries DAC', values: { name: 'Inishvane Ferries DAC', companyNumber: '900123', labels: [] } },
  { id: '3', name: 'Bríd Foley', values: { name: 'Bríd Foley', taxNumber: '9100001A', labels: [] } },
];
const HEADS = ['Client', 'VAT no', 'Industry', 'Tags', 'Year end', 'Manager', 'Wages paid on', 'E-mail', 'Secret'];
const mapping = proposeMapping(HEADS, TARGETS);
const sorted = (...rows: string[][]) => sortRows(rows, mapping, TARGETS, KNOWN);
const verdict = (...cells: string[]) => sorted(cells)[0]!.verdict;

describe('a mapping', () => {
  it('is proposed from the headings, each target once, the rest left out', () => {
    expect(mapping).toEqual(['name', 'vatNumber', 'trade', 'labels', 'yearEnd', 'managerId', 'detail:d1', 'email', null]);
    expect(proposeMapping(['Name', 'Company', 'Telephone nr.', ''], TARGETS)).toEqual(['name', null, 'phone', null]);
  });

  it('remembers what was chosen before, also that a column was left out', () => {
    expect(proposeMapping(['Industry', 'Secret', 'Manager'], TARGETS, { industry: null, secret: 'trade', manager: 'preparerId' })).toEqual([
      null,
      'trade',
      'preparerId',
    ]);
  });
});

describe('a row is', () => {
  it('new, when nothing like it is there', () => {
    expect(verdict('Gannet Smokery', '', 'smoked fish')).toEqual({ kind: 'new' });
  });

  it('the same, also when it is spelt a little otherwise and leaves fields empty', () => {
    expect(verdict('DUNMARRA OYSTERS LIMITED', 'ie 9990001 a', '', 'sea')).toEqual({ kind: 'same', clientId: '1' });
  });

  it('changed, field by field; labels are added to those there are', () => {
    expect(verdict('Dunmarra Oysters Ltd', '', 'mussels', 'bay', '31 December', 'Orla Keane', 'friday')).toEqual({
      kind: 'changed',
      clientId: '1',
      changes: [
        { key: 'trade', before: 'oysters', after: 'mussels' },
        { key: 'labels', before: ['sea'], after: ['bay', 'sea'] },
        { key: 'yearEnd', before: null, after: '12-31' },
        { key: 'managerId', before: null, after: 'orla' },
        { key: 'detail:d1', before: null, after: 'Friday' },
      ],
    });
  });

  it.each([
    [['Dunmara Oyster'], 'Much like Dunmarra Oysters Ltd', ['1']],
    [['Something Else', 'IE9990001A'], 'Its number belongs to Dunmarra Oysters Ltd', ['1']],
    [['Inishvane Ferries', 'IE9990001A'], 'Its name is of one client, its number of another', ['1', '2']],
    [['Dunmarra Oysters', 'IE7777777B'], 'A client of this name has another number', ['1']],
  ])('doubtful: %j', (cells, why, candidates) => {
    const found = verdict(...cells);
    expect(found).toMatchObject({ kind: 'doubtful', candidates });
    expect('why' in found && found.why).toContain(why);
  });

  it('doubtful, when an earlier line of the file is the same client', () => {
    expect(sorted(['New Nets'], ['NEW NETS LTD'])[1]!.verdict).toEqual({ kind: 'doubtful', why: 'Line 2 of the file is the same client.', candidates: [] });
  });

  it('wrong without the name of a client', () => {
    expect(verdict('', '', 'nets')).toEqual({ kind: 'wrong', faults: [{ column: 0, message: 'Every row needs the name of a client.' }] });
  });

  it('taken without the cells that cannot be read, each with its reason', () => {
    const [row] = sorted(['Nets', '12', 'x'.repeat(81), '', '31 Febtober', 'Nobody', 'Sunday', 'nets@']);
    expect(row!.verdict).toEqual({ kind: 'new' });
    expect(row!.leftOut.map((fault) => fault.column)).toEqual([1, 2, 4, 5, 6, 7]);
    expect(row!.values).toEqual({ name: 'Nets' });
  });

  it('none where its line is empty; the lines after it keep their numbers', () => {
    expect(sorted(['Nets'], ['', ' ', ''], ['Sails']).map(({ line, values }) => [line, values.name])).toEqual([
      [2, 'Nets'],
      [4, 'Sails'],
    ]);
  });
});

describe('of a row', () => {
  const read = (heads: string[], cells: string[], known: KnownClient[] = KNOWN) => sortRows([cells], proposeMapping(heads, TARGETS), TARGETS, known)[0]!;

  it('a first and a last name are the name of the client, or beside one that of its contact', () => {
    expect(read(['First name', 'Surname'], ['Ann', 'Gannet']).values).toEqual({ name: 'Ann Gannet' });
    expect(read(['Client', 'Surname', 'Forename'], ['Gannet Smokery', 'Gannet', 'Ann']).values).toEqual({ name: 'Gannet Smokery', contactName: 'Ann Gannet' });
  });

  it.each([
    ['Limited Company', 'company'],
    ['sole proprietor', 'sole trader'],
    ['LLP', 'partnership'],
    ['Individual', 'person'],
  ])('the legal form "%s" is read as %s', (cell, form) => {
    expect(read(['Client', 'Entity type'], ['Gannet', cell]).values.legalForm).toBe(form);
  });

  it('half an address is left out and said so, again and again, and changes nothing', () => {
    const heads = ['Client', 'Street', 'Postcode'];
    const fresh = read(heads, ['Gannet Smokery', '1 Quay', 'P1']);
    expect(fresh.leftOut.map(({ column }) => column)).toEqual([1, 2]);
    expect(fresh.values).toEqual({ name: 'Gannet Smokery' });
    expect(read(heads, ['Bríd Foley', '1 Quay', 'P1']).verdict).toEqual({ kind: 'same', clientId: '3' });
  });

  it('a part of an address is put to the rest that is known', () => {
    const known = [{ id: '9', name: 'Gannet', values: { name: 'Gannet', street: '1 Quay', town: 'Port Sallow' } }];
    const row = read(['Client', 'Postcode'], ['Gannet', 'P1'], known);
    expect([row.leftOut, row.verdict.kind]).toEqual([[], 'changed']);
  });

  it('in doubt keeps a part of an address that one of the clients it may be has the rest of; as nobody else it is left out', () => {
    const known = [
      { id: '9', name: 'Gannet Smokery Ltd', values: { name: 'Gannet Smokery Ltd', vatNumber: 'IE9990001A', street: '1 Quay', town: 'Port Sallow' } },
    ];
    const row = read(['Client', 'VAT number', 'Postcode'], ['Gannet Smokery Ltd', 'IE9990002B', 'P1'], known);
    expect([row.verdict.kind, row.leftOut]).toEqual(['doubtful', []]);
    expect(withWholeAddress(row.values, known[0])).toMatchObject({ postcode: 'P1' });
    expect(withWholeAddress(row.values)).not.toHaveProperty('postcode');
    const without = read(
      ['Client', 'VAT number', 'Postcode'],
      ['Gannet Smokery Ltd', 'IE9990002B', 'P1'],
      [{ ...known[0]!, values: { name: 'Gannet Smokery Ltd', vatNumber: 'IE9990001A' } }],
    );
    expect([without.verdict.kind, without.leftOut.length]).toEqual(['doubtful', 1]);
  });
});

it('brought in once, the same file changes nothing', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.stringMatching(/^[a-z]{4,9} [a-z]{4,9}$/), { minLength: 1, maxLength: 8 }), (names) => {
      const rows = names.map((name, at) => [name, `IE${1_000_000 + at}X`, 'trade', 'a; b']);
      const first = sortRows(rows, mapping, TARGETS, []);
      const kept = first
        .filter((row) => row.verdict.kind === 'new')
        .map((row, at): KnownClient => ({ id: String(at), name: row.values.name as string, values: row.values }));
      const again = sortRows(
        rows.filter((_, at) => first[at]!.verdict.kind === 'new'),
        mapping,
        TARGETS,
        kept,
      );
      expect(new Set(again.map((row) => row.verdict.kind))).toEqual(new Set(['same']));
    }),
    { numRuns: 60 },
  );
});

it.each([
  ['31 December', '12-31'],
  ['30 jun', '06-30'],
  ['31/12', '12-31'],
  ['12-31', '12-31'],
  ['2025-12-31', '12-31'],
  ['29.2', '02-29'],
  ['30 February', null],
  ['year end', null],
])('the day of the year "%s" is %s', (text, day) => {
  expect(monthDayFromText(text)).toBe(day);
});

it('sorts thousands of rows against thousands of clients', () => {
  const name = (at: number) =>
    `${['Harbour', 'Strand', 'Quay', 'Pilot', 'Reed'][at % 5]} ${String.fromCharCode(97 + (at % 26))}${at} ${['Works', 'Nets', 'Farm'][at % 3]}`;
  const many = Array.from({ length: 2_000 }, (_, at): KnownClient => ({
    id: String(at),
    name: name(at),
    values: { name: name(at), vatNumber: `IE${2_000_000 + at}A` },
  }));
  const rows = Array.from({ length: 2_000 }, (_, at) => [name(at + 1_000), `IE${2_001_000 + at}A`]);
  const found = sortRows(rows, mapping, TARGETS, many);
  expect(found.filter((row) => row.verdict.kind === 'same')).toHaveLength(1_000);
});
