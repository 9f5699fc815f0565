import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { Filter } from '@steady/core/lists';
import type { SavedListView } from '@steady/contract/lists';

/** A list as the address of the page says it: so that it can be sent to a colleague, and gone back to. */
export interface ListState {
  find: string;
  filters: Filter[];
  columns: string[];
  sort: string | null;
  /** The field by which the list is added up; null for the rows themselves. */
  by: string | null;
  /** What else stands in the address: the view, what it is narrowed to, what it is added up by. */
  more: Record<string, string>;
  /** What the server is asked for. */
  query: Record<string, string>;
  set(change: Partial<Pick<ListState, 'find' | 'filters' | 'columns' | 'sort' | 'by'>>): void;
  open(saved: SavedListView | null): void;
}

const OWN = ['find', 'filters', 'columns', 'sort', 'new', 'called', 'open'];

function filtersFrom(text: string | null): Filter[] {
  try {
    const found: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(found) ? (found as Filter[]) : [];
  } catch {
    return [];
  }
}

/** @param usual the columns shown until somebody chooses others. */
export function useListState(usual: readonly string[]): ListState {
  const [search, setSearch] = useSearchParams();
  const text = search.get('filters');
  const filters = useMemo(() => filtersFrom(text), [text]);
  const given = search.get('columns');
  const columns = useMemo(() => (given === null ? [...usual] : given.split(',').filter(Boolean)), [given, usual]);
  const find = search.get('find') ?? '';
  const sort = search.get('sort');
  const by = search.get('by');
  const more = Object.fromEntries([...search].filter(([key]) => !OWN.includes(key)));
  const query: Record<string, string> = {
    ...(find.trim() ? { find: find.trim() } : {}),
    ...(filters.length > 0 ? { filters: JSON.stringify(filters) } : {}),
    columns: columns.join(','),
    ...(sort ? { sort } : {}),
  };
  const write = (next: Pick<ListState, 'find' | 'filters' | 'columns' | 'sort' | 'more'>) =>
    setSearch(
      {
        ...next.more,
        ...(next.find ? { find: next.find } : {}),
        ...(next.filters.length > 0 ? { filters: JSON.stringify(next.filters) } : {}),
        ...(next.columns.join() === usual.join() ? {} : { columns: next.columns.join(',') }),
        ...(next.sort ? { sort: next.sort } : {}),
      },
      { replace: true, preventScrollReset: true },
    );
  return {
    find,
    filters,
    columns,
    sort,
    by,
    more,
    query,
    set: ({ by: nextBy = by, ...change }) => {
      const { by: _, ...rest } = more;
      write({ find, filters, columns, sort, ...change, more: nextBy === null ? rest : { ...rest, by: nextBy } });
    },
    open: (saved) =>
      write(
        saved
          ? { find: '', filters: saved.filters, columns: saved.columns, sort: saved.sort, more: saved.more }
          : { find: '', filters: [], columns: [...usual], sort: null, more: {} },
      ),
  };
}
