import { IsInt, IsNotEmpty, IsOptional, Min } from 'class-validator';
import type { ObligationStatus } from '@steady/core/obligations';
import type { Workings } from '@steady/core/workings';
import { IsDay, IsText, Trimmed } from './checks';

export interface ObligationView {
  id: string;
  version: number;
  clientId: string;
  client: string;
  service: string;
  serviceId: string;
  /** "VAT return, Mar-Apr 2026" */
  name: string;
  periodEnd: string;
  dueOn: string;
  targetOn: string;
  beginsOn: string;
  status: ObligationStatus;
  /** The date that the rule gave, where more time was given; and on what reference. */
  extendedFrom: string | null;
  extensionReference: string | null;
  notRequiredReason: string | null;
  receipt: string | null;
  filedAt: string | null;
  authority: string;
  workings: Workings;
  jobId: string | null;
  jobNumber: number | null;
  jobStatus: string | null;
  phase: string | null;
  waitingSince: string | null;
  tasks: number;
  tasksDone: number;
  who: string | null;
}

export interface RibbonCell {
  count: number;
  filed: number;
  overdue: number;
}

export interface AlmanacView {
  weeks: { week: string; workingDays: number; booked: number; room: number }[];
  rows: { serviceId: string; service: string; cells: RibbonCell[] }[];
  total: number;
  overdue: number;
  soonNotBegun: number;
  /** Overdue and not filed from before the ribbon's first week: always shown, whatever the range. */
  earlierOverdue: number;
}

/** More time that the law offers for a deadline. */
export interface OfferedExtension {
  to: string;
  name: string;
  asks: string | null;
  workings: Workings;
}

export class ExtendObligation {
  @IsDay({ message: 'Give the day to which it is put off.' })
  to: string;

  @Trimmed()
  @IsOptional()
  @IsText(120, 'A reference')
  reference?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class SetObligationAside {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is not required: whoever comes after you will want to know.' })
  @IsText(300, 'A reason')
  reason: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class ReopenObligation {
  @IsInt()
  @Min(1)
  version: number;
}
