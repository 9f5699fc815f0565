import type { Read } from '../facts';

/** What a column of a file can be brought in as. */
export interface Target {
  key: string;
  name: string;
  /** Other headings under which it is found. */
  also?: readonly string[];
  /** Reads a cell. @returns the value, or why it cannot be read. */
  read(text: string): Read;
}

/** Which heading is brought in as what; null leaves a column out. */
export type Mapping = (string | null)[];

export interface CellFault {
  column: number;
  message: string;
}

/** What the cells of a row say, by the keys of their targets. A cell that cannot be read is left out, with the reason. */
export function readCells(cells: readonly string[], columns: readonly (Target | null)[]): { values: Record<string, unknown>; leftOut: CellFault[] } {
  const values: Record<string, unknown> = {};
  const leftOut: CellFault[] = [];
  columns.forEach((target, column) => {
    const text = (cells[column] ?? '').trim();
    if (!target || text === '') return;
    const read = target.read(text);
    if ('problem' in read) leftOut.push({ column, message: read.problem });
    else values[target.key] = read.value;
  });
  return { values, leftOut };
}
