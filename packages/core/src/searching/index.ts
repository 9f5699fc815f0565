import { plainLetters } from '../words';

/** What somebody looks for, as it is compared. */
export interface Looked {
  /** In small letters without accents. */
  plain: string;
  /**
   * One pattern of SQL's `like` a word, the longest first, for texts in plain letters with a space before each word. A word of one or two
   * letters is looked for at the beginning of words, a longer one anywhere.
   */
  patterns: string[];
}

/**
 * Reads what was typed into the search; signs that people write around the figures of a telephone number do not count.
 *
 * @example lookedFor('Ó  Briain') // { plain: 'o briain', patterns: ['%briain%', '% o%'] }
 */
export function lookedFor(text: string): Looked {
  const plain = plainLetters(text.replace(/[()]/g, ' '));
  const words = [...new Set(plain.split(' '))].filter(Boolean).sort((a, b) => b.length - a.length);
  return { plain, patterns: words.map((word) => `%${word.length < 3 ? ' ' : ''}${word.replace(/[\\%_]/g, '\\$&')}%`) };
}

/**
 * How well a name fits what is looked for, the smaller the better: 0 it is the name, 1 the name begins so, 2 one of its words begins so, 3 it
 * stands somewhere in the name or each of its words does, 4 it was found by something else than the name.
 *
 * @example fit('Strand Café', lookedFor('cafe')) // 2
 */
export function fit(name: string, { plain }: Pick<Looked, 'plain'>): 0 | 1 | 2 | 3 | 4 {
  const of = plainLetters(name);
  if (of === plain) return 0;
  if (of.startsWith(plain)) return 1;
  if (of.includes(` ${plain}`)) return 2;
  return plain.split(' ').every((word) => of.includes(word)) ? 3 : 4;
}

/**
 * What was found, the best first: by how well its name fits, then as it came.
 * @param most of each kind
 */
export function bestFirst<Found extends { kind: string; name: string }>(found: readonly Found[], looked: Looked, most: number): Found[] {
  const counts = new Map<string, number>();
  return found
    .map((one, at) => ({ one, at, how: fit(one.name, looked) }))
    .sort((a, b) => a.how - b.how || a.at - b.at)
    .map(({ one }) => one)
    .filter(({ kind }) => {
      const count = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, count);
      return count <= most;
    });
}
