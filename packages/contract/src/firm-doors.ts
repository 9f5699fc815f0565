import { IsBoolean, IsInt, Max, Min } from 'class-validator';
import { IsMail, LeftOut, Trimmed } from './checks';
import { Versioned } from './versioned';

const DAY = 24;

/** How people of the firm come in and for how long, and where its messages come from. */
export class FirmDoors extends Versioned {
  @IsBoolean()
  secondStepRequired: boolean;

  /** Minutes without a sign of life after which somebody has to sign in again. */
  @IsInt({ message: 'Give whole minutes.' })
  @Min(5, { message: 'At least 5 minutes.' })
  @Max(7 * DAY * 60, { message: 'At most a week: 10,080 minutes.' })
  idleMinutes: number;

  /** Hours after which somebody has to sign in again in any case. */
  @IsInt({ message: 'Give whole hours.' })
  @Min(1, { message: 'At least one hour.' })
  @Max(60 * DAY, { message: 'At most 60 days: 1,440 hours.' })
  sessionHours: number;

  @IsInt({ message: 'Give whole minutes.' })
  @Min(5, { message: 'At least 5 minutes.' })
  @Max(7 * DAY * 60, { message: 'At most a week: 10,080 minutes.' })
  adminIdleMinutes: number;

  @IsInt({ message: 'Give whole hours.' })
  @Min(1, { message: 'At least one hour.' })
  @Max(60 * DAY, { message: 'At most 60 days: 1,440 hours.' })
  adminSessionHours: number;

  @Trimmed()
  @LeftOut()
  @IsMail({ message: 'Give the address from which the firm writes.' })
  mailAddress?: string;
}
