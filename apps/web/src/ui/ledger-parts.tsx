import { ArrowDown, ArrowUp } from 'lucide-react';
import type { ComponentProps, ReactNode } from 'react';
import type { Column } from './use-ledger';

/** A row of the table with what belongs to any of them; `of` is what it shows. */
export type RowProps<Row> = ComponentProps<'tr'> & { of: Row };

export function PlainRow<Row>({ of: _, ...row }: RowProps<Row>) {
  return <tr {...row} />;
}

/** Classes of a column's cells. */
export const styleOf = <Row,>(column: Column<Row>) => `${column.figure ? 'n' : ''} ${column.wide ? 'max-md:hidden' : ''} ${column.className ?? ''}`;

/** What a column is called, and how it is sorted. */
export function Head<Row>({ of, way, onToggle }: { of: Column<Row>; way: false | 'asc' | 'desc'; onToggle(): void }) {
  const Arrow = way === 'desc' ? ArrowDown : ArrowUp;
  return (
    <th scope="col" className={styleOf(of)} aria-sort={way ? (way === 'desc' ? 'descending' : 'ascending') : undefined}>
      {of.sort ? (
        <button className="font-semibold hover:text-ink" onClick={onToggle} title="Sort: up, down, not">
          {of.head}
          {way && <Arrow aria-hidden className="ml-0.5 inline size-3" />}
        </button>
      ) : (
        of.head
      )}
    </th>
  );
}

/** Room for lines that are not put on the page. */
export function Room({ width, height }: { width: number; height: number }) {
  if (height <= 0) return null;
  return (
    <tr aria-hidden>
      <td colSpan={width} className="border-0 p-0" style={{ height }} />
    </tr>
  );
}

export function Total<Row>({ columns, of, indent }: { columns: readonly Column<Row>[]; of: Record<string, ReactNode>; indent: boolean }) {
  return (
    <tr className="total">
      {indent && <td />}
      {columns.map((column) => (
        <td key={column.key} className={styleOf(column)}>
          {of[column.key]}
        </td>
      ))}
    </tr>
  );
}
