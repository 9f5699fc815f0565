import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsNotEmpty, IsString, IsUUID, MaxLength, ValidateNested } from 'class-validator';
import type { TaskRole } from '@steady/core/procedures';
import { IsLine, LeftOut } from './checks';
import { MessageWords } from './post';

const A_PERSON = { message: 'Choose a person of the firm.' };

class PersonOfPhase {
  @IsNotEmpty()
  @IsLine(60, 'A key')
  phaseKey: string;

  @IsUUID(undefined, A_PERSON)
  memberId: string;
}

/** A message of the first phase in other words than those kept; details between braces are filled in for each client. */
class RewordedMessage extends MessageWords {
  /** As `goesOut` names the action. */
  @IsNotEmpty()
  @IsLine(200, 'A key')
  key: string;
}

/** What is settled when work begins: who does it, and what of what would happen at once is left out or worded otherwise. */
export class HowItBegins implements Partial<Record<TaskRole, string>> {
  /** For clients who have nobody in a role. */
  @LeftOut()
  @IsUUID(undefined, A_PERSON)
  preparer?: string;

  @LeftOut()
  @IsUUID(undefined, A_PERSON)
  manager?: string;

  @LeftOut()
  @IsUUID(undefined, A_PERSON)
  partner?: string;

  /** Who answers for single phases. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => PersonOfPhase)
  phases?: PersonOfPhase[];

  /** Keys of automatic actions that are not carried out, as `goesOut` names them. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  leaveOut?: string[];

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => RewordedMessage)
  reworded?: RewordedMessage[];
}

/** A client's deadline whose work begins ahead of its time. */
export class BeginWork {
  @LeftOut()
  @ValidateNested()
  @Type(() => HowItBegins)
  begins?: HowItBegins;
}
