import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { Filter } from '@steady/core/lists';
import { type SavedListView, USUAL_COLUMNS } from '@steady/contract/client-lists';

/** A list of clients as the address of the page says it: so that it can be sent to a colleague, and gone back to. */
export interface ListState {
  find: string;
  filters: Filter[];
  columns: string[];
  sort: string | null;
  /** The part of the address of the list on the server. */
  query: string;
  set(change: Partial<Pick<ListState, 'find' | 'filters' | 'columns' | 'sort'>>): void;
  open(saved: SavedListView | null): void;
}

function filtersFrom(text: string | null): Filter[] {
  try {
    const found: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(found) ? (found as Filter[]) : [];
  } catch {
    return [];
  }
}

export function useListState(): ListState {
  const [search, setSearch] = useSearchParams();
  const text = search.get('filters');
  const filters = useMemo(() => filtersFrom(text), [text]);
  const given = search.get('columns');
  const columns = useMemo(() => (given === null ? [...USUAL_COLUMNS] : given.split(',').filter(Boolean)), [given]);
  const find = search.get('find') ?? '';
  const sort = search.get('sort');
  const query = new URLSearchParams({
    find: find.trim(),
    ...(filters.length > 0 ? { filters: JSON.stringify(filters) } : {}),
    columns: columns.join(','),
    ...(sort ? { sort } : {}),
  }).toString();
  const write = (next: { find: string; filters: Filter[]; columns: string[]; sort: string | null }) =>
    setSearch(
      {
        ...(next.find ? { find: next.find } : {}),
        ...(next.filters.length > 0 ? { filters: JSON.stringify(next.filters) } : {}),
        ...(next.columns.join() === USUAL_COLUMNS.join() ? {} : { columns: next.columns.join(',') }),
        ...(next.sort ? { sort: next.sort } : {}),
      },
      { replace: true, preventScrollReset: true },
    );
  return {
    find,
    filters,
    columns,
    sort,
    query,
    set: (change) => write({ find, filters, columns, sort, ...change }),
    open: (saved) =>
      write(
        saved
          ? { find: '', filters: saved.filters, columns: saved.columns, sort: saved.sort }
          : { find: '', filters: [], columns: [...USUAL_COLUMNS], sort: null },
      ),
  };
}
