import ExcelJS from 'exceljs';
import type { Response } from 'express';
import { detailInWords } from '@steady/core/details';
import type { FieldKind } from '@steady/core/lists';
import type { ListValue } from '@steady/contract/lists';
import { type Cell, csvText } from './csv';

export interface FileColumn {
  name: string;
  kind: FieldKind;
}

/** A value as plain text and figures: money in units with two decimals, time in hours, days in ISO, several labels with semicolons. */
function cellOf(kind: FieldKind, value: ListValue): Cell {
  if (value === null) return null;
  if (Array.isArray(value)) return value.join('; ');
  if (kind === 'money') return (value as number) / 100;
  if (kind === 'hours') return Math.round((value as number) / 0.6) / 100;
  if (kind === 'yes or no') return detailInWords('yes or no', value);
  return value;
}

/** A list as CSV: what is shown, as text and plain figures. */
export function listAsCsv(columns: readonly FileColumn[], rows: readonly ListValue[][]): string {
  return csvText(
    columns.map((column) => column.name),
    rows.map((row) => row.map((value, index) => cellOf(columns[index]!.kind, value))),
  );
}

/** The same as an Office Open XML workbook, with days and money with two decimals. */
async function listAsXlsx(title: string, columns: readonly FileColumn[], rows: readonly ListValue[][]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(title.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.columns = columns.map((column) => ({
    header: column.name,
    width: column.kind === 'text' ? 28 : 16,
    style: column.kind === 'money' || column.kind === 'hours' ? { numFmt: '#,##0.00' } : column.kind === 'date' ? { numFmt: 'yyyy-mm-dd' } : {},
  }));
  sheet.getRow(1).font = { bold: true };
  for (const row of rows) {
    sheet.addRow(
      row.map((value, index) => {
        const { kind } = columns[index]!;
        return kind === 'date' && typeof value === 'string' ? new Date(`${value}T00:00:00Z`) : cellOf(kind, value);
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
