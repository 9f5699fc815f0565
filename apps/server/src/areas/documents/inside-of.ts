import type { ToRead } from './tasks';

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const PICTURES = ['image/png', 'image/jpeg', 'image/gif', 'image/webp'];

type Inside = 'pdf' | 'picture' | 'book' | 'csv' | 'mail' | 'text' | 'other';

/** What is inside, by what its bytes say; text is told apart by the ending of its name. */
export function insideOf({ name, kind }: Pick<ToRead, 'name' | 'kind'>): Inside {
  if (kind === 'application/pdf') return 'pdf';
  if (PICTURES.includes(kind)) return 'picture';
  if (kind === XLSX) return 'book';
  if (kind !== 'text/plain') return 'other';
  if (/\.(csv|tsv)$/i.test(name)) return 'csv';
  return /\.eml$/i.test(name) ? 'mail' : 'text';
}

/** Larger files are neither laid out nor looked through: they would fill the memory. */
export const MOST_BYTES = 40_000_000;

/** Whether there is anything to be looked for inside. A bill is found by its number: what stands in it is not for everybody. */
export const isToLookThrough = (file: Pick<ToRead, 'name' | 'kind'> & { bytes: number; aboutFees: boolean }): boolean =>
  !file.aboutFees && file.bytes <= MOST_BYTES && !['picture', 'other'].includes(insideOf(file));
