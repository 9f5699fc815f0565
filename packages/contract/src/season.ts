import { ArrayMaxSize, ArrayMinSize, IsArray, IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator';
import { BeginWork } from './how-it-begins';
import { IsDay, IsLine, LeftOut, Trimmed } from './checks';
import type { Money } from '@steady/core/money';

export class SeasonAsked {
  @IsUUID(undefined, { message: 'Choose a service.' })
  serviceId: string;

  /** Periods that end on this day or before. */
  @IsDay({ message: 'Give the last day of the periods.' })
  until: string;

  /** Only these clients. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(5000)
  @IsUUID(undefined, { each: true })
  clientIds?: string[];

  /** Only those named here, by name or number, one on each line; the first column of a CSV. */
  @LeftOut()
  @IsString()
  @MaxLength(200_000, { message: 'That is more than this field can hold: 200,000 characters.' })
  text?: string;
}

export interface SeasonRow {
  obligationId: string;
  lineId: string;
  clientId: string;
  client: string;
  name: string;
  periodEnd: string;
  dueOn: string;
  fee: Money | null;
  minutes: number;
  /** Titles of the requests that are asked with each job of its line. */
  asks: string[];
  /** The job that has begun for it already. */
  jobId: string | null;
  jobNumber: number | null;
}

export interface SeasonPreview {
  rows: SeasonRow[];
  /** Chosen, but nothing of this service is open for them. */
  without: { clientId: string; client: string }[];
  notFound: string[];
}

export class StartSeason extends BeginWork {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one.' })
  @ArrayMaxSize(5000)
  @IsUUID(undefined, { each: true })
  obligationIds: string[];

  /** What it is, for the history: "VAT returns to 30 Apr 2026". */
  @Trimmed()
  @IsNotEmpty()
  @IsLine(160, 'A name')
  what: string;
}

export interface SeasonStartView {
  id: string;
  at: string;
  what: string;
  who: string;
  jobs: number;
  undoneAt: string | null;
}

export interface SeasonBegun {
  id: string;
  begun: number;
  there: number;
}
