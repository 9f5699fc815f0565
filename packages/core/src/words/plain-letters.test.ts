import fc from 'fast-check';
import { expect, it } from 'vitest';
import { holdsText, plainLetters } from '.';

it('leaves out accents, capitals and spaces too many', () => {
  expect(plainLetters('  Seán  Ó Briain ')).toBe('sean o briain');
  expect(plainLetters('Łódź Straße Ørsted’s Æther')).toBe("lodz strasse orsted's aether");
  // One letter with its accent, or a letter and an accent after it.
  expect(plainLetters('Gra\u0301inne')).toBe(plainLetters('Gr\u00e1inne'));
});

it('finds each word in any order, and a part of a word', () => {
  expect(holdsText('Gráinne Molloy, partner', 'moll grai')).toBe(true);
  expect(holdsText('Gráinne Molloy, partner', 'molloy manager')).toBe(false);
  expect(holdsText('anything', ' ')).toBe(true);
});

it('finds every text by itself, and by itself in capitals', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (text) => {
      expect(plainLetters(plainLetters(text))).toBe(plainLetters(text));
      expect(holdsText(text, text)).toBe(true);
    }),
  );
  expect(holdsText('Strand Café', 'CAFÉ')).toBe(true);
});
