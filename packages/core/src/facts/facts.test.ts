import { describe, expect, it } from 'vitest';
import { type FactDefinition, addressInLine, factFromText, factInWords, factNamed, isAskedOf, keptOf, keyed, linesOf, sortedLabels } from '.';
import { money } from '../money';

const TRADE: FactDefinition = { kind: 'text', label: 'Trade', section: 'a', most: 10, what: 'A trade' };
const NUMBER: FactDefinition = {
  kind: 'code',
  label: 'VAT number',
  section: 'a',
  pattern: /^[A-Z]{2}\d{3}$/,
  problem: 'Two letters, three digits.',
  identifies: true,
};
const WAY: FactDefinition = {
  kind: 'choice',
  label: 'Works',
  section: 'a',
  choices: ['online', 'paper'],
  words: { paper: 'on paper' },
  also: { post: 'paper' },
};
const VAT: FactDefinition = { kind: 'yes or no', label: 'Registered', short: 'VAT', section: 'a', start: false, yes: 'registered', no: 'not registered' };
const FROM: FactDefinition = { kind: 'date', label: 'VAT from', section: 'a', onlyWith: { fact: 'vat', being: true }, shownAs: (day) => `from ${day}` };
const LIST = keyed({ trade: TRADE, number: NUMBER, way: WAY, vat: VAT, from: FROM });

describe('a fact is read from text', () => {
  it.each<[string, FactDefinition, string, unknown]>([
    ['text without blanks around it', TRADE, ' ferries ', { value: 'ferries' }],
    ['text that is too long', TRADE, 'sailmaking and rigging', { problem: 'This is longer than 10 characters.' }],
    ['a code with blanks and small letters', NUMBER, 'ie 123', { value: 'IE123' }],
    ['a code that does not fit', NUMBER, '123', { problem: 'Two letters, three digits.' }],
    ['a choice in other letters', WAY, 'ONLINE', { value: 'online' }],
    ['another word for a choice', WAY, 'post', { value: 'paper' }],
    ['no choice', WAY, 'by pigeon', { problem: 'Write one of online, paper.' }],
    ['yes', VAT, 'y', { value: true }],
    ['neither yes nor no', VAT, 'perhaps', { problem: 'Write yes or no.' }],
    ['a day', FROM, '1/10/2014', { value: '2014-10-01' }],
    ['a day that does not exist', FROM, '31/2/2026', { problem: 'Write a day that exists, for example 23 Apr 2026.' }],
    ['a day of any year', { kind: 'day of the year', label: 'Year-end' }, '31 December', { value: '12-31' }],
    [
      'an account whose check digits do not fit',
      { kind: 'account', label: 'IBAN' },
      'IE00TERN99046325355093',
      { problem: 'The check digits of this account number (IBAN) do not fit.' },
    ],
    ['an amount', { kind: 'money', label: 'Fee' }, '1,180.50', { value: money(118_050, 'EUR') }],
    ['no amount', { kind: 'money', label: 'Fee' }, 'much', { problem: 'Write an amount, for example 180.' }],
    ['labels', { kind: 'labels', label: 'Labels' }, 'a; b ,', { value: ['a', 'b'] }],
  ])('%s', (_, fact, text, read) => {
    expect(factFromText(fact, text, { currency: 'EUR', people: [] })).toEqual(read);
  });

  it('finds somebody of the firm by name, and nobody where two have it', () => {
    const person: FactDefinition = { kind: 'person', label: 'Manager' };
    const orla = { id: '1', name: 'Orla Keane' };
    expect(factFromText(person, 'orla  keane', { currency: 'EUR', people: [orla] })).toEqual({ value: '1' });
    expect(factFromText(person, 'Orla Keane', { currency: 'EUR', people: [orla, { id: '2', name: 'Orla Keane' }] })).toEqual({
      problem: 'Nobody in the firm is called "Orla Keane".',
    });
  });
});

it.each<[FactDefinition, unknown, string]>([
  [VAT, false, 'not registered'],
  [WAY, 'paper', 'on paper'],
  [WAY, 'online', 'online'],
  [FROM, '2014-10-01', '1 Oct 2014'],
  [{ kind: 'day of the year', label: 'Year-end' }, '12-31', '31 December'],
  [{ kind: 'person', label: 'Manager' }, '1', 'Orla'],
  [{ kind: 'money', label: 'Fee' }, money(118_050, 'EUR'), '1,180.50'],
  [{ kind: 'labels', label: 'Labels' }, ['a', 'b'], 'a, b'],
  [{ kind: 'address', label: 'Address' }, { street: '4 Quay Street', town: 'Ballycove', postcode: 'K32' }, '4 Quay Street, Ballycove K32'],
  [TRADE, null, ''],
])('%o of %o reads "%s"', (fact, value, words) => {
  expect(factInWords(fact, value, () => 'Orla')).toBe(words);
});

it('shows facts line by line, those that belong to another in its line, and none that has no place', () => {
  expect(linesOf(LIST, { trade: 'ferries', vat: true, from: '2014-10-01' })).toEqual([
    { key: 'trade', label: 'Trade', words: 'ferries' },
    { key: 'vat', label: 'VAT', words: 'registered, from 1 Oct 2014' },
  ]);
  expect(linesOf(LIST, { vat: false, from: '2014-10-01' })).toEqual([{ key: 'vat', label: 'VAT', words: 'not registered' }]);
});

it('keeps what a sheet gives: nothing for what is left out, a start where there is one, and drops what has no place', () => {
  expect(keptOf(LIST, { trade: 'ferries', from: '2014-10-01' })).toEqual({ trade: 'ferries', number: null, way: null, vat: false, from: null });
  expect(keptOf(LIST, { vat: true, from: '2014-10-01' })).toMatchObject({ vat: true, from: '2014-10-01' });
  const account = keyed({ iban: { kind: 'account', label: 'IBAN' }, labels: { kind: 'labels', label: 'Labels', start: [] } });
  expect(keptOf(account, { iban: 'ie51 tern 9904', labels: ['b', ' a', 'b'] })).toEqual({ iban: 'IE51TERN9904', labels: ['a', 'b'] });
});

it('asks only where a fact has a place', () => {
  const paper: FactDefinition = { ...TRADE, askedOf: ({ way }) => way === 'paper' };
  expect([isAskedOf(paper, { way: 'paper' }), isAskedOf(paper, { way: 'online' })]).toEqual([true, false]);
  expect([isAskedOf(FROM, { vat: true }), isAskedOf(FROM, { vat: false })]).toEqual([true, false]);
});

it('names a fact within a sentence', () => {
  expect([factNamed({ trade: TRADE, number: NUMBER }, 'trade'), factNamed({ number: NUMBER }, 'number'), factNamed({}, 'other')]).toEqual([
    'trade',
    'VAT number',
    'other',
  ]);
});

it('writes an address in one line and sorts labels', () => {
  expect(addressInLine({ street: '7 Strand Road', town: 'Port Sallow', country: 'Ireland' })).toBe('7 Strand Road, Port Sallow, Ireland');
  expect(sortedLabels(['b', ' a ', '', 'b'])).toEqual(['a', 'b']);
});
