import { useLocation } from 'react-router';
import { type Field, addsUp, amountIn, filterOfPart, lowerFirst, partInWords, partsOf } from '@steady/core/lists';
import { formatHours, formatMoney } from '@steady/core/money';
import { capital, counted } from '@steady/core/words';
import type { ListPart } from '@steady/contract/lists';
import { ChoiceInput } from '../choice-input';
import { useData } from '../../app/api';
import { type Column, LedgerTable } from '../ledger-table';
import type { ListState } from './list-state';
import type { ListedRow, Listing } from './use-listing';

/** By which field the list is added up, or that it is not. */
export function AddUpBy({ fields, state, noun }: { fields: Field[]; state: ListState; noun: string }) {
  return (
    <label className="flex items-baseline gap-1.5">
      Show
      <ChoiceInput
        aria-label="What the list shows"
        className="border-b border-soft bg-transparent text-ink"
        value={state.by ?? ''}
        onChange={({ target }) => state.set({ by: target.value || null })}
      >
        <option value="">each {noun}</option>
        {fields
          .filter((field) => partsOf(field.kind) && field.key !== 'number')
          .map((field) => (
            <option key={field.key} value={field.key}>
              sums by {lowerFirst(field.name)}
            </option>
          ))}
      </ChoiceInput>
    </label>
  );
}

/** The head of a field's column, with the currency of amounts. */
export const headOf = (field: Field) => (field.currency ? `${field.name}, ${field.currency}` : field.name);

/** A figure as its kind is written, with the sign and unit where its heading does not say it. */
export const figureInWords = (field: Field, value: number) =>
  field.kind === 'money' ? formatMoney(amountIn(field, value)) : field.kind === 'hours' ? formatHours(value) : String(value);

/** What a list adds up to by one of its fields: a row for each value, its share as a bar, the figures among the columns, and the way to the rows behind it. */
export function TotalsTable<Row extends ListedRow>({ of, state, noun }: { of: Listing<Row>; state: ListState; noun: string }) {
  const { pathname } = useLocation();
  const { data, error } = useData(of.routes.sums, { ...of.query, by: state.by! });
  const by = of.fields.find((field) => field.key === state.by);
  if (error) return <p className="text-table text-rust">{error.message}</p>;
  if (!data || !by) return null;
  const figures = of.fields.filter((field) => field.key in data.sums && addsUp(field.kind));
  const largest = Math.max(1, ...data.rows.map((row) => row.count));
  const columns: Column<ListPart>[] = [
    {
      key: 'value',
      head: by.name,
      cell: (row) => <span className={row.value === null ? 'text-soft' : 'font-semibold'}>{partInWords(by, row.value as string | null, row.words)}</span>,
      sort: (row) => (row.value === null ? null : partInWords(by, row.value as string, row.words)),
    },
    { key: 'count', head: `${capital(noun)}s`, figure: true, cell: (row) => row.count, sort: (row) => row.count },
    {
      key: 'share',
      head: `Share of ${data.total}`,
      wide: true,
      className: 'w-[28%]',
      cell: (row) => (
        <span className="flex items-center gap-2">
          <span className="h-2 bg-kelp" style={{ width: `${(70 * row.count) / largest}%` }} />
          <span className="text-soft">{Math.round((100 * row.count) / data.total)} %</span>
        </span>
      ),
    },
    ...figures.map((field): Column<ListPart> => ({
      key: field.key,
      head: headOf(field),
      figure: true,
      cell: (row) => figureInWords(field, row.sums[field.key] ?? 0),
      sort: (row) => row.sums[field.key] ?? 0,
    })),
  ];
  const rowsBehind = (row: ListPart) => {
    const { by: _, ...more } = state.more;
    const filters = JSON.stringify([...state.filters, filterOfPart(by, row.value as string | null)]);
    return `${pathname}?${new URLSearchParams({ ...more, ...(state.find ? { find: state.find } : {}), filters, columns: state.columns.join(','), ...(state.sort ? { sort: state.sort } : {}) }).toString()}`;
  };
  return (
    <>
      <p className="mb-2 text-table text-soft">
        {counted(data.total, noun)} added up by {lowerFirst(by.name)}. {by.kind === 'labels' && `A ${noun} with several labels is counted under each. `}
        {figures.length === 0 && 'Choose columns with figures to see their sums. '}
        <button className="lnk" onClick={() => state.set({ by: null })}>
          Show each {noun}
        </button>
      </p>
      <LedgerTable
        label={`Added up by ${by.name}`}
        columns={columns}
        rows={data.rows}
        keyOf={(row) => String(row.value)}
        to={rowsBehind}
        total={{
          value: 'In all',
          count: data.total,
          ...Object.fromEntries(figures.map((field) => [field.key, figureInWords(field, data.sums[field.key] ?? 0)])),
        }}
        empty={`No ${noun} matches. Remove a filter.`}
      />
    </>
  );
}
