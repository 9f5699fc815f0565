import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsNotEmpty, IsObject, IsString } from 'class-validator';
import type { Field, Filter } from '@steady/core/lists';
import { IsLine, LeftOut, Trimmed } from './checks';

/** What there are lists of, to save. */
export const LISTS_OF = ['clients', 'jobs', 'documents', 'missing', 'signatures'] as const;
export type ListOf = (typeof LISTS_OF)[number];

export type ListValue = string | number | boolean | string[] | null;

/** A page of a list. */
export interface Listed<Row> {
  rows: Row[];
  more: boolean;
  /** How many there are in all; counted for the first page only. */
  total: number | null;
  /** The list as a sentence. */
  said: string;
}

/** Where a row stands in a list, counted from nought. */
export interface ListPlace {
  id: string;
  place: number;
}

export interface ListFieldsView {
  fields: Field[];
  saved: SavedListView[];
}

/** A list added up by one of its fields. */
export interface ListTotals {
  by: string;
  said: string;
  rows: ListPart[];
  /** Of the whole list: a row with several labels is counted once here. */
  total: number;
  sums: Record<string, number>;
}

/** What has one value: a month as "2026-03", a person by id. */
export interface ListPart {
  value: ListValue;
  /** The name of a person. */
  words: string | null;
  count: number;
  sums: Record<string, number>;
}

export class SaveList {
  @IsIn(LISTS_OF)
  of: ListOf;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the list a name.' })
  @IsLine(60, 'A name')
  name: string;

  /** For everybody in the firm, or for oneself. */
  @IsBoolean()
  shared: boolean;

  @IsArray()
  @ArrayMaxSize(20)
  filters: Filter[];

  @IsArray()
  @ArrayMaxSize(40)
  @IsString({ each: true })
  columns: string[];

  @LeftOut()
  @IsLine(80, 'A sort')
  sort?: string;

  /** What else stands in the address of the list. */
  @LeftOut()
  @IsObject()
  more?: Record<string, string>;
}

export interface SavedListView {
  id: string;
  name: string;
  shared: boolean;
  filters: Filter[];
  columns: string[];
  sort: string | null;
  more: Record<string, string>;
}

/** Where a name stands; nothing when none is called that. */
export type PlaceFound = ListPlace | Record<string, never>;
