import { UnpacksTooLargeError, rowsOfBook, rowsOfCsv, textOf } from '../../platform/files/sheets';
import { Problem } from '../../platform/http/problem';
import type { ReadFile } from './tasks';
import { cardsFromText } from './vcard';

const MOST_ROWS = 50_000;
const MOST_COLUMNS = 200;
/** Rows that are kept together. */
const IN_A_PART = 2_000;
/** Longer than anything that belongs into a cell of such a file. */
const LONGEST_CELL = 10_000;

const tooManyRows = () => Problem.badFile(`The file has more than ${MOST_ROWS.toLocaleString('en')} rows. Import it in parts.`);
const tooManyColumns = () => Problem.badFile(`The file has more than ${MOST_COLUMNS} columns. Leave out those that are not needed.`);

function fromCsv(bytes: Buffer): string[][] {
  const text = textOf(bytes);
  if (text.includes('\u0000')) throw Problem.badFile('This is not a file of text. Save the list as CSV or XLSX and choose that.');
  try {
    return rowsOfCsv(text, { rows: MOST_ROWS + 2, cell: LONGEST_CELL });
  } catch (error) {
    const { lines, code } = error as { lines?: number; code?: string };
    const why =
      code === 'CSV_MAX_RECORD_SIZE'
        ? 'is longer than any line of such a list'
        : code?.includes('QUOTE')
          ? 'has a quotation mark that is not closed'
          : 'cannot be read';
    throw Problem.badFile(`Line ${lines ?? '?'} ${why}. Correct it there and choose the file again.`);
  }
}

/** The first sheet of a workbook, read as it comes: what is more than may be is not read. */
async function fromXlsx(bytes: Buffer): Promise<string[][]> {
  const lines: string[][] = [];
  try {
    for await (const { cells } of rowsOfBook(bytes, { sheets: 1 })) {
      if (lines.length > MOST_ROWS) throw tooManyRows();
      if (cells.length > MOST_COLUMNS) throw tooManyColumns();
      lines.push(cells);
    }
  } catch (error) {
    if (error instanceof Problem) throw error;
    if (error instanceof UnpacksTooLargeError)
      throw Problem.badFile('This workbook unpacks to far more than a list of clients. Save the list alone, as XLSX or CSV.');
    throw Problem.badFile('This workbook cannot be opened. Save it again as XLSX, or as CSV.');
  }
  return lines;
}

/**
 * Reads a file of clients: CSV with commas, semicolons or tabs, the first sheet of a workbook, or vCards.
 * @throws Problem at "file", with the line, for what cannot be read
 */
export async function readTable({ bytes: given, name }: { bytes: Uint8Array; name: string }): Promise<ReadFile> {
  const bytes = Buffer.from(given.buffer, given.byteOffset, given.byteLength);
  const isBook = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const text = isBook ? '' : bytes.subarray(0, 40).toString('utf8');
  const lines = isBook ? await fromXlsx(bytes) : /^\ufeff?\s*BEGIN:VCARD/i.test(text) ? cardsFromText(textOf(bytes)) : fromCsv(bytes);
  const [first, ...ragged] = lines;
  if (!first || ragged.length === 0) throw Problem.badFile(`${name} has no rows below its headings.`);
  if (first.length > MOST_COLUMNS) throw tooManyColumns();
  if (ragged.length > MOST_ROWS) throw tooManyRows();
  // Every row has a cell for each heading, so that one can be mended that the file does not hold.
  const rows = ragged.map((row) => [...row, ...Array<string>(Math.max(0, first.length - row.length)).fill('')]);
  rows.forEach((row, at) => {
    const long = row.findIndex((cell) => cell.length > LONGEST_CELL);
    if (long >= 0)
      throw Problem.badFile(`Line ${at + 2}, column ${long + 1}: the cell is longer than ${LONGEST_CELL} characters. Shorten it and choose the file again.`);
  });
  const headings = first.map((heading) => heading.slice(0, 120));
  return {
    headings,
    samples: headings.map((_, at) => [...new Set(rows.slice(0, 40).map((row) => row[at] ?? ''))].filter(Boolean).slice(0, 3)),
    rows: rows.length,
    parts: Array.from({ length: Math.ceil(rows.length / IN_A_PART) }, (_, at) => JSON.stringify(rows.slice(at * IN_A_PART, (at + 1) * IN_A_PART))),
  };
}
