import { IsIn, IsNotEmpty } from 'class-validator';
import { IDENTITY_WAYS, type IdentityConfirmed, type IdentityWay } from '@steady/core/identities';
import { IsDay, IsLine, IsNotBefore, LeftOut, Trimmed } from './checks';

/** That the identity of a person was confirmed: which papers were seen, or who checked. */
export class NoteIdentity {
  @IsIn(IDENTITY_WAYS, { message: 'Say how it was confirmed.' })
  way: IdentityWay;

  @Trimmed()
  @IsNotEmpty({ message: 'Say which papers were seen, or who checked.' })
  @IsLine(120, 'What was seen')
  what: string;

  /** The number of the paper or of the check. */
  @Trimmed()
  @LeftOut()
  @IsLine(60, 'A number')
  number?: string;

  @IsDay({ message: 'Give the day on which it was confirmed.' })
  on: string;

  @LeftOut()
  @IsDay({ message: 'Give the last day on which it is good, or leave it empty.' })
  @IsNotBefore('on', { message: 'It cannot end before it was confirmed.' })
  goodUntil?: string;
}

export interface IdentityView extends IdentityConfirmed {
  id: string;
  number: string | null;
  /** Good on the day on which it is looked at. */
  isGood: boolean;
}
