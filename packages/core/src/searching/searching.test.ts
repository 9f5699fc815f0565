import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestFirst, fit, lookedFor } from '.';

describe('what is looked for', () => {
  it('is taken word by word, the longest first; a short word at the beginning of words only', () => {
    expect(lookedFor('  Ó Briain & Co  ')).toEqual({ plain: 'o briain & co', patterns: ['%briain%', '% co%', '% o%', '% &%'] });
    expect(lookedFor('(087) 555 0101').patterns).toEqual(['%0101%', '%087%', '%555%']);
    expect(lookedFor(' ').patterns).toEqual([]);
  });

  it('is never a pattern of its own', () => {
    expect(lookedFor('50% a_b c\\d').patterns).toEqual(['%50\\%%', '%a\\_b%', '%c\\\\d%']);
  });
});

describe('what is found', () => {
  const looked = lookedFor('rian');
  it('fits the better the nearer to the beginning of its name', () => {
    expect(['Rian', 'Rian Farm', 'Old Rian', 'Briain', 'Brian', 'Strand'].map((name) => fit(name, looked))).toEqual([0, 1, 2, 4, 3, 4]);
    expect(fit('VAT return, Dunmarra', lookedFor('dunmarra vat'))).toBe(3);
  });

  it('stands the best first, each kind so many times at most, else as it came', () => {
    const found = [
      { kind: 'client', name: 'Brian' },
      { kind: 'client', name: 'Rian' },
      { kind: 'client', name: 'O Rian' },
      { kind: 'job', name: 'Rian' },
    ];
    expect(bestFirst(found, looked, 2)).toEqual([found[1], found[3], found[2]]);
  });

  it('loses nothing while there is room', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ kind: fc.constantFrom('client', 'job'), name: fc.string() })), fc.string(), (found, text) => {
        const best = bestFirst(found, lookedFor(text), found.length);
        expect(best).toHaveLength(found.length);
        expect(new Set(best)).toEqual(new Set(found));
      }),
    );
  });
});
