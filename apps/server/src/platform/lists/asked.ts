import type { Filter } from '@steady/core/lists';
import type { ListQuery } from '@steady/contract/queries';
import { Problem } from '../http/problem';
import type { ListAsked } from './listing';

function filtersFrom(text: string | undefined): Filter[] {
  if (!text) return [];
  try {
    const filters: unknown = JSON.parse(text);
    if (Array.isArray(filters) && filters.length <= 20 && filters.every((one) => typeof one === 'object' && one !== null)) return filters as Filter[];
  } catch {
    // Said below, with what to do.
  }
  throw Problem.invalid([{ field: 'filters', message: 'These filters cannot be read. Remove them and set them again.' }]);
}

/** What an address asks of a list. */
export function askedFrom({ filters, columns, sort, from }: ListQuery, usual: readonly string[]): ListAsked {
  return { filters: filtersFrom(filters), columns: columns?.split(',').slice(0, 60) ?? [...usual], sort, from: from ? Number(from) : 0 };
}
