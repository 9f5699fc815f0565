/** A cell that a spreadsheet would run as a formula is written as text. */
const asText = (cell: string) => (/^[=+\-@\t\r]/.test(cell) && !/^-?\d+(\.\d+)?$/.test(cell) ? `'${cell}` : cell);

export type Cell = string | number | boolean | null | undefined;

function quoted(cell: Cell): string {
  if (cell === null || cell === undefined) return '';
  const text = typeof cell === 'string' ? asText(cell) : String(cell);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** Rows as RFC 4180 text, with the mark that tells spreadsheets it is UTF-8. */
export function csvText(heads: string[], lines: Cell[][]): string {
  return `\ufeff${[heads, ...lines].map((line) => line.map(quoted).join(',')).join('\r\n')}\r\n`;
}
