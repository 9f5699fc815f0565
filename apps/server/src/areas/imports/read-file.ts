import { Readable } from 'node:stream';
import { parse } from 'csv-parse/sync';
import ExcelJS from 'exceljs';
import { unzipSync } from 'fflate';
import { Problem } from '../../platform/http/problem';
import type { ReadFile } from './tasks';
import { cardsFromText } from './vcard';

const MOST_ROWS = 50_000;
const MOST_COLUMNS = 200;
/** What a workbook may unpack to: a small file can hold more than any memory. */
const MOST_UNPACKED = 400 * 1024 * 1024;
/** Rows that are kept together. */
const IN_A_PART = 2_000;
/** Longer than anything that belongs into a cell of such a file. */
const LONGEST_CELL = 10_000;

/** The text of a file: UTF-8 or UTF-16 by its mark, else UTF-8 if it is valid, else as old spreadsheets of Western Europe write. */
function textOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** The sign between cells: the one that the line of headings has most of, outside quotes. */
function delimiterOf(text: string): string {
  const head = (/^[^\r\n]*/.exec(text)?.[0] ?? '').replace(/"[^"]*"/g, '');
  const count = (sign: string) => head.split(sign).length;
  return [',', ';', '\t', '|'].reduce((best, sign) => (count(sign) > count(best) ? sign : best));
}

function fromCsv(bytes: Buffer): string[][] {
  const text = textOf(bytes).replace(/^\ufeff/, '');
  if (text.includes('\u0000')) throw Problem.badFile('This is not a file of text. Save the list as CSV or XLSX and choose that.');
  try {
    return parse(text, {
      delimiter: delimiterOf(text),
      relax_column_count: true,
      skip_empty_lines: true,
      max_record_size: LONGEST_CELL * 20,
      trim: true,
      to: MOST_ROWS + 2,
    });
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

function cellText(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  if ('result' in value) return cellText(value.result);
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  return 'text' in value ? String(value.text) : '';
}

const tooManyRows = () => Problem.badFile(`The file has more than ${MOST_ROWS.toLocaleString('en')} rows. Import it in parts.`);

/** How much a workbook says that it unpacks to, read from its table of contents alone. */
function unpackedSize(bytes: Buffer): number {
  let size = 0;
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      size += originalSize;
      return false;
    },
  });
  return size;
}

/** The first sheet of a workbook, read as it comes: what is more than may be is not read. */
async function fromXlsx(bytes: Buffer): Promise<string[][]> {
  const lines: string[][] = [];
  try {
    if (unpackedSize(bytes) > MOST_UNPACKED)
      throw Problem.badFile('This workbook unpacks to far more than a list of clients. Save the list alone, as XLSX or CSV.');
    const book = new ExcelJS.stream.xlsx.WorkbookReader(Readable.from([bytes]), {
      sharedStrings: 'cache',
      styles: 'cache',
      worksheets: 'emit',
      hyperlinks: 'ignore',
      entries: 'ignore',
    });
    for await (const sheet of book) {
      for await (const row of sheet) {
        if (lines.length > MOST_ROWS) throw tooManyRows();
        if (row.cellCount > MOST_COLUMNS) throw tooManyColumns();
        const cells = Array.from({ length: row.cellCount }, (_, at) => cellText(row.getCell(at + 1).value).trim());
        if (cells.some((cell) => cell !== '')) lines.push(cells);
      }
      break;
    }
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw Problem.badFile('This workbook cannot be opened. Save it again as XLSX, or as CSV.');
  }
  return lines;
}

const tooManyColumns = () => Problem.badFile(`The file has more than ${MOST_COLUMNS} columns. Leave out those that are not needed.`);

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
