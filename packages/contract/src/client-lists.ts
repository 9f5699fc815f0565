import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayNotEmpty, IsArray, IsIn, IsInt, IsObject, IsString, IsUUID, MaxLength, Min, ValidateNested } from 'class-validator';
import { LeftOut } from './checks';
import type { DetailValue } from '@steady/core/details';
import { type LegalForm, type Standing, type Way, WAYS } from '@steady/core/clients';
import type { ListValue, Listed } from './lists';

/** A row of the list of clients: what it is, and a value for each column asked for. */
export interface ClientRow {
  id: string;
  name: string;
  standing: Standing;
  legalForm: LegalForm;
  values: Record<string, ListValue>;
}

export type ClientList = Listed<ClientRow>;

/** Columns shown until somebody chooses others. */
export const USUAL_COLUMNS = ['kind', 'way', 'due', 'dueWhat', 'openJobs', 'waits', 'wip', 'unpaid', 'manager'] as const;

/** What is changed on many clients at once; only what is given. */
export class BulkChange {
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(10)
  @IsString({ each: true })
  @MaxLength(40, { each: true })
  addLabels?: string[];

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(10)
  @IsString({ each: true })
  removeLabels?: string[];

  @LeftOut()
  @IsUUID()
  partnerId?: string;

  @LeftOut()
  @IsUUID()
  managerId?: string;

  @LeftOut()
  @IsUUID()
  preparerId?: string;

  @LeftOut()
  @IsIn(WAYS)
  way?: Way;

  @LeftOut()
  @IsObject()
  details?: Record<string, DetailValue>;
}

export class ChangeMany {
  @IsArray()
  @ArrayNotEmpty({ message: 'Choose at least one client.' })
  @ArrayMaxSize(5_000)
  @IsUUID(undefined, { each: true })
  clientIds: string[];

  @ValidateNested()
  @Type(() => BulkChange)
  change: BulkChange;
}

export interface BulkPreview {
  /** What will be changed, in a sentence. */
  said: string;
  /** Clients that change, each with what stands before and after; the rest stays as it is. */
  rows: { clientId: string; name: string; changes: { field: string; before: string; after: string }[] }[];
  unchanged: number;
}

export interface BulkOutcome {
  id: string | null;
  said: string;
}

/** Two records of one client become one. */
export class MergeClients {
  @IsUUID(undefined, { message: 'Choose the other record.' })
  otherId: string;

  @IsInt()
  @Min(1)
  version: number;

  @IsInt()
  @Min(1)
  otherVersion: number;

  /** Facts to take from the other record where the two differ. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  take: string[];
}

export interface MergePreview {
  kept: { id: string; name: string; version: number };
  going: { id: string; name: string; version: number };
  differs: { key: string; name: string; kept: string; going: string }[];
  filled: { name: string; value: string }[];
  moves: { what: string; count: number }[];
  warnings: string[];
}
