import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import useSWRInfinite from 'swr/infinite';
import { formatMoney } from '@steady/core/money';
import type { BulkOutcome, ClientList, ClientRow, ListFields, ListPlace } from '@steady/contract/client-lists';
import { type ProblemError, read, send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { LandOn, NameFilter, Page } from '../../ui/page';
import { useSay } from '../../ui/toasts';
import { BulkLeaf } from './bulk-leaf';
import { ClientLeaf } from './client-leaf';
import { ColumnChooser } from './column-chooser';
import { FilterLine } from './filter-line';
import { useListState } from './list-state';
import { SavedLists } from './saved-lists';
import { ValueCell } from './value-cell';

/** Every client that the person sees: any fact as column, filtered in words, chosen and changed together. */
export function ClientsPage() {
  const session = useSession();
  const navigate = useNavigate();
  const say = useSay();
  const { act, busy } = useAct();
  const [search, setSearch] = useSearchParams();
  const state = useListState();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [changing, setChanging] = useState(false);
  const [landed, setLanded] = useState<string | null>(null);
  const [done, setDone] = useState<BulkOutcome | null>(null);
  const adding = search.has('new');
  const mayChange = session.may('change clients');
  const { data: known } = useData<ListFields>('/api/clients/fields');
  const { data, error, size, setSize } = useSWRInfinite<ClientList, ProblemError>(
    (index: number, before: ClientList | null) => {
      if (before && !before.more) return null;
      const from = before ? index * before.rows.length : 0;
      return `/api/clients?${state.query}${from > 0 ? `&from=${from}` : ''}`;
    },
    { keepPreviousData: true },
  );
  const rows = useMemo(() => data?.flatMap((page) => page.rows) ?? [], [data]);
  const more = data?.at(-1)?.more ?? false;
  const total = data?.[0]?.total ?? 0;
  const end = useRef<HTMLDivElement>(null);
  // The next page is fetched before its place comes into view.
  useEffect(() => {
    if (!end.current || !more) return;
    const watcher = new IntersectionObserver((seen) => seen.some((one) => one.isIntersecting) && void setSize(size + 1), { rootMargin: '2000px' });
    watcher.observe(end.current);
    return () => watcher.disconnect();
  }, [more, size, setSize]);
  useKeys(mayChange ? [{ press: 'n', does: 'new client', act: () => setSearch({ new: '' }) }] : []);
  const fields = known?.fields ?? [];
  const shown = state.columns.flatMap((key) => fields.filter((field) => field.key === key));
  const columns: Column<ClientRow>[] = [
    {
      key: 'name',
      head: 'Client',
      cell: (row) => (
        <>
          <span className="font-semibold">{row.name}</span>
          {row.standing !== 'active' && <span className="text-soft"> {row.standing}</span>}
        </>
      ),
      sort: () => null,
    },
    ...shown.map((field): Column<ClientRow> => ({
      key: field.key,
      head: field.kind === 'money' ? `${field.name}, ${session.firm.currency}` : field.name,
      cell: (row) => <ValueCell field={field} row={row} />,
      sort: () => null,
      figure: field.kind === 'money' || field.kind === 'number',
      wide: field.key !== 'due',
    })),
  ];
  const money = shown.filter((field) => field.kind === 'money');
  const sums = Object.fromEntries(money.map((field) => [field.key, formatMoney(rows.reduce((sum, row) => sum + Number(row.values[field.key] ?? 0), 0))]));
  const waiting = rows.filter((row) => row.values.waits).length;
  const placeOf = async (name: string) => {
    const found = (await read(`/api/clients/place?${state.query}&name=${encodeURIComponent(name)}`)) as ListPlace | Record<string, never>;
    return 'id' in found ? found : null;
  };
  const landOn = ({ id, place }: ListPlace) => {
    setLanded(id);
    // The pages before the row are fetched with it: a list has no holes.
    const pages = Math.floor(place / (data?.[0]?.rows.length || 1)) + 1;
    if (pages > size) void setSize(pages);
  };
  const ids = [...chosen];
  const chooseAllFound = () => act(async () => setChosen(new Set((await read(`/api/clients/ids?${state.query}`)) as string[])));
  const undo = () =>
    act(async () => {
      say((await send<BulkOutcome>('POST', `/api/clients/bulk/${done!.id}/undo`)).said);
      setDone(null);
    });
  return (
    <Page
      title="Clients"
      sum={
        error ? (
          <span className="text-rust">{error.message}</span>
        ) : (
          data && (
            <>
              {data[0]!.said}
              {state.find.trim() && ` with "${state.find.trim()}" in the name`}: {total}
              {state.columns.includes('waits') && rows.length === total && `; we wait for ${waiting === 0 ? 'none' : waiting} of them`}.
            </>
          )
        )
      }
      tools={
        <>
          <SavedLists saved={known?.saved ?? []} state={state} />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <Link className="act-quiet" to="/clients/import">
                Bring in a file
              </Link>
              <button className="act" onClick={() => setSearch({ new: '' })}>
                Add a client
              </button>
            </span>
          )}
          <span className="flex w-full flex-wrap items-baseline gap-x-[22px] gap-y-2">
            <LandOn find={placeOf} onLand={landOn} />
            <NameFilter find={state.find} onFind={(find) => state.set({ find })} />
            {fields.length > 0 && <FilterLine fields={fields} filters={state.filters} onChange={(filters) => state.set({ filters })} />}
            <span className="ml-auto flex gap-4 max-md:hidden">
              {fields.length > 0 && <ColumnChooser fields={fields} columns={state.columns} onChange={(next) => state.set({ columns: next })} />}
              <a className="lnk" href={`/api/clients/list.csv?${state.query}`}>
                CSV
              </a>
              <a className="lnk" href={`/api/clients/list.xlsx?${state.query}`}>
                XLSX
              </a>
            </span>
          </span>
        </>
      }
    >
      {chosen.size > 0 && (
        <p className="mb-2 flex flex-wrap items-baseline gap-4 border border-kelp bg-kelp-tint px-3 py-1.5 text-table" role="status">
          <b>{chosen.size === 1 ? '1 client' : `${chosen.size} clients`} chosen</b>
          {chosen.size < total && (
            <button className="lnk" disabled={busy} onClick={() => void chooseAllFound()}>
              Choose all {total} found
            </button>
          )}
          <button className="lnk" onClick={() => setChosen(new Set())}>
            Choose none
          </button>
          <button className="act-quiet ml-auto" onClick={() => setChanging(true)}>
            Change them
          </button>
        </p>
      )}
      {done && (
        <p className="mb-2 flex items-baseline gap-4 border border-rule bg-page px-3 py-1.5 text-table" role="status">
          {done.said}
          {done.id && (
            <button className="lnk" disabled={busy} onClick={() => void undo()}>
              Undo
            </button>
          )}
          <button className="lnk ml-auto text-soft" onClick={() => setDone(null)}>
            Good
          </button>
        </p>
      )}
      {data && known && (
        <LedgerTable
          label="Clients"
          columns={columns}
          rows={rows}
          keyOf={(row) => row.id}
          to={(row) => `/clients/${row.id}`}
          landed={landed}
          sorted={{ by: state.sort, onSort: (sort) => state.set({ sort }) }}
          chosen={mayChange ? { keys: chosen, onChoose: setChosen, nameOf: (row) => row.name } : undefined}
          total={money.length > 0 && rows.length > 1 && !more ? { name: `${rows.length} clients`, ...sums } : undefined}
          empty={
            state.find.trim() || state.filters.length > 0
              ? 'No client is found like that. Loosen a filter, or look for a part of the name.'
              : mayChange
                ? 'Clients stand here. Add the first one: a name and its legal form are enough to begin.'
                : 'No client was granted to you yet. A partner or manager can do that.'
          }
        />
      )}
      <div ref={end} />
      <ClientLeaf open={adding} onClose={() => setSearch({}, { replace: true })} onSaved={(id) => void navigate(`/clients/${id}`)} />
      {changing && (
        <BulkLeaf
          clientIds={ids}
          onClose={() => setChanging(false)}
          onDone={(outcome) => {
            setChanging(false);
            setChosen(new Set());
            setDone(outcome);
          }}
        />
      )}
    </Page>
  );
}
