import type ExcelJS from 'exceljs';
import type { Response } from 'express';
import { detailInWords } from '@steady/core/details';
import type { FieldKind } from '@steady/core/lists';
import { type Currency, decimalsOf, money, wholeUnits } from '@steady/core/money';
import type { ListValue } from '@steady/contract/lists';
import { type Cell, csvText } from './csv';

export interface FileColumn {
  name: string;
  kind: FieldKind;
  /** Of amounts. */
  currency?: Currency;
}

/** A value as plain text and figures: money in units of its currency, time in hours, days in ISO, several labels with semicolons. */
function cellOf({ kind, currency }: FileColumn, value: ListValue): Cell {
  if (value === null) return null;
  if (Array.isArray(value)) return value.join('; ');
  if (currency !== undefined) return wholeUnits(money(value as number, currency));
  if (kind === 'hours') return Math.round((value as number) / 0.6) / 100;
  if (kind === 'yes or no') return detailInWords('yes or no', value);
  return value;
}

/** A list as CSV: what is shown, as text and plain figures. */
export function listAsCsv(columns: readonly FileColumn[], rows: readonly ListValue[][]): string {
  return csvText(
    columns.map((column) => column.name),
    rows.map((row) => row.map((value, index) => cellOf(columns[index]!, value))),
  );
}

function styleOf({ kind, currency }: FileColumn): Partial<ExcelJS.Style> {
  if (kind === 'date') return { numFmt: 'yyyy-mm-dd' };
  if (kind !== 'hours' && currency === undefined) return {};
  const decimals = currency === undefined ? 2 : decimalsOf(currency);
  return { numFmt: `#,##0${decimals > 0 ? `.${'0'.repeat(decimals)}` : ''}` };
}

/** The same as an Office Open XML workbook, days as days, money with the decimals of its currency. */
async function listAsXlsx(title: string, columns: readonly FileColumn[], rows: readonly ListValue[][]): Promise<Buffer> {
  // It takes half a second to load, and most starts never write a workbook.
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  const sheet = book.addWorksheet(title.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.columns = columns.map((column) => ({
    header: column.name,
    width: column.kind === 'text' ? 28 : 16,
    style: styleOf(column),
  }));
  sheet.getRow(1).font = { bold: true };
  for (const row of rows) {
    sheet.addRow(
      row.map((value, index) => {
        const column = columns[index]!;
        return column.kind === 'date' && typeof value === 'string' ? new Date(`${value}T00:00:00Z`) : cellOf(column, value);
      }),
    );
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Answers with a list as a file to keep. */
export async function sendList(
  response: Response,
  kind: 'csv' | 'xlsx',
  title: string,
  day: string,
  columns: readonly FileColumn[],
  rows: readonly ListValue[][],
): Promise<void> {
  response.attachment(`${title} ${day}.${kind}`);
  if (kind === 'csv') response.type('text/csv').send(listAsCsv(columns, rows));
  else response.type(XLSX).send(await listAsXlsx(title, columns, rows));
}
