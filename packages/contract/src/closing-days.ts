import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsNotEmpty, ValidateNested } from 'class-validator';
import { IsDay, IsText, Trimmed } from './checks';
import { Versioned } from './versioned';

/** A day on which the firm is closed besides public holidays. */
export class ClosingDay {
  @IsDay()
  day: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say why, in a word or two.' })
  @IsText(80, 'A reason')
  name: string;
}

/** All closing days of the firm as they are to be. */
export class KeepClosingDays extends Versioned {
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => ClosingDay)
  days: ClosingDay[];
}

export interface ClosingDays {
  own: ClosingDay[];
  /** Public holidays of the next twenty-four months. */
  holidays: ClosingDay[];
  version: number;
}
