import ExcelJS from 'exceljs';

/** The rows of the first sheet of a workbook. */
export async function read(bytes: Buffer): Promise<unknown[][]> {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(bytes as never);
  const lines: unknown[][] = [];
  book.worksheets[0]!.eachRow((row) => lines.push((row.values as unknown[]).slice(1)));
  return lines;
}
