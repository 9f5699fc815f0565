import { IsInt, IsNotEmpty, Max, Min, ValidateBy } from 'class-validator';
import { CLIENT_FACTS } from '@steady/core/clients';
import { isBic, isCreditorId } from '@steady/core/money';
import { IsIban, IsLine, IsText, LeftOut, Trimmed } from './checks';
import { IsFact } from './facts-input';
import { Versioned } from './versioned';

const Is = (isRight: (text: string) => boolean, message: string) =>
  ValidateBy({ name: isRight.name, validator: { validate: (value: unknown) => typeof value === 'string' && isRight(value), defaultMessage: () => message } });

/** Who the firm is on its own paper: what stands on its bills, and how they are paid. */
export class Letterhead extends Versioned {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name under which the firm bills.' })
  @IsLine(120, 'A name')
  name: string;

  /** Lines below one another. */
  @Trimmed()
  @IsNotEmpty({ message: 'Give the address as it is to be printed.' })
  @IsText(300, 'An address')
  address: string;

  @IsFact(CLIENT_FACTS.vatNumber)
  @LeftOut()
  vatNumber?: string;

  @Trimmed()
  @LeftOut()
  @IsIban()
  iban?: string;

  @Trimmed()
  @LeftOut()
  @Is(isBic, 'A bank identifier code (BIC) is 8 or 11 letters and digits, for example TERNIE2D.')
  bic?: string;

  /** Of the firm as a collector of direct debits. */
  @Trimmed()
  @LeftOut()
  @Is(isCreditorId, 'This creditor identifier cannot be right: its check digits do not fit.')
  creditorId?: string;

  @IsInt({ message: 'Give whole days.' })
  @Min(0, { message: 'None, or some days.' })
  @Max(180, { message: 'At most 180 days.' })
  paymentDays: number;

  /** Printed below the total. */
  @Trimmed()
  @LeftOut()
  @IsText(600, 'The terms')
  terms?: string;
}

export interface LetterheadView extends Letterhead {
  /** Tells one logo from another; null where the firm has none. */
  logo: string | null;
}
