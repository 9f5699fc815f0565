import { IsIn, IsOptional, IsUUID } from 'class-validator';
import { RHYTHMS, type RhythmName } from '@steady/core/calendar';
import { IsDay, IsMoney, IsText, Trimmed } from './checks';

export class AddServiceLine {
  @IsUUID(undefined, { message: 'Choose a service.' })
  serviceId: string;

  @Trimmed()
  @IsOptional()
  @IsText(120, 'A name')
  name?: string;

  @IsIn(RHYTHMS, { message: 'Choose how often the work recurs.' })
  rhythm: RhythmName;

  @IsMoney(0)
  fee: number;

  @IsDay()
  startsOn: string;

  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  preparerId?: string;
}

export interface ServiceView {
  id: string;
  name: string;
  shortName: string;
  defaultFee: number;
  defaultRhythm: RhythmName;
  rhythms: RhythmName[];
  ruleName: string;
  authority: string;
  procedureName: string;
  phases: string[];
  leadDays: number;
  targetDays: number;
  lines: number;
}

export interface ServiceLineView {
  id: string;
  serviceId: string;
  name: string;
  service: string;
  rhythm: RhythmName;
  fee: number;
  perYear: number;
  preparerId: string | null;
  startsOn: string;
}
