import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsInt, IsString, Matches, Max, MaxLength, Min, ValidateNested } from 'class-validator';
import { LeftOut } from './checks';
import type { CellFault, FieldChange, Verdict } from '@steady/core/importing';

export class SetMapping {
  /** For each column of the file the target it is brought in as; an empty text leaves it out. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  mapping: string[];
}

export class Decision {
  @IsInt()
  @Min(2)
  line: number;

  /** "new", "leave", or the id of the client that the row is. */
  @Matches(/^(new|leave|[0-9a-f-]{36})$/)
  as: string;
}

export class BringIn {
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(50_000)
  @ValidateNested({ each: true })
  @Type(() => Decision)
  decisions?: Decision[];
}

/** A cell of a file, mended on the page. */
export class MendCell {
  @IsInt()
  @Min(2)
  line: number;

  @IsInt()
  @Min(0)
  @Max(199)
  column: number;

  @IsString()
  @MaxLength(2000, { message: 'At most 2,000 characters.' })
  text: string;
}

export interface ImportRow {
  line: number;
  name: string;
  verdict: Verdict;
  /** What a new client gets from the file, by the name of the field. */
  gets: { field: string; value: string }[];
  /** Cells without which the row is taken, with what stands in them. */
  leftOut: (CellFault & { text: string })[];
  /** Changes in words, by the name of the field. */
  changes: { field: string; before: string; after: string }[];
  /** Names of the clients it may be. */
  candidates: { id: string; name: string }[];
}

export interface ImportView {
  id: string;
  file: string;
  at: string;
  by: string;
  headings: string[];
  /** A few values of each column, to recognise it by. */
  samples: string[][];
  mapping: (string | null)[];
  targets: { key: string; name: string }[];
  counts: Record<Verdict['kind'], number>;
  /** Rows of each kind; at most a few hundred of them. */
  rows: ImportRow[];
  /** How far it is, while it is brought in. */
  coming: { done: number; total: number } | null;
  /** What was done, once it was brought in. */
  outcome: string | null;
  bulkId: string | null;
  undone: boolean;
}

export interface ImportLine {
  id: string;
  file: string;
  at: string;
  by: string;
  rows: number;
  outcome: string | null;
  undone: boolean;
}

/** It is brought in by and by, and goes on by itself. */
export interface ImportOutcome {
  said: string;
}

export type { FieldChange };
