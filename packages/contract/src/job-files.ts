import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsInt, IsNotEmpty, IsString, IsUUID, MaxLength, Min, ValidateNested } from 'class-validator';
import type { JobRowRead } from '@steady/core/importing';
import { IsLine, LeftOut, Trimmed } from './checks';
import { BeginWork, HowItBegins } from './how-it-begins';

/** More rows than these are looked at in several files. */
export const MOST_JOB_ROWS = 2_000;

/** For a row in doubt the client, or the line of the client, that is meant. */
class MeantByRow {
  @IsInt()
  @Min(2)
  line: number;

  @IsUUID(undefined, { message: 'Choose a client or a line.' })
  as: string;
}

class RowOfFile {
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(10_000, { each: true })
  cells: string[];
}

/** Rows of a file of jobs as the page holds them: nothing of them is kept on the server. */
export class JobRowsAsked {
  /** For each column what it is; an empty text leaves it out. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  mapping: string[];

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_JOB_ROWS)
  @ValidateNested({ each: true })
  @Type(() => RowOfFile)
  rows: RowOfFile[];

  /** Which line of the file the first of these rows is; the first after the headings is 2. */
  @IsInt()
  @Min(2)
  from: number;

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_JOB_ROWS)
  @ValidateNested({ each: true })
  @Type(() => MeantByRow)
  decisions?: MeantByRow[];
}

/** How the work of one service, or of one procedure, begins. */
class BeginsOf extends BeginWork {
  /** Id of the service or the procedure; "none" for work without one. */
  @IsLine(40, 'An id')
  of: string;

  declare begins?: HowItBegins;
}

/** Begins the new jobs of these rows. Parts of one file begin under one id, and are undone as one. */
export class BeginJobRows extends JobRowsAsked {
  @IsUUID()
  id: string;

  /** What it is, for the history: the name of the file. */
  @Trimmed()
  @IsNotEmpty()
  @IsLine(160, 'A name')
  what: string;

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => BeginsOf)
  begins?: BeginsOf[];
}

/** A file of jobs as it was read. */
export interface JobFile {
  headings: string[];
  rows: string[][];
  mapping: (string | null)[];
  targets: { key: string; name: string }[];
}

export type JobFileRow = JobRowRead;

export interface JobRowsBegun {
  begun: number;
}
