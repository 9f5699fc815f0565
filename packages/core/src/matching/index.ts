/** Words that say what kind of body it is, and nothing of who it is. */
const KINDS = new Set([
  'ltd',
  'limited',
  'dac',
  'clg',
  'plc',
  'uc',
  'llp',
  'lp',
  'co',
  'company',
  'the',
  'and',
  'inc',
  'llc',
  'mr',
  'mrs',
  'ms',
  'dr',
  'op',
  'coop',
]);

/** A name without accents, case, signs and kinds of body: what two spellings of one client share. */
export function plainName(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/&/g, ' and ')
    .replace(/['\u2019.]/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '' && !KINDS.has(word))
    .join(' ');
}

/**
 * An identifier as it is compared: letters and digits only, in capitals.
 *
 * @example plainIdentifier('ie 999-0001 a') // 'IE9990001A'
 */
export const plainIdentifier = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9+*]/g, '');

function trigrams(name: string): Set<string> {
  const padded = `  ${name} `;
  return new Set(Array.from({ length: padded.length - 2 }, (_, at) => padded.slice(at, at + 3)));
}

/**
 * How much of two names is the same, from 0 to 1: shared groups of three letters over all there are (Dice).
 *
 * @example likeness('Dunmarra Oysters Ltd', 'Dunmara Oysters') > ALIKE // true
 */
export function likeness(a: string, b: string): number {
  const [left, right] = [trigrams(plainName(a)), trigrams(plainName(b))];
  let shared = 0;
  for (const gram of left) if (right.has(gram)) shared += 1;
  return (2 * shared) / (left.size + right.size);
}

/** Above this two names are taken for spellings of one. */
export const ALIKE = 0.72;

export interface Named {
  id: string;
  name: string;
}

/**
 * Finds names that are spellings of one another among many. Prepared once; each search then looks only at names that
 * share enough groups of three letters, so that thousands against thousands take a second or two.
 */
export class NameIndex {
  private readonly holders = new Map<string, number[]>();
  private readonly sizes: number[] = [];
  private readonly known: Named[] = [];

  constructor(names: readonly Named[] = []) {
    for (const named of names) this.add(named);
  }

  /** Adds a name that is found from now on. */
  add(named: Named): void {
    const at = this.known.push(named) - 1;
    const grams = trigrams(plainName(named.name));
    this.sizes.push(grams.size);
    for (const gram of grams) {
      const holders = this.holders.get(gram);
      if (holders) holders.push(at);
      else this.holders.set(gram, [at]);
    }
  }

  /** The names most like one, the likest first, those below `least` left out. */
  like(name: string, least = ALIKE): { named: Named; likeness: number }[] {
    const grams = trigrams(plainName(name));
    const shared = new Map<number, number>();
    for (const gram of grams) for (const at of this.holders.get(gram) ?? []) shared.set(at, (shared.get(at) ?? 0) + 1);
    return [...shared]
      .map(([at, count]) => ({ named: this.known[at]!, likeness: (2 * count) / (grams.size + this.sizes[at]!) }))
      .filter((found) => found.likeness >= least)
      .sort((a, b) => b.likeness - a.likeness);
  }
}
