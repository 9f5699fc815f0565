import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALIKE, NameIndex, likeness, plainIdentifier, plainName } from '.';

describe('two spellings of one name', () => {
  it.each([
    ['Dunmarra Oysters Ltd', 'DUNMARRA OYSTERS LIMITED'],
    ['Port Sallow Knitters Co-op', 'Port Sallow Knitters'],
    ['Bríd Foley', 'Brid Foley'],
    ['Sallow Boatyard Ltd', 'Sallow Boat Yard'],
    ['Thatch & Reed', 'Thatch and Reed'],
    ['O\u2019Malley Nets', 'OMalley Nets'],
  ])('%s and %s are alike', (a, b) => {
    expect(likeness(a, b)).toBeGreaterThanOrEqual(ALIKE);
  });

  it.each([
    ['Harbour Row Lettings Ltd', 'Harbour GP Practice'],
    ['Skipper Conal Breslane', 'Skipper Dara Quilty'],
    ['Strand Café', 'Strand Joinery'],
  ])('%s and %s are not', (a, b) => {
    expect(likeness(a, b)).toBeLessThan(ALIKE);
  });

  it('are the same whichever comes first, and a name is like itself', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), fc.string({ minLength: 1 }), (a, b) => {
        expect(likeness(a, b)).toBe(likeness(b, a));
        expect(likeness(a, a)).toBe(1);
      }),
    );
  });
});

it('plain names and identifiers leave out what does not tell apart', () => {
  expect(plainName('  The Kelp-Works Skincare, Ltd. ')).toBe('kelp works skincare');
  expect(plainIdentifier('ie 999 0001-a')).toBe('IE9990001A');
});

it('an index finds the likest first, also among names added later', () => {
  const index = new NameIndex([
    { id: '1', name: 'Dunmarra Oysters Ltd' },
    { id: '2', name: 'Dunmarra Mussels Ltd' },
    { id: '3', name: 'Inishvane Ferries DAC' },
  ]);
  index.add({ id: '4', name: 'Dunmara Oysters' });
  expect(index.like('Dunmarra Oyster').map((found) => found.named.id)).toEqual(['1', '4']);
  expect(index.like('Nobody at all')).toEqual([]);
});
