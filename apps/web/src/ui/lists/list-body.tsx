import { addressOf } from '../../app/api';
import type { ReactNode } from 'react';
import type { Field } from '@steady/core/lists';
import { counted } from '@steady/core/words';
import { useAct } from '../../app/use-act';
import { type Column, LedgerTable } from '../ledger-table';
import { LandOn, NameFilter } from '../page';
import { ColumnChooser } from './column-chooser';
import { Export } from '../export';
import { FilterLine, type PageFilters } from './filter-line';
import type { ListState } from './list-state';
import { AddUpBy, TotalsTable, figureInWords, headOf } from './totals';
import type { ListedRow, Listing } from './use-listing';
import { ValueCell } from './value-cell';

/** The line above a list: to find and land, filters in words, what it is added up by, columns, and the list as a file. */
export function ListTools<Row extends ListedRow>({ of, state, noun, filters }: { of: Listing<Row>; state: ListState; noun: string; filters?: PageFilters }) {
  const file = (kind: 'csv' | 'xlsx') => addressOf(of.routes.file, { ...of.query, by: state.by, kind });
  return (
    <span className="flex w-full flex-wrap items-baseline gap-x-[22px] gap-y-2">
      {state.by === null && <LandOn find={of.placeOf} onLand={of.landOn} />}
      <NameFilter find={state.find} onFind={(find) => state.set({ find })} />
      {of.fields.length > 0 && <FilterLine fields={of.fields} filters={state.filters} page={filters} onChange={(next) => state.set({ filters: next })} />}
      <span className="ml-auto flex items-baseline gap-4 max-md:hidden">
        {of.fields.length > 0 && (
          <>
            <AddUpBy fields={of.fields} state={state} noun={noun} />
            <ColumnChooser fields={of.fields} columns={state.columns} onChange={(columns) => state.set({ columns })} />
          </>
        )}
        <Export files={{ CSV: file('csv'), XLSX: file('xlsx') }} />
      </span>
    </span>
  );
}

interface BodyProps<Row extends ListedRow> {
  of: Listing<Row>;
  state: ListState;
  label: string;
  /** What one row is. */
  noun: string;
  /** Columns that always stand first. */
  first: Column<Row>[];
  /** A column that always stands last: what can be done to a row. */
  last?: Column<Row>;
  /** The cell of a field that wants to be read in its own way; others are shown by their kind. */
  cell?: Partial<Record<string, (row: Row) => ReactNode>>;
  /** Fields that stay on a phone; the others are left out there. */
  phone: readonly string[];
  to(row: Row): string;
  group?(row: Row): string;
  groupActs?(first: Row): ReactNode;
  nameOf(row: Row): string;
  /** What can be done to rows that are chosen; without it none can be. */
  onChange?(): void;
  /** Rows can be chosen, and the page itself says what can be done to them. */
  chooses?: boolean;
  /** What else can be done to them. */
  also?: readonly { words: string; act(): void }[];
  empty: ReactNode;
}

/** A list itself: rows with the columns chosen, further pages as one goes, rows chosen together; or what it adds up to. */
export function ListBody<Row extends ListedRow>({
  of,
  state,
  label,
  noun,
  first,
  last,
  cell = {},
  phone,
  to,
  group,
  groupActs,
  nameOf,
  onChange,
  chooses,
  also = [],
  empty,
}: BodyProps<Row>) {
  const { act, busy } = useAct();
  if (state.by !== null) return of.fields.length > 0 && <TotalsTable of={of} state={state} noun={noun} />;
  if (!of.ready) return null;
  const shown = state.columns.flatMap((key) => of.fields.filter((field) => field.key === key && !first.some((column) => column.key === key)));
  const column = (field: Field): Column<Row> => ({
    key: field.key,
    head: headOf(field),
    cell: cell[field.key] ?? ((row) => <ValueCell field={field} value={row.values[field.key] ?? null} />),
    sort: () => null,
    figure: ['money', 'number', 'hours'].includes(field.kind) || field.key === 'number',
    wide: !phone.includes(field.key),
  });
  const figures = shown.filter((field) => field.kind === 'money' || field.kind === 'hours');
  const sum = (field: Field) => of.rows.reduce((total, row) => total + Number(row.values[field.key] ?? 0), 0);
  const sums = Object.fromEntries(figures.map((field) => [field.key, figureInWords(field, sum(field))]));
  const { chosen } = of;
  return (
    <>
      {chosen.size > 0 && onChange && (
        <p className="mb-2 flex flex-wrap items-baseline gap-4 border border-kelp bg-kelp-tint px-3 py-1.5 text-table" role="status">
          <b>{counted(chosen.size, noun)} chosen</b>
          {chosen.size < of.total && (
            <button className="lnk" disabled={busy} onClick={() => void act(of.chooseAllFound)}>
              Choose all {of.total} found
            </button>
          )}
          <button className="lnk" onClick={() => of.onChoose(new Set())}>
            Choose none
          </button>
          <span className="ml-auto flex flex-wrap gap-3">
            {also.map(({ words, act: does }) => (
              <button key={words} className="act-quiet" onClick={does}>
                {words}
              </button>
            ))}
            <button className="act-quiet" onClick={onChange}>
              Change {chosen.size === 1 ? 'it' : 'them'}
            </button>
          </span>
        </p>
      )}
      <LedgerTable
        label={label}
        columns={[...first, ...shown.map(column), ...(last ? [last] : [])]}
        rows={of.rows}
        keyOf={(row) => row.id}
        to={to}
        group={group}
        groupActs={groupActs}
        landed={of.landed}
        sorted={{ by: state.sort, onSort: (sort) => state.set({ sort }) }}
        chosen={onChange || chooses ? { keys: chosen, onChoose: of.onChoose, nameOf } : undefined}
        total={figures.length > 0 && of.rows.length > 1 && !of.more ? { [first[0]!.key]: counted(of.rows.length, noun), ...sums } : undefined}
        empty={empty}
      />
      <div ref={of.end} />
    </>
  );
}
