import { type ComponentType, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys';
import { Head, PlainRow, Room, type RowProps, Total, styleOf } from './ledger-parts';
import { type Column, type SortedElsewhere, linesOf, useInSight, useSorted } from './use-ledger';

export type { RowProps } from './ledger-parts';
export type { Column } from './use-ledger';

interface Chosen<Row> {
  keys: ReadonlySet<string>;
  onChoose(keys: ReadonlySet<string>): void;
  nameOf(row: Row): string;
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
  /** What stands behind the heading of a group, by its first row: how it stands, what can be done. */
  groupActs?(first: Row): ReactNode;
  sorted?: SortedElsewhere;
  /** Rows that are chosen, by key, and what to do when that changes. */
  chosen?: Chosen<Row>;
  /** The key of the row that was gone to by its name. */
  landed?: string | null;
  /** Cells of the total line by column key. */
  total?: Record<string, ReactNode>;
  empty?: ReactNode;
}

/** Milliseconds after which a page stands still that has just come. */
const SETTLES = 250;

/** A ledger: hairlines, sticky head, figures at the right, group headings, a total under a double rule. `j` and `k` move, Enter opens. */
export function LedgerTable<Row>(props: Props<Row>) {
  const { label, columns, rows, keyOf, to, group, groupActs, rowKeys = [], RowPart = PlainRow, chosen, landed, total, empty } = props;
  const navigate = useNavigate();
  const [here, setHere] = useState(-1);
  const table = useRef<HTMLTableElement>(null);
  const { rows: sorted, isSorted, way, toggle } = useSorted(columns, rows, props.sorted);
  const lines = useMemo(() => linesOf(sorted, isSorted ? undefined : group), [sorted, group, isSorted]);
  const { shown, before, after, show } = useInSight(lines, table);
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
  const open = (row: Row) => {
    const path = to?.(row);
    if (path) void navigate(path);
  };
  const choose = (row: Row) => {
    const keys = new Set(chosen!.keys);
    if (!keys.delete(keyOf(row))) keys.add(keyOf(row));
    chosen!.onChoose(keys);
  };
  const onHere = (act: (row: Row) => void) => () => {
    if (sorted[here] !== undefined) act(sorted[here]);
  };
  const keys = [
    { press: 'j', does: 'next row', act: () => move(1) },
    { press: 'k', does: 'row before', act: () => move(-1) },
    { press: 'Enter', does: 'open the row', act: onHere(open) },
    ...rowKeys.map(({ act, ...key }) => ({ ...key, act: onHere(act) })),
    ...(chosen ? [{ press: 'x', does: 'choose the row', act: onHere(choose) }] : []),
  ];
  useKeys(to ? keys : []);
  if (rows.length === 0) return <div className="sheet px-4 py-5 text-table text-soft">{empty ?? 'Nothing here yet.'}</div>;
  const width = columns.length + (chosen ? 1 : 0);
  return (
    <div className="sheet">
      <table ref={table} className="ledger" aria-label={label} aria-rowcount={rows.length + 1}>
        <thead className="stuck">
          <tr>
            {chosen && <ChooseAll of={chosen} keys={rows.map(keyOf)} />}
            {columns.map((column) => (
              <Head key={column.key} of={column} way={way(column.key)} onToggle={() => toggle(column.key)} />
            ))}
          </tr>
        </thead>
        <tbody>
          <Room width={width} height={before} />
          {shown.map((index) => {
            const line = lines[index]!;
            if ('group' in line) {
              return (
                <tr key={`group ${line.group}`} className="grp">
                  <th colSpan={width} scope="colgroup" className="whitespace-normal">
                    {groupActs ? (
                      <span className="flex flex-wrap items-baseline gap-x-4">
                        {line.group}
                        {groupActs(line.first)}
                      </span>
                    ) : (
                      line.group
                    )}
                  </th>
                </tr>
              );
            }
            return (
              <RowPart
                key={keyOf(line.row)}
                of={line.row}
                data-index={line.index}
                aria-rowindex={line.index + 2}
                className={`${to?.(line.row) ? 'opens' : ''} ${line.index === here ? 'here' : ''}`}
                onClick={() => open(line.row)}
              >
                {chosen && (
                  <td className="choose" onClick={(event) => event.stopPropagation()}>
                    <label>
                      <input
                        type="checkbox"
                        aria-label={`Choose ${chosen.nameOf(line.row)}`}
                        checked={chosen.keys.has(keyOf(line.row))}
                        onChange={() => choose(line.row)}
                      />
                    </label>
                  </td>
                )}
                {columns.map((column) => (
                  <td key={column.key} className={styleOf(column)}>
                    {column.cell(line.row)}
                  </td>
                ))}
              </RowPart>
            );
          })}
          <Room width={width} height={after} />
          {total && <Total columns={columns} of={total} indent={chosen !== undefined} />}
        </tbody>
      </table>
    </div>
  );
}

function ChooseAll<Row>({ of, keys }: { of: Chosen<Row>; keys: readonly string[] }) {
  const all = keys.every((key) => of.keys.has(key));
  return (
    <th scope="col" className="choose w-6">
      <label>
        <input type="checkbox" aria-label="Choose all that are shown" checked={all} onChange={() => of.onChoose(all ? new Set() : new Set(keys))} />
      </label>
    </th>
  );
}
