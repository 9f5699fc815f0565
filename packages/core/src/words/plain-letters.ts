/** Letters that are no plain letter with a mark, and that people type without it all the same. */
const WITHOUT_MARK: Readonly<Record<string, string>> = { ł: 'l', ø: 'o', đ: 'd', ð: 'd', þ: 'th', ß: 'ss', æ: 'ae', œ: 'oe', ı: 'i', '’': "'" };

/**
 * A text as it is looked for: small letters without accents, one space between words.
 *
 * @example plainLetters('  Seán Ó Briain ') // 'sean o briain'
 */
export function plainLetters(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[łøđðþßæœı’]/g, (letter) => WITHOUT_MARK[letter]!)
    .replace(/\s+/g, ' ')
    .trim();
}

/**
 * Whether a text has each word of what is looked for in it, in any order, whatever the accents and capitals.
 *
 * @example holdsText('Gráinne Molloy, partner', 'moll grai') // true
 */
export function holdsText(text: string, looked: string): boolean {
  const plain = plainLetters(text);
  return plainLetters(looked)
    .split(' ')
    .every((word) => plain.includes(word));
}
