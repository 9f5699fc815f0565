import 'reflect-metadata';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import type { Rhythm } from '@steady/core/calendar';
import type { FeeBand, FeeDriver, FeeRule } from '@steady/core/fees';
import { LINE_ANCHORS, type LineAnchor, type OwnDue } from '@steady/core/obligations';
import type { Money } from '@steady/core/money';
import { IsFigure, IsLine, IsMoney, IsRhythm, IsText, LeftOut, Trimmed } from './checks';
import { Versioned } from './versioned';

class FeeBandInput implements FeeBand {
  @ValidateIf((o: FeeBandInput) => o.upTo !== null)
  @Max(1_000_000)
  @Min(1)
  @IsInt({ message: 'Give a whole number, or nothing for the last band.' })
  upTo: number | null;

  @IsMoney(0)
  each: Money;
}

class FeeDriverInput implements FeeDriver {
  @Matches(/^detail:[0-9a-f-]{36}$/, { message: 'Choose a detail of the client with a number.' })
  fact: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what is counted, for example "people on the payroll".' })
  @IsText(80, 'What is counted')
  name: string;

  @Max(1_000_000)
  @Min(0)
  @IsInt({ message: 'Give a whole number.' })
  included: number;

  @IsArray()
  @ArrayMaxSize(10)
  @ValidateNested({ each: true })
  @Type(() => FeeBandInput)
  bands: FeeBandInput[];
}

export class FeeRuleInput implements FeeRule {
  @IsMoney(0)
  base: Money;

  @IsArray()
  @ArrayMaxSize(6)
  @ValidateNested({ each: true })
  @Type(() => FeeDriverInput)
  drivers: FeeDriverInput[];

  @Transform(({ value }: { value: unknown }) => value ?? null)
  @ValidateIf((o: FeeRuleInput) => o.minimum !== null)
  @IsMoney(0)
  minimum: Money | null = null;

  @Max(100, { message: 'At most 100 %.' })
  @Min(0, { message: 'A discount is not below zero.' })
  @IsFigure(2, { message: 'Give a percentage, for example 10.' })
  discount: number;
}

class OwnDueInput implements OwnDue {
  @Max(400, { message: 'At most 400 days.' })
  @Min(-60, { message: 'At most 60 days before the end.' })
  @IsInt({ message: 'Give a whole number of days; below zero for before the end of the period.' })
  count: number;

  @IsIn(['days', 'working days'])
  unit: 'days' | 'working days';
}

class ProcedureOfRhythm {
  @IsRhythm()
  rhythm: Rhythm;

  @IsUUID(undefined, { message: 'Choose a procedure.' })
  procedureId: string;
}

/** A service as it is worked down on its page; the same for a new one and for a change. */
export class KeepService {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the service a name.' })
  @IsLine(120, 'A name')
  name: string;

  /** Made from the name when it is left out. */
  @Trimmed()
  @LeftOut()
  @IsLine(24, 'A short name')
  shortName?: string;

  @IsBoolean()
  active: boolean;

  @IsBoolean()
  printed: boolean;

  @IsBoolean()
  charged: boolean;

  @Transform(({ value }: { value: unknown }) => value ?? '')
  @IsText(4000, 'The scope')
  @IsString()
  scope: string;

  @IsMoney(0)
  defaultFee: Money;

  @IsOptional()
  @ValidateNested()
  @Type(() => FeeRuleInput)
  feeRule?: FeeRuleInput | null;

  @IsRhythm()
  defaultRhythm: Rhythm;

  @IsOptional()
  @IsRhythm()
  billing?: Rhythm | null;

  @IsArray()
  @ArrayMaxSize(12)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  ruleIds: string[];

  @IsIn(LINE_ANCHORS, { message: 'Choose what the periods are counted by.' })
  anchor: LineAnchor;

  @ValidateNested()
  @Type(() => OwnDueInput)
  ownDue: OwnDueInput;

  @Max(400, { message: 'At most 400 days.' })
  @Min(0, { message: 'Zero or more days.' })
  @IsInt({ message: 'Give a whole number of days.' })
  leadDays: number;

  @Max(120, { message: 'At most 120 working days.' })
  @Min(0, { message: 'Zero or more working days.' })
  @IsInt({ message: 'Give a whole number of working days.' })
  targetDays: number;

  /** More time that the law gives without asking is taken. */
  @LeftOut()
  @IsBoolean()
  takesExtensions?: boolean;

  /** Without one, the work of a period is one task. */
  @Transform(({ value }: { value: unknown }) => value ?? null)
  @ValidateIf((o: KeepService) => o.procedureId !== null)
  @IsUUID(undefined, { message: 'Choose how it is done.' })
  procedureId: string | null = null;

  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => ProcedureOfRhythm)
  procedures: ProcedureOfRhythm[];

  @IsBoolean()
  needsAgent: boolean;

  @IsBoolean()
  needsDigital: boolean;

  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  responsibleId?: string | null;

  /** Which kind of income its work is, for reports. */
  @Trimmed()
  @IsOptional()
  @IsLine(60, 'A kind of income')
  income?: string | null;

  @Trimmed()
  @IsOptional()
  @IsLine(40, 'A code')
  itemCode?: string | null;

  @Trimmed()
  @IsOptional()
  @IsText(2000, 'Advice')
  advice?: string | null;

  /** Of the service that is changed; nothing for a new one. */
  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}

/** All services of the firm in the order in which they are to stand. */
export class OrderServices {
  @IsArray()
  @ArrayMaxSize(500)
  @ArrayUnique()
  @IsUUID(undefined, { each: true })
  ids: string[];
}

/** Takes one of the services that come with the application. */
export class TakeSupplied {
  @IsString()
  @MaxLength(60)
  key: string;
}

export interface ServiceView {
  id: string;
  version: number;
  name: string;
  shortName: string;
  active: boolean;
  printed: boolean;
  charged: boolean;
  scope: string;
  defaultFee: Money | null;
  feeRule: FeeRule | null;
  defaultRhythm: Rhythm;
  billing: Rhythm | null;
  ruleIds: string[];
  /** The filing rules by name, in the same order. */
  rules: { id: string; name: string; authority: string; kind: string; rhythms: string[] }[];
  anchor: LineAnchor;
  ownDue: OwnDue;
  leadDays: number;
  targetDays: number;
  takesExtensions: boolean;
  /** Null where nobody has written how it is done: the work is one task. */
  procedureId: string | null;
  procedureName: string | null;
  phases: string[];
  procedures: { rhythm: Rhythm; procedureId: string }[];
  needsAgent: boolean;
  needsDigital: boolean;
  responsibleId: string | null;
  income: string | null;
  itemCode: string | null;
  advice: string | null;
  lines: number;
}

/** A service that comes with the application, to be taken and changed. */
export interface SuppliedView {
  key: string;
  name: string;
  scope: string;
  rhythm: Rhythm;
  rules: string[];
  phases: string[];
  /** A service of this name is there already. */
  taken: boolean;
}

/** Whether clients read in the portal what each service costs them. */
export class ShownFees extends Versioned {
  @IsBoolean()
  isShown: boolean;
}
