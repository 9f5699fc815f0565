import type { Filter } from '@steady/core/lists';
import { IsOptional, IsString, Matches, MaxLength } from 'class-validator';
import { Problem } from '../http/problem';
import type { ListAsked } from './listing';

/** The parts of an address that say which part of a list is wanted, and what is to be seen of it. */
export class ListQuery {
  @IsOptional()
  @IsString()
  @MaxLength(100)
  find?: string;

  /** As JSON. */
  @IsOptional()
  @IsString()
  @MaxLength(8_000)
  filters?: string;

  /** Keys of fields with commas between them. */
  @IsOptional()
  @IsString()
  @MaxLength(4_000)
  columns?: string;

  @IsOptional()
  @IsString()
  @MaxLength(80)
  sort?: string;

  /** How many rows stand before the page. */
  @IsOptional()
  @Matches(/^\d{1,6}$/, { message: 'Say after how many rows.' })
  from?: string;

  /** The field that a list is added up by. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  by?: string;

  /** What somebody types to land on a row. */
  @IsOptional()
  @IsString()
  @MaxLength(100)
  name?: string;
}

function filtersFrom(text: string | undefined): Filter[] {
  if (!text) return [];
  try {
    const filters: unknown = JSON.parse(text);
    if (Array.isArray(filters) && filters.length <= 20 && filters.every((one) => typeof one === 'object' && one !== null)) return filters as Filter[];
  } catch {
    // Said below, with what to do.
  }
  throw Problem.invalid([{ field: 'filters', message: 'These filters cannot be read. Take them away and set them anew.' }]);
}

/** What an address asks of a list. */
export function askedFrom({ filters, columns, sort, from }: ListQuery, usual: readonly string[]): ListAsked {
  return { filters: filtersFrom(filters), columns: columns?.split(',').slice(0, 60) ?? [...usual], sort, from: from ? Number(from) : 0 };
}
