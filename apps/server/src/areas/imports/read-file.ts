import { parse } from 'csv-parse/sync';
import ExcelJS from 'exceljs';
import { Problem } from '../../platform/http/problem';
import { cardsFromText } from './vcard';

export interface Table {
  headings: string[];
  rows: string[][];
}

const MOST_ROWS = 20_000;
const MOST_COLUMNS = 200;
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
    return parse(text, { delimiter: delimiterOf(text), relax_column_count: true, skip_empty_lines: true, max_record_size: LONGEST_CELL * 20, trim: true });
  } catch (error) {
    const { lines, code } = error as { lines?: number; code?: string };
    const why =
      code === 'CSV_MAX_RECORD_SIZE'
        ? 'is longer than any line of such a list'
        : code?.includes('QUOTE')
          ? 'has a quotation mark that is not closed'
          : 'cannot be read';
    throw Problem.badFile(`Line ${lines ?? '?'} ${why}. Mend it there and choose the file again.`);
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

async function fromXlsx(bytes: Buffer): Promise<string[][]> {
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(bytes as never);
  } catch {
    throw Problem.badFile('This workbook cannot be opened. Save it again as XLSX, or as CSV.');
  }
  const lines: string[][] = [];
  book.worksheets[0]?.eachRow((row) => {
    if (lines.length <= MOST_ROWS + 1)
      lines.push(Array.from({ length: Math.min(row.cellCount, MOST_COLUMNS) }, (_, at) => cellText(row.getCell(at + 1).value).trim()));
  });
  return lines;
}

/**
 * Reads a file of clients: CSV with commas, semicolons or tabs, the first sheet of a workbook, or vCards.
 * @throws Problem at "file", with the line, for what cannot be read
 */
export async function readTable(bytes: Buffer, name: string): Promise<Table> {
  const isBook = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const text = isBook ? '' : bytes.subarray(0, 40).toString('utf8');
  const lines = isBook ? await fromXlsx(bytes) : /^\ufeff?\s*BEGIN:VCARD/i.test(text) ? cardsFromText(textOf(bytes)) : fromCsv(bytes);
  const [headings, ...rows] = lines;
  if (!headings || rows.length === 0) throw Problem.badFile(`${name} holds no row below its headings.`);
  if (headings.length > MOST_COLUMNS) throw Problem.badFile(`The file has more than ${MOST_COLUMNS} columns. Leave out those that are not wanted.`);
  if (rows.length > MOST_ROWS) throw Problem.badFile(`The file has more than ${MOST_ROWS} rows. Bring it in in parts.`);
  rows.forEach((row, at) => {
    const long = row.findIndex((cell) => cell.length > LONGEST_CELL);
    if (long >= 0)
      throw Problem.badFile(`Line ${at + 2}, column ${long + 1}: the cell is longer than ${LONGEST_CELL} characters. Shorten it and choose the file again.`);
  });
  return { headings: headings.map((heading) => heading.slice(0, 120)), rows };
}
