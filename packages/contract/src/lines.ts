import { ArrayMaxSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsString, IsUUID, MaxLength, Min } from 'class-validator';
import type { Rhythm } from '@steady/core/calendar';
import { LINE_ANCHORS, type LineAnchor, type Pause } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsMoney, IsNotBefore, IsRhythm, IsText, LeftOut, Trimmed } from './checks';

export const PERMISSION_KINDS = ['agent', 'digital'] as const;
export type PermissionKind = (typeof PERMISSION_KINDS)[number];

/** What a client agrees of a service. */
export class LineInput {
  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A name')
  name?: string;

  @IsRhythm()
  rhythm: Rhythm;

  /** Left out by whoever may not see fees: it stays as it is, or is what the service asks. */
  @LeftOut()
  @IsMoney(0)
  fee?: Money;

  @IsDay()
  startsOn: string;

  @LeftOut()
  @IsIn(LINE_ANCHORS, { message: 'Choose what the periods are counted by.' })
  anchor?: LineAnchor;

  @LeftOut()
  @IsDay({ message: 'Give the last day of one of the periods.' })
  anchorOn?: string;

  @LeftOut()
  @IsDay()
  @IsNotBefore('startsOn', { message: 'It ends after it starts.' })
  endsOn?: string;

  @LeftOut()
  @IsBoolean()
  cutShort?: boolean;

  @LeftOut()
  @IsRhythm()
  billing?: Rhythm;

  /** The filing rules it answers for; those of the service that no other line of the client answers for, when left out. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(12)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  ruleIds?: string[];

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  preparerId?: string;
}

export class AddServiceLine extends LineInput {
  @IsUUID(undefined, { message: 'Choose a service.' })
  serviceId: string;
}

export class ChangeServiceLine extends LineInput {
  @IsInt()
  @Min(1)
  version: number;
}

export class PauseLine {
  @IsDay({ message: 'Give the first day on which it rests.' })
  from: string;

  @LeftOut()
  @IsDay()
  @IsNotBefore('from', { message: 'It rests until a later day.' })
  until?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class ResumeLine {
  @IsDay({ message: 'Give the day on which it resumes.' })
  on: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class StopLine {
  @IsDay({ message: 'Give the last day for which the client has it.' })
  endsOn: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give a reason for stopping: colleagues will want to know.' })
  @IsText(300, 'A reason')
  reason: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class KeepPermission {
  @IsUUID()
  serviceId: string;

  @IsIn(PERMISSION_KINDS)
  kind: PermissionKind;

  @LeftOut()
  @IsDay()
  askedOn?: string;

  @LeftOut()
  @IsDay()
  @IsNotBefore('askedOn', { message: 'It is given on or after the day on which it was asked for.' })
  givenOn?: string;

  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A reference')
  reference?: string;
}

export interface ServiceLineView {
  id: string;
  version: number;
  serviceId: string;
  name: string;
  service: string;
  rhythm: Rhythm;
  anchor: LineAnchor;
  anchorOn: string | null;
  cutShort: boolean;
  /** Null for whoever may not see fees. */
  fee: Money | null;
  billing: Rhythm | null;
  charged: boolean;
  perYear: Money | null;
  preparerId: string | null;
  startsOn: string;
  endsOn: string | null;
  endReason: string | null;
  pauses: Pause[];
  ruleIds: string[];
  rules: string[];
  needsAgent: boolean;
  needsDigital: boolean;
  permissions: PermissionView[];
}

export interface PermissionView {
  kind: PermissionKind;
  askedOn: string | null;
  givenOn: string | null;
  reference: string | null;
}

/** The fee that a service proposes for a client, and how it comes about. */
export interface FeeProposal {
  fee: Money;
  workings: Workings | null;
  lacking: string[];
}

/** What the firm does for a client, as its people read it in the portal. */
export interface PortalServices {
  clientId: string;
  client: string;
  services: PortalService[];
}

export interface PortalService {
  id: string;
  name: string;
  scope: string;
  rhythm: Rhythm;
  startsOn: string;
  endsOn: string | null;
  /** It rests until that day, or until further notice where that is empty. */
  rests: { until: string | null } | null;
  /** Null where the firm does not show fees, or not to them. */
  fee: Money | null;
  billing: Rhythm | null;
}
