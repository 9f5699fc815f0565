import { type ColumnDef, type SortingState, createSortedRowModel, rowSortingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, type RefObject, useMemo, useState } from 'react';
import { type Money, compareMoney, isMoney, moneyInWords } from '@steady/core/money';

export type Sorted = string | number | Money | null;

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

/** Sorted elsewhere: the field it is sorted by, a minus before it for downwards, and what to do when another is asked for. */
export interface SortedElsewhere {
  by: string | null;
  onSort(by: string | null): void;
}

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });
type Features = typeof features;

const asText = (value: string | number | Money): string => (isMoney(value) ? moneyInWords(value) : String(value));

/** Sums by their amount, figures by their size, everything else as words. */
function compare(a: string | number | Money, b: string | number | Money): number {
  if (isMoney(a) && isMoney(b)) return compareMoney(a, b);
  return typeof a === 'number' && typeof b === 'number' ? a - b : asText(a).localeCompare(asText(b));
}

const asSorting = (by: string | null): SortingState => (by === null ? [] : [{ id: by.replace(/^-/, ''), desc: by.startsWith('-') }]);

/** The rows of a ledger in the order they are shown, and how each column is sorted: up, down, not. What is not known stands last either way. */
export function useSorted<Row>(columns: readonly Column<Row>[], rows: readonly Row[], elsewhere: SortedElsewhere | undefined) {
  const [own, setOwn] = useState<SortingState>([]);
  const sorting = useMemo(() => (elsewhere ? asSorting(elsewhere.by) : own), [elsewhere, own]);
  const defined = useMemo(
    () =>
      columns.map((column): ColumnDef<Features, { of: Row }> => ({
        id: column.key,
        accessorFn: (row) => column.sort?.(row.of) ?? undefined,
        enableSorting: column.sort !== undefined,
        sortDescFirst: false,
        sortUndefined: 'last',
        sortFn: (a, b, id) => compare(a.getValue(id), b.getValue(id)),
      })),
    [columns],
  );
  const data = useMemo(() => rows.map((of) => ({ of })), [rows]);
  const table = useTable<Features, { of: Row }>({
    features,
    columns: defined,
    data,
    state: { sorting },
    manualSorting: elsewhere !== undefined,
    enableMultiSort: false,
    onSortingChange: (change) => {
      const [next] = typeof change === 'function' ? change(sorting) : change;
      if (elsewhere) elsewhere.onSort(next ? `${next.desc ? '-' : ''}${next.id}` : null);
      else setOwn(next ? [next] : []);
    },
  });
  return {
    rows: table.getRowModel().rows.map((row) => row.original.of),
    isSorted: sorting.length > 0,
    /** Upwards, downwards or not at all. */
    way: (key: string) => table.getColumn(key)?.getIsSorted() ?? false,
    toggle: (key: string) => table.getColumn(key)?.toggleSorting(),
  };
}

export type Line<Row> = { group: string; first: Row } | { row: Row; index: number };

/** Rows with the headings of the groups they stand in; rows come in the order of their groups. */
export function linesOf<Row>(rows: readonly Row[], group: ((row: Row) => string) | undefined): Line<Row>[] {
  const lines: Line<Row>[] = [];
  let last: string | null = null;
  rows.forEach((row, index) => {
    const name = group ? group(row) : null;
    if (name !== null && name !== last) lines.push({ first: row, group: name });
    last = name;
    lines.push({ row, index });
  });
  return lines;
}

/** Lines above which only those in sight are put on the page. */
const MANY = 150;
/** Pixels of a line, before it is measured. */
const HEIGHT = 31;

/** Which lines are put on the page, with the pixels that the others take above and below; and how to bring one into sight. */
export function useInSight<Row>(lines: readonly Line<Row>[], table: RefObject<HTMLTableElement | null>) {
  const many = lines.length > MANY;
  const virtual = useWindowVirtualizer({
    count: many ? lines.length : 0,
    estimateSize: () => HEIGHT,
    overscan: 20,
    scrollMargin: table.current?.offsetTop ?? 0,
  });
  const items = virtual.getVirtualItems();
  const margin = virtual.options.scrollMargin;
  const show = (index: number, block: 'nearest' | 'center') => {
    if (many)
      virtual.scrollToIndex(
        lines.findIndex((line) => 'row' in line && line.index === index),
        { align: block === 'center' ? 'center' : 'auto' },
      );
    else table.current?.querySelector(`[data-index="${index}"]`)?.scrollIntoView({ block });
  };
  if (!many) return { shown: lines.map((_, index) => index), before: 0, after: 0, show };
  return {
    shown: items.map((item) => item.index),
    before: (items[0]?.start ?? 0) - margin,
    after: virtual.getTotalSize() - ((items.at(-1)?.end ?? 0) - margin),
    show,
  };
}
