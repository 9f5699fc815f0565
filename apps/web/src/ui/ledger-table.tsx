import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type ComponentProps, type ComponentType, Fragment, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys';
import { type Money, compareMoney, isMoney, moneyInWords } from '@steady/core/money';

export interface Column<Row> {
  key: string;
  head: ReactNode;
  cell(row: Row): ReactNode;
  /** A figure: stands at the right. */
  figure?: boolean;
  /** What to sort by; without it the column does not sort. */
  sort?(row: Row): Sorted;
  /** Left out on a phone. */
  wide?: boolean;
  /** Classes of the cell, for width and wrapping. */
  className?: string;
}

/** A row of the table with what belongs to any of them; `of` is what it shows. */
export type RowProps<Row> = ComponentProps<'tr'> & { of: Row };

function PlainRow<Row>({ of: _, ...row }: RowProps<Row>) {
  return <tr {...row} />;
}

interface Props<Row> {
  label: string;
  columns: Column<Row>[];
  rows: readonly Row[];
  keyOf(row: Row): string;
  /** What more can be done to the row one stands on, by a key. */
  rowKeys?: { press: string; does: string; act(row: Row): void }[];
  /** What a row is made of where it is more than a line of cells: what can be dragged. */
  RowPart?: ComponentType<RowProps<Row>>;
  /** Where pressing a row leads. */
  to?(row: Row): string | null;
  /** Heading of the group a row stands in; rows come in the order of their groups. Left out while sorted. */
  group?(row: Row): string;
  /** Sorted elsewhere: the field it is sorted by, a minus before it for downwards, and what to do when another is asked for. */
  sorted?: { by: string | null; onSort(by: string | null): void };
  /** Rows that are chosen, by key, and what to do when that changes. */
  chosen?: { keys: ReadonlySet<string>; onChoose(keys: ReadonlySet<string>): void; nameOf(row: Row): string };
  /** The key of the row that was gone to by its name. */
  landed?: string | null;
  /** Cells of the total line by column key. */
  total?: Record<string, ReactNode>;
  empty?: ReactNode;
}

type Sort = { key: string; down: boolean } | null;
/** Milliseconds after which a page stands still that has just come. */
const SETTLES = 250;

type Line<Row> = { group: string } | { row: Row; index: number };

const MANY = 150;
const HEIGHT = 31;

type Sorted = string | number | Money | null;

const asText = (value: string | number | Money): string => (isMoney(value) ? moneyInWords(value) : String(value));

/** What is not known stands last, upwards and downwards. */
const compare = (a: Sorted, b: Sorted, down: boolean): number => {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  const upwards = isMoney(a) && isMoney(b) ? compareMoney(a, b) : typeof a === 'number' && typeof b === 'number' ? a - b : asText(a).localeCompare(asText(b));
  return down ? -upwards : upwards;
};

