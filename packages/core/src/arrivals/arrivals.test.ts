import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressFrom, mayBe, standingOf, whyNotAddress, whyNotTaken } from '.';

describe('the address of a drop-off page', () => {
  it.each(['marram-tern', 'tern', 'quay-street-9'])('%s can be taken', (address) => {
    expect(whyNotAddress(address)).toBeNull();
  });

  it.each([
    ['abc', 'Give 4 to 40'],
    ['a'.repeat(41), 'Give 4 to 40'],
    ['Marram', 'small letters'],
    ['marram--tern', 'single hyphens'],
    ['-marram', 'single hyphens'],
    ['marram/tern', 'small letters'],
    ['mаrram', 'small letters'],
    ['1234-5678', 'two letters'],
    ['bank', 'kept back'],
    ['portal', 'kept back'],
  ])('%s cannot: %s', (address, why) => {
    expect(whyNotAddress(address)).toContain(why);
  });

  it.each([
    ['Marram & Tern, Accountants', 'marram-tern-accountants'],
    ['Ó Súilleabháin agus a Mhac', 'o-suilleabhain-agus-a-mhac'],
    ['Bank', ''],
    ['会計', ''],
  ])('of %s is suggested as "%s"', (name, address) => {
    expect(addressFrom(name)).toBe(address);
  });

  it('that is suggested can always be taken', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (name) => {
        const address = addressFrom(name);
        if (address !== '') expect(whyNotAddress(address)).toBeNull();
      }),
    );
  });
});

describe('what a stranger sends', () => {
  it.each([
    ['application/pdf', 'accounts.pdf'],
    ['image/jpeg', 'receipt.exe'],
    ['text/plain', 'figures.csv'],
    ['text/plain', 'no ending'],
  ])('is taken as %s under the name %s', (kind, name) => {
    expect(whyNotTaken({ kind, name })).toBeNull();
  });

  it.each([
    ['application/x-msdownload', 'invoice.pdf'],
    ['application/x-elf', 'invoice.pdf'],
    ['application/zip', 'papers.zip'],
    ['application/octet-stream', 'papers.pdf'],
    ['image/svg+xml', 'logo.svg'],
    ['text/html', 'page.html'],
    ['text/plain', 'page.HTML'],
    ['text/plain', 'start.bat'],
  ])('is refused as %s under the name %s', (kind, name) => {
    expect(whyNotTaken({ kind, name })).toMatch(/is not taken here/);
  });
});

describe('where an arrival stands', () => {
  const at = '2026-03-11T10:00:00Z';
  it.each([
    [null, null, null, 'new'],
    ['orla', null, null, 'with somebody'],
    ['orla', at, null, 'filed'],
    [null, null, at, 'refused'],
  ])('held by %s, filed %s, refused %s: %s', (holderId, filedAt, refusedAt, standing) => {
    expect(standingOf({ holderId, filedAt, refusedAt })).toBe(standing);
  });
});

it.each([
  ['cara nolan', 'Cara Nolan', true],
  ['Nolan, C.', 'Cara Nolan', true],
  ['Séamus Óg', 'Seamus Og Breen', true],
  ['Dermot Quill', 'Cara Nolan', false],
  ['C N', 'Cara Nolan', false],
  ['', 'Cara Nolan', false],
])('%j may be %j: %s', (given, known, may) => {
  expect(mayBe(given, known)).toBe(may);
});
