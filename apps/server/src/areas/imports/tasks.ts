import type { DetailField } from '@steady/core/details';
import type { KnownClient, SortedRow, Verdict } from '@steady/core/importing';
import type { Decision } from '@steady/contract/imports';
import type { FirmOfFile } from '@steady/core/facts';
import { heavyTask } from '../../platform/heavy';

type Values = Record<string, unknown>;

/** A file that was read: its rows in parts, as the database takes them. */
export interface ReadFile {
  headings: string[];
  samples: string[][];
  rows: number;
  /** Each a JSON list of rows. */
  parts: string[];
}

/** What rows are compared with, and as what their columns are taken. */
export interface Comparison {
  /** Each a JSON list of rows. */
  parts: string[];
  mapping: (string | null)[];
  firm: FirmOfFile;
  details: DetailField[];
  known: KnownClient[];
}

/** A row with what is shown of it. */
export interface ShownRow extends SortedRow {
  /** What stands first in it, where it has no name. */
  first: string;
  /** What stands in the cells that could not be read, by column. */
  texts: Record<number, string>;
}

/** Rows of a file that are written together. */
export interface ImportLot {
  fresh: Values[];
  changed: { clientId: string; values: Values }[];
}

export interface ImportPlan {
  fresh: number;
  changed: number;
  left: number;
  /** How many rows each has, and the JSON of it. */
  lots: { size: number; text: string }[];
}

/** A spreadsheet, a file of text or cards as rows. */
export const ReadTable = heavyTask<{ bytes: Uint8Array; name: string }, ReadFile>('read table');
/** What each row is: how many of each kind, and the first of each kind. */
export const SortRows = heavyTask<Comparison, { counts: Record<Verdict['kind'], number>; shown: ShownRow[] }>('sort rows');
/** What of a file is written, in lots. */
export const PlanImport = heavyTask<Comparison & { decisions: Decision[] }, ImportPlan>('plan import');