/** A ledger: hairlines, sticky head, figures at the right, group headings, a total under a double rule. `j` and `k` move, Enter opens. */
export function LedgerTable<Row>({
  label,
  columns,
  rows,
  keyOf,
  to,
  group,
  rowKeys = [],
  RowPart = PlainRow,
  sorted: elsewhere,
  chosen,
  landed,
  total,
  empty,
}: Props<Row>) {
  const navigate = useNavigate();
  const [ownSort, setSort] = useState<Sort>(null);
  const sort: Sort = elsewhere ? (elsewhere.by === null ? null : { key: elsewhere.by.replace(/^-/, ''), down: elsewhere.by.startsWith('-') }) : ownSort;
  const sortedHere = !elsewhere;
  const [here, setHere] = useState(-1);
  const table = useRef<HTMLTableElement>(null);
  const sorted = useMemo(() => {
    const by = sortedHere && ownSort && columns.find((column) => column.key === ownSort.key)?.sort;
    if (!by) return rows;
    return [...rows].sort((a, b) => compare(by(a), by(b), ownSort.down));
  }, [rows, columns, ownSort, sortedHere]);
  const isSorted = sort !== null;
  const lines = useMemo(() => {
    const all: Line<Row>[] = [];
    let last: string | null = null;
    sorted.forEach((row, index) => {
      const name = group && !isSorted ? group(row) : null;
      if (name !== null && name !== last) all.push({ group: name });
      last = name;
      all.push({ row, index });
    });
    return all;
  }, [sorted, group, isSorted]);
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

  const show = (next: number, block: 'nearest' | 'center') => {
    if (many)
      virtual.scrollToIndex(
        lines.findIndex((line) => 'row' in line && line.index === next),
        { align: block === 'center' ? 'center' : 'auto' },
      );
    else table.current?.querySelector(`[data-index="${next}"]`)?.scrollIntoView({ block });
  };
  const goTo = (next: number, block: 'nearest' | 'center' = 'nearest') => {
    setHere(next);
    show(next, block);
  };
  const move = (by: number) => goTo(Math.max(0, Math.min(sorted.length - 1, here + by)));
  const landedAt = landed == null ? -1 : sorted.findIndex((row) => keyOf(row) === landed);
  useEffect(() => {
    if (landedAt < 0) return;
    goTo(landedAt, 'center');
    // What stands above or beside may take its place only now: the row is brought into view again once it has.
    const settled = window.setTimeout(() => show(landedAt, 'center'), SETTLES);
    return () => window.clearTimeout(settled);
    // Only when a row is landed on: moving on from it by keys is left alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [landed, landedAt]);
  const open = (row: Row | undefined) => {
    const path = row === undefined ? null : to?.(row);
    if (path) void navigate(path);
  };
  const toggle = (key: string) => {
    const next: Sort = sort?.key !== key ? { key, down: false } : sort.down ? null : { key, down: true };
    if (elsewhere) elsewhere.onSort(next && `${next.down ? '-' : ''}${next.key}`);
    else setSort(next);
  };
  const choose = (row: Row) => {
    const key = keyOf(row);
    const keys = new Set(chosen!.keys);
    if (!keys.delete(key)) keys.add(key);
    chosen!.onChoose(keys);
  };
  const allChosen = chosen !== undefined && rows.length > 0 && rows.every((row) => chosen.keys.has(keyOf(row)));
  const width = columns.length + (chosen ? 1 : 0);
  useKeys(
    to
      ? [
          { press: 'j', does: 'next row', act: () => move(1) },
          { press: 'k', does: 'row before', act: () => move(-1) },
          { press: 'Enter', does: 'open the row', act: () => open(sorted[here]) },
          ...rowKeys.map(({ act, ...key }) => ({ ...key, act: () => sorted[here] !== undefined && act(sorted[here]) })),
          ...(chosen ? [{ press: 'x', does: 'choose the row', act: () => sorted[here] !== undefined && choose(sorted[here]) }] : []),
        ]
      : [],
  );
  const style = (column: Column<Row>) => `${column.figure ? 'n' : ''} ${column.wide ? 'max-md:hidden' : ''} ${column.className ?? ''}`;
  if (rows.length === 0) return <div className="sheet px-4 py-5 text-table text-soft">{empty ?? 'Nothing here yet.'}</div>;
  return (
    <div className="sheet">
      <table ref={table} className="ledger" aria-label={label} aria-rowcount={rows.length + 1}>
        <thead className="stuck">
          <tr>
            {chosen && (
              <th scope="col" className="w-6 max-md:hidden">
                <input
                  type="checkbox"
                  aria-label="Choose all that are shown"
                  checked={allChosen}
                  onChange={() => chosen.onChoose(allChosen ? new Set() : new Set(rows.map(keyOf)))}
                />
              </th>
            )}
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
              <td colSpan={width} className="border-0 p-0" style={{ height: before }} />
            </tr>
          )}
          {shown.map((index) => {
            const line = lines[index]!;
            if ('group' in line) {
              return (
                <tr key={`group ${line.group}`} className="grp">
                  <th colSpan={width} scope="colgroup">
                    {line.group}
                  </th>
                </tr>
              );
            }
            const path = to?.(line.row) ?? null;
            return (
              <RowPart
                key={keyOf(line.row)}
                of={line.row}
                data-index={line.index}
                aria-rowindex={line.index + 2}
                className={`${path ? 'opens' : ''} ${line.index === here ? 'here' : ''}`}
                onClick={() => open(line.row)}
              >
                {chosen && (
                  <td className="max-md:hidden" onClick={(event) => event.stopPropagation()}>
                    <input
                      type="checkbox"
                      aria-label={`Choose ${chosen.nameOf(line.row)}`}
                      checked={chosen.keys.has(keyOf(line.row))}
                      onChange={() => choose(line.row)}
                    />
                  </td>
                )}
                {columns.map((column) => (
                  <td key={column.key} className={style(column)}>
                    {column.cell(line.row)}
                  </td>
                ))}
              </RowPart>
            );
          })}
          {after > 0 && (
            <tr aria-hidden>
              <td colSpan={width} className="border-0 p-0" style={{ height: after }} />
            </tr>
          )}
          {total && (
            <tr className="total">
              {chosen && <td className="max-md:hidden" />}
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
