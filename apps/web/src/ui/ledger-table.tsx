import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { Fragment, type ReactNode, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys';

export interface Column<Row> {
  key: string;
  head: ReactNode;
  cell(row: Row): ReactNode;
  /** A figure: stands at the right. */
  figure?: boolean;
  /** What to sort by; without it the column does not sort. */
  sort?(row: Row): string | number | null;
  /** Left out on a phone. */
  wide?: boolean;
  /** Classes of the cell, for width and wrapping. */
  className?: string;
}

interface Props<Row> {
  label: string;
  columns: Column<Row>[];
  rows: readonly Row[];
  keyOf(row: Row): string;
  /** Where pressing a row leads. */
  to?(row: Row): string | null;
  /** Heading of the group a row stands in; rows come in the order of their groups. Left out while sorted. */
  group?(row: Row): string;
  /** Cells of the total line by column key. */
  total?: Record<string, ReactNode>;
  empty?: ReactNode;
}

type Sort = { key: string; down: boolean } | null;
type Line<Row> = { group: string } | { row: Row; index: number };

const MANY = 150;
const HEIGHT = 31;

const compare = (a: string | number | null, b: string | number | null): number => {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b));
};

/** A ledger: hairlines, sticky head, figures at the right, group headings, a total under a double rule. `j` and `k` move, Enter opens. */
export function LedgerTable<Row>({ label, columns, rows, keyOf, to, group, total, empty }: Props<Row>) {
  const navigate = useNavigate();
  const [sort, setSort] = useState<Sort>(null);
  const [here, setHere] = useState(-1);
  const table = useRef<HTMLTableElement>(null);
  const sorted = useMemo(() => {
    const by = sort && columns.find((column) => column.key === sort.key)?.sort;
    if (!by) return rows;
    const direction = sort.down ? -1 : 1;
    return [...rows].sort((a, b) => direction * compare(by(a), by(b)));
  }, [rows, columns, sort]);
  const lines = useMemo(() => {
    const all: Line<Row>[] = [];
    let last: string | null = null;
    sorted.forEach((row, index) => {
      const name = group && !sort ? group(row) : null;
      if (name !== null && name !== last) all.push({ group: name });
      last = name;
      all.push({ row, index });
    });
    return all;
  }, [sorted, group, sort]);
  const many = lines.length > MANY;
  const virtual = useWindowVirtualizer({
    count: many ? lines.length : 0,
    estimateSize: () => HEIGHT,
    overscan: 20,
    scrollMargin: table.current?.offsetTop ?? 0,
  });
  const shown = many ? virtual.getVirtualItems().map((item) => item.index) : lines.map((_, index) => index);
  const before = many ? (virtual.getVirtualItems()[0]?.start ?? 0) - virtual.options.scrollMargin : 0;
  const after = many ? virtual.getTotalSize() - ((virtual.getVirtualItems().at(-1)?.end ?? 0) - virtual.options.scrollMargin) : 0;

  const move = (by: number) => {
    const next = Math.max(0, Math.min(sorted.length - 1, here + by));
    setHere(next);
    if (many) virtual.scrollToIndex(lines.findIndex((line) => 'row' in line && line.index === next));
    else table.current?.querySelector(`[data-index="${next}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  const open = (row: Row | undefined) => {
    const path = row === undefined ? null : to?.(row);
    if (path) void navigate(path);
  };
  useKeys(
    to
      ? [
          { press: 'j', does: 'next row', act: () => move(1) },
          { press: 'k', does: 'row before', act: () => move(-1) },
          { press: 'Enter', does: 'open the row', act: () => open(sorted[here]) },
        ]
      : [],
  );

  const toggle = (key: string) => setSort((now) => (now?.key !== key ? { key, down: false } : now.down ? null : { key, down: true }));
  const style = (column: Column<Row>) => `${column.figure ? 'n' : ''} ${column.wide ? 'max-md:hidden' : ''} ${column.className ?? ''}`;
  if (rows.length === 0) return <div className="sheet px-4 py-5 text-table text-soft">{empty ?? 'Nothing stands here.'}</div>;
  return (
    <div className="sheet">
      <table ref={table} className="ledger" aria-label={label} aria-rowcount={rows.length + 1}>
        <thead className="stuck">
          <tr>
            {columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                className={style(column)}
                aria-sort={sort?.key === column.key ? (sort.down ? 'descending' : 'ascending') : undefined}
              >
                {column.sort ? (
                  <button className="font-semibold hover:text-ink" onClick={() => toggle(column.key)} title="Sort: up, down, not">
                    {column.head}
                    {sort?.key === column.key &&
                      (sort.down ? <ArrowDown aria-hidden className="ml-0.5 inline size-3" /> : <ArrowUp aria-hidden className="ml-0.5 inline size-3" />)}
                  </button>
                ) : (
                  column.head
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {before > 0 && (
            <tr aria-hidden>
              <td colSpan={columns.length} className="border-0 p-0" style={{ height: before }} />
            </tr>
          )}
          {shown.map((index) => {
            const line = lines[index]!;
            if ('group' in line) {
              return (
                <tr key={`group ${line.group}`} className="grp">
                  <th colSpan={columns.length} scope="colgroup">
                    {line.group}
                  </th>
                </tr>
              );
            }
            const path = to?.(line.row) ?? null;
            return (
              <tr
                key={keyOf(line.row)}
                data-index={line.index}
                aria-rowindex={line.index + 2}
                className={`${path ? 'opens' : ''} ${line.index === here ? 'here' : ''}`}
                onClick={() => open(line.row)}
              >
                {columns.map((column) => (
                  <td key={column.key} className={style(column)}>
                    {column.cell(line.row)}
                  </td>
                ))}
              </tr>
            );
          })}
          {after > 0 && (
            <tr aria-hidden>
              <td colSpan={columns.length} className="border-0 p-0" style={{ height: after }} />
            </tr>
          )}
          {total && (
            <tr className="total">
              {columns.map((column) => (
                <td key={column.key} className={style(column)}>
                  <Fragment>{total[column.key]}</Fragment>
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}
