import { IsBoolean, IsInt, IsNotEmpty, Max, Min, ValidateBy } from 'class-validator';
import { type Hours, isTimeOfDay } from '@steady/core/pacing';
import { IsText, Trimmed } from './checks';
import { Versioned } from './versioned';

const IsTimeOfDay = () =>
  ValidateBy({
    name: 'isTimeOfDay',
    validator: { validate: isTimeOfDay, defaultMessage: () => 'Give a time of day on the 24-hour clock, for example 08:30.' },
  });

const OpensBeforeItCloses = () =>
  ValidateBy({
    name: 'opensBeforeItCloses',
    validator: {
      validate: (until, given) => typeof until === 'string' && until > (given!.object as Hours).from,
      defaultMessage: () => 'It ends after it begins.',
    },
  });

/** How messages go to clients: how many a day to one person, when, and whether several go as one. */
export class SendingRules extends Versioned {
  @IsInt({ message: 'Give a number from 1 to 50.' })
  @Min(1, { message: 'At least one message a day: otherwise nothing would ever go out.' })
  @Max(50, { message: 'Give a number from 1 to 50.' })
  perDay: number;

  /** On the clock of the firm, "08:30". */
  @IsTimeOfDay()
  from: string;

  @OpensBeforeItCloses()
  @IsTimeOfDay()
  until: string;

  /** What falls together goes as one message, with a heading for each matter. */
  @IsBoolean()
  together: boolean;

  /** Clients are followed up by themselves about what they were asked for. */
  @IsBoolean()
  followsUp: boolean;

  /** Working days after they were written to last. */
  @IsInt({ message: 'Give a number of working days from 1 to 60.' })
  @Min(1, { message: 'Give a number of working days from 1 to 60.' })
  @Max(60, { message: 'Give a number of working days from 1 to 60.' })
  everyDays: number;

  /** So many times; then a task for a person takes its place. */
  @IsInt({ message: 'Give a number from 1 to 20.' })
  @Min(1, { message: 'Give a number from 1 to 20.' })
  @Max(20, { message: 'Give a number from 1 to 20.' })
  most: number;

  /** Bills that are not paid are reminded by the same rules. */
  @IsBoolean()
  remindsOfBills: boolean;

  /** Working days that the work takes before its deadline: records have to be here by then. 0 where nothing was agreed. */
  @IsInt({ message: 'Give a number of working days from 0 to 60.' })
  @Min(0, { message: 'Give a number of working days from 0 to 60.' })
  @Max(60, { message: 'Give a number of working days from 0 to 60.' })
  lateDays: number;

  /** What follows when they come later, as clients read it. */
  @Trimmed()
  @IsNotEmpty({ message: 'Say what was agreed for records that come late: clients read it.' })
  @IsText(300, 'What was agreed')
  consequence: string;
}

/** When a message would go out, and why not before; null for one that goes at its own moment. */
export interface GoesOut {
  at: string;
  why: string | null;
}
