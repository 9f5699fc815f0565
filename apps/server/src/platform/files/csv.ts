import { stringify } from 'csv-stringify/sync';

export type Cell = string | number | boolean | null | undefined;

/** A cell that a spreadsheet would run as a formula is written as text; a figure, also one below nothing, is no formula. */
const asText = (cell: string) => (/^[=+\-@\t\r]/.test(cell) && !/^-?\d+(\.\d+)?$/.test(cell) ? `'${cell}` : cell);

/** Rows as RFC 4180 text, with the mark that tells spreadsheets it is UTF-8. */
export function csvText(heads: string[], lines: Cell[][]): string {
  return stringify([heads, ...lines], {
    bom: true,
    record_delimiter: 'windows',
    // Any line break is quoted, not only the one that ends a record (RFC 4180, 2.6).
    quoted_match: /[\r\n]/,
    cast: { string: asText, boolean: String },
  });
}
