import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Max, Min, ValidateIf, ValidateNested } from 'class-validator';
import { KEPT_KINDS, type KeptKind, MOST_YEARS } from '@steady/core/keeping';
import { IsDay, IsText, LeftOut, Trimmed, WantedIf } from './checks';
import { Versioned } from './versioned';

const YEARS = { message: `Give a number of years from 1 to ${MOST_YEARS}, or keep it for good.` };

/** For how long something is kept after the end of an engagement. */
class Period {
  /** Null: for good. */
  @ValidateIf((_, years) => years !== null)
  @IsInt(YEARS)
  @Min(1, YEARS)
  @Max(MOST_YEARS, YEARS)
  years: number | null;
}

export class KindPeriod extends Period {
  @IsIn(KEPT_KINDS)
  kind: KeptKind;
}

export class FolderPeriod extends Period {
  @IsUUID()
  folderId: string;
}

export class SetPeriods extends Versioned {
  @IsArray()
  @ArrayMaxSize(KEPT_KINDS.length)
  @ValidateNested({ each: true })
  @Type(() => KindPeriod)
  kinds: KindPeriod[];

  /** Folders with a time of their own; the others are as documents. */
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => FolderPeriod)
  folders: FolderPeriod[];
}

export interface PeriodsView {
  version: number;
  kinds: { kind: KeptKind; years: number | null }[];
  /** Every folder of the firm; `own` where it has a time of its own. */
  folders: { folderId: string; name: string; own: boolean; years: number | null }[];
}

/** Things of one client and kind, and of one folder of the firm where they are documents. */
export class KeptThings {
  @IsUUID()
  clientId: string;

  @IsIn(KEPT_KINDS)
  kind: KeptKind;

  /** Null outside the folders of the firm. */
  @ValidateIf((_, id) => id !== null)
  @IsUUID()
  folderId: string | null;
}

export class TheseThings {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one line.' })
  @ArrayMaxSize(500, { message: 'Choose 500 lines at most at once.' })
  @ValidateNested({ each: true })
  @Type(() => KeptThings)
  things: KeptThings[];
}

/** What somebody decided about things whose time is over. */
export class DecideThings extends TheseThings {
  @IsBoolean()
  destroy: boolean;

  /** Through which day they are kept instead. */
  @WantedIf<DecideThings>(({ destroy }) => !destroy)
  @IsDay({ message: 'Give the day through which they are kept.' })
  keepThrough?: string;

  @Trimmed()
  @WantedIf<DecideThings>(({ destroy }) => !destroy)
  @IsNotEmpty({ message: 'Say why they are kept longer.' })
  @IsText(300, 'A reason')
  reason?: string;
}

/** Things whose time is over. */
export interface DueThings {
  clientId: string;
  client: string;
  kind: KeptKind;
  folderId: string | null;
  /** Of documents: where they lie. */
  folder: string | null;
  count: number;
  /** The last day on which they had to be kept. */
  through: string;
  why: string;
}

export interface DecisionView {
  id: string;
  clientId: string;
  client: string;
  kind: KeptKind;
  folder: string | null;
  destroyed: boolean;
  count: number;
  keepThrough: string | null;
  reason: string | null;
  at: string;
  by: string;
}

/** The yearly list: what may be destroyed, and what was decided this year. */
export interface YearlyList {
  year: number;
  due: DueThings[];
  decided: DecisionView[];
}

/** What would be destroyed, and what stays of it and why. */
export interface ThingsLooked {
  goes: number;
  stays: { count: number; why: string }[];
}

/** Everything of a client is kept, whatever the periods say. */
export class HoldThings {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why, for example "inspection of 2024".' })
  @IsText(300, 'A reason')
  reason: string;

  @LeftOut()
  @IsDay()
  until?: string;
}

export interface HoldView {
  id: string;
  clientId: string;
  client: string;
  reason: string;
  until: string | null;
  at: string;
  by: string;
  endedAt: string | null;
  endedBy: string | null;
}

/** What the firm has of one person, by the client it came about. */
export interface PersonsThings {
  what: string;
  clientId: string | null;
  client: string | null;
  count: number;
  /** Why it is not erased now; null where it would be. */
  stays: string | null;
}

export interface PersonsData {
  things: PersonsThings[];
  erasedAt: string | null;
}

declare module './today' {
  interface TodayView {
    /** How many lines of the yearly list wait for somebody to decide; nothing for whoever may not. */
    toDecide: number;
  }
}
