import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import useSWRInfinite from 'swr/infinite';
import type { Field } from '@steady/core/lists';
import type { ListFieldsView, ListPlace, ListTotals, ListValue, Listed, PlaceFound, SavedListView } from '@steady/contract/lists';
import type { ListQuery } from '@steady/contract/queries';
import type { FileSent, Route } from '@steady/contract/route';
import { type ProblemError, addressOf, read, useData, whenRefreshed } from '../../app/api';
import type { ListState } from './list-state';

export interface ListedRow {
  id: string;
  values: Record<string, ListValue>;
}

/** A list with its pages as they are fetched, what can be shown of it, and what is chosen of it. */
export interface Listing<Row extends ListedRow> {
  routes: ListRoutes;
  /** What the list is asked for. */
  query: Record<string, string>;
  rows: Row[];
  ready: boolean;
  more: boolean;
  total: number;
  said: string;
  error: ProblemError | undefined;
  fields: Field[];
  saved: SavedListView[];
  landed: string | null;
  chosen: ReadonlySet<string>;
  onChoose(keys: ReadonlySet<string>): void;
  /** Where a name stands in the list; null when nothing found. */
  placeOf(name: string): Promise<ListPlace | null>;
  landOn(place: ListPlace): void;
  chooseAllFound(): Promise<void>;
  /** Stands after the last row: when it comes near, the next page is fetched. */
  end: RefObject<HTMLDivElement | null>;
}

/** The routes of one list. */
export interface ListRoutes {
  list: ListRoute<unknown>;
  ids: ListRoute<string[]>;
  place: ListRoute<PlaceFound>;
  sums: ListRoute<ListTotals>;
  fields: Route<string, void, void, ListFieldsView>;
  file: Route<`${string}:kind`, void, ListQuery, FileSent>;
}
/** Each list may ask for more than all lists do. */
type ListRoute<Answer> = Route<string, void, ListQuery, Answer>;

/** @param narrowed what the page itself asks of the list. */
export function useListing<Row extends ListedRow>(routes: ListRoutes, state: ListState, narrowed: Record<string, string> = {}): Listing<Row> {
  const query = { ...narrowed, ...state.query };
  const { data: known } = useData(routes.fields);
  const { data, error, size, setSize, mutate } = useSWRInfinite<Listed<Row>, ProblemError>(
    (index: number, before: Listed<Row> | null) => {
      if (state.by !== null || (before && !before.more)) return null;
      const from = before ? index * before.rows.length : 0;
      return addressOf(routes.list, { ...query, from: from > 0 && from });
    },
    { keepPreviousData: true },
  );
  useEffect(() => whenRefreshed(() => mutate(), routes.list.shows), [mutate, routes]);
  const [landed, setLanded] = useState<string | null>(null);
  const [chosen, onChoose] = useState<ReadonlySet<string>>(new Set());
  // What is chosen is what is seen: another search or filter begins the choice anew.
  const found = JSON.stringify({ ...narrowed, find: state.find, filters: state.filters });
  const [chosenOf, setChosenOf] = useState(found);
  if (chosenOf !== found) {
    setChosenOf(found);
    onChoose(new Set());
  }
  const rows = useMemo(() => data?.flatMap((page) => page.rows) ?? [], [data]);
  const more = data?.at(-1)?.more ?? false;
  const end = useRef<HTMLDivElement>(null);
  // The next page is fetched before its place comes into view.
  useEffect(() => {
    if (!end.current || !more) return;
    const watcher = new IntersectionObserver((seen) => seen.some((one) => one.isIntersecting) && void setSize(size + 1), { rootMargin: '2000px' });
    watcher.observe(end.current);
    return () => watcher.disconnect();
  }, [more, size, setSize]);
  return {
    query,
    routes,
    rows,
    more,
    error,
    landed,
    chosen,
    onChoose,
    end,
    ready: data !== undefined && known !== undefined,
    total: data?.[0]?.total ?? 0,
    said: data?.[0]?.said ?? '',
    fields: known?.fields ?? [],
    saved: known?.saved ?? [],
    placeOf: async (name) => {
      const found = await read(routes.place, { ...query, name });
      return 'id' in found ? (found as ListPlace) : null;
    },
    landOn: ({ id, place }) => {
      setLanded(id);
      // The pages before the row are fetched with it: a list has no holes.
      const pages = Math.floor(place / (data?.[0]?.rows.length || 1)) + 1;
      if (pages > size) void setSize(pages);
    },
    chooseAllFound: async () => onChoose(new Set(await read(routes.ids, query))),
  };
}
