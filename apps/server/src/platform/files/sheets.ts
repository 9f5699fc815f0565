import { Readable } from 'node:stream';
import { parse } from 'csv-parse/sync';
import type ExcelJS from 'exceljs';
import { unzipSync } from 'fflate';

/** What a workbook may unpack to: a small file can hold more than any memory. */
const MOST_UNPACKED = 400 * 1024 * 1024;

export class UnpacksTooLargeError extends Error {}

/** The text of a file: UTF-8 or UTF-16 by its mark, else UTF-8 if it is valid, else as old spreadsheets of Western Europe write. */
export function textOf(bytes: Buffer): string {
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

/** The rows of a text with commas, semicolons, tabs or bars between cells, at most so many. @throws as csv-parse does, with line and code */
export function rowsOfCsv(text: string, { rows, cell }: { rows: number; cell: number }): string[][] {
  const plain = text.replace(/^\ufeff/, '');
  return parse(plain, {
    delimiter: delimiterOf(plain),
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: cell * 20,
    trim: true,
    to: rows,
  });
}

function cellText(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== 'object') return String(value);
  if ('result' in value) return cellText(value.result);
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  return 'text' in value ? String(value.text) : '';
}

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

/**
 * The rows of a workbook's sheets that hold anything, read as they come: whoever takes no more of them leaves the rest unread.
 * @throws UnpacksTooLargeError; others for a file that is no workbook
 */
export async function* rowsOfBook(bytes: Buffer, { sheets }: { sheets: number }): AsyncGenerator<{ sheet: string; cells: string[] }> {
  if (unpackedSize(bytes) > MOST_UNPACKED) throw new UnpacksTooLargeError();
  const { default: Excel } = await import('exceljs');
  const book = new Excel.stream.xlsx.WorkbookReader(Readable.from([bytes]), {
    sharedStrings: 'cache',
    styles: 'cache',
    worksheets: 'emit',
    hyperlinks: 'ignore',
    entries: 'ignore',
  });
  let count = 0;
  for await (const sheet of book) {
    count += 1;
    // The library knows the name; its types do not say so.
    const { name } = sheet as unknown as { name?: string };
    for await (const row of sheet) {
      const cells = Array.from({ length: row.cellCount }, (_, at) => cellText(row.getCell(at + 1).value).trim());
      if (cells.some((cell) => cell !== '')) yield { sheet: name ?? `Sheet ${count}`, cells };
    }
    if (count >= sheets) break;
  }
}
