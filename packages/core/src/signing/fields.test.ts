import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  FIELD_KINDS,
  type SignField,
  alignedField,
  faultOfFields,
  fieldsOfPages,
  inReadingOrder,
  keptPlaces,
  movedField,
  newField,
  onEveryPage,
  resizedField,
  withSigners,
  withoutSignature,
} from '.';

const A4 = { width: 595, height: 842 };
const at = (of: Partial<SignField> = {}): SignField => ({
  ...newField({ id: 'one', kind: 'signature', signer: 0, page: 1 }, { x: 200, y: 300 }, A4),
  ...of,
});
const NAMES = ['Áine Doyle-Roche', 'Donal Hession'];

describe('a field on a page', () => {
  it('is put down with its middle where it was put, and is wanted unless it is a tick', () => {
    expect(at()).toMatchObject({ x: 115, y: 279, width: 170, height: 42, isRequired: true });
    expect(newField({ id: 'tick', kind: 'tick', signer: 0, page: 1 }, { x: 0, y: 0 }, A4)).toMatchObject({ x: 0, y: 0, isRequired: false });
  });

  it('stays whole on its page, whatever is done to it', () => {
    const by = fc.record({ x: fc.double({ min: -2000, max: 2000, noNaN: true }), y: fc.double({ min: -2000, max: 2000, noNaN: true }) });
    const size = fc.record({ width: fc.integer({ min: 20, max: 3000 }), height: fc.integer({ min: 20, max: 3000 }) });
    fc.assert(
      fc.property(fc.constantFrom(...FIELD_KINDS), by, fc.array(fc.tuple(fc.boolean(), by), { maxLength: 8 }), size, (kind, put, acts, page) => {
        const first = newField({ id: 'one', kind, signer: 0, page: 1 }, put, page);
        const last = acts.reduce((field, [moves, how]) => (moves ? movedField : resizedField)(field, how, page), first);
        expect(faultOfFields([last], 1, [page])).toBeNull();
        expect(Math.min(last.width, last.height)).toBeGreaterThanOrEqual(10);
      }),
    );
  });

  it('goes in line with one that it almost stands in line with, and not with one on another page', () => {
    const near = at({ id: 'two', x: 117.5, y: 400 });
    expect(alignedField(near, [at()])).toMatchObject({ x: 115, y: 400 });
    expect(alignedField(near, [at({ page: 2 })])).toEqual(near);
    expect(alignedField(at({ id: 'two', x: 130 }), [at({ y: 500 })])).toMatchObject({ x: 130 });
  });

  it('is copied to every page that has none there, once', () => {
    const pages = [A4, A4, { width: 300, height: 200 }];
    const idFor = (page: number) => `copy ${page}`;
    const all = onEveryPage(at(), [at()], pages, idFor);
    expect(all.map(({ id, page }) => [id, page])).toEqual([
      ['one', 1],
      ['copy 2', 2],
      ['copy 3', 3],
    ]);
    expect(all[2]).toMatchObject({ x: 115, y: 158 });
    expect(onEveryPage(at(), all, pages, idFor)).toEqual(all);
    expect(onEveryPage(at({ signer: 1 }), all, pages, (page) => `other ${page}`)).toHaveLength(6);
  });

  it('is gone through from the first page to the last, downwards', () => {
    const order = inReadingOrder([at({ id: 'c', page: 2 }), at({ id: 'b', y: 500 }), at({ id: 'a', y: 100, x: 300 }), at({ id: '0', y: 100, x: 20 })]);
    expect(order.map((one) => one.id)).toEqual(['0', 'a', 'b', 'c']);
  });
});

describe('the fields of a document', () => {
  const fields = [
    at(),
    at({ id: 'two', kind: 'initials', signer: 1, page: 1 }),
    at({ id: 'three', signer: 1, page: 2 }),
    at({ id: 'four', signer: 0, page: 2 }),
  ];

  it('are told page by page, with who signs nothing where somebody does', () => {
    expect(fieldsOfPages(fields, NAMES, 3)).toEqual([
      { page: 1, words: 'signature: Áine; initials: Donal', without: ['Donal Hession'] },
      { page: 2, words: 'signature: Áine, Donal', without: [] },
      { page: 3, words: '', without: [] },
    ]);
  });

  it('leave nobody without a place to sign; without any the document is signed as a whole', () => {
    expect(withoutSignature(fields.slice(0, 2), NAMES)).toEqual(['Donal Hession']);
    expect(withoutSignature(fields, NAMES)).toEqual([]);
    expect(withoutSignature([], NAMES)).toEqual([]);
  });

  it('are refused where a page, a signer or a place is not there', () => {
    expect(faultOfFields(fields, 2, [A4])).toBe('There is a field on page 2, which the document does not have.');
    expect(faultOfFields(fields, 1, [A4, A4])).toBe('A field on page 1 is for somebody who does not sign.');
    expect(faultOfFields([at({ x: 590 })], 1, [A4])).toBe('A field lies outside of page 1.');
    expect(faultOfFields([at(), at()], 1, [A4])).toBe('Two fields have one id.');
    expect(
      faultOfFields(
        Array.from({ length: 1001 }, (_, n) => at({ id: String(n) })),
        1,
        [A4],
      ),
    ).toContain('1000');
    expect(faultOfFields(fields, 2, [A4, A4])).toBeNull();
  });

  it('stay with their person when the order of the signers changes, and go with who is not asked any more', () => {
    expect(withSigners(fields, ['áine', 'donal'], ['donal', 'áine']).map((one) => one.signer)).toEqual([1, 0, 0, 1]);
    expect(withSigners(fields, ['áine', 'donal'], ['donal']).map((one) => [one.id, one.signer])).toEqual([
      ['two', 0],
      ['three', 0],
    ]);
  });

  it('are put on the next document of their kind, as far as it has those pages and signers', () => {
    const small = { width: 200, height: 100 };
    expect(keptPlaces(fields, 1, [small], (n) => `new ${n}`)).toEqual([{ ...at(), id: 'new 0', x: 30, y: 58 }]);
    expect(keptPlaces(fields, 2, [A4, A4, A4], String)).toHaveLength(4);
  });
});
