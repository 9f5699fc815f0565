import 'reflect-metadata';
import { ArrayMaxSize, IsArray, IsNotEmpty, IsString, IsUUID, MaxLength, ValidateNested } from 'class-validator';
import { Type } from 'class-transformer';
import type { About } from '@steady/core/own-details';
import { Address } from './contacts';
import { IsDay, IsLine, IsMail, IsTelephone, IsText, LeftOut, Trimmed } from './checks';
import { Versioned } from './versioned';

/** What somebody says of themselves: what is left out is taken away. */
export class ProposePerson {
  @Trimmed()
  @IsNotEmpty({ message: 'Give an address: without one we cannot write to you.' })
  @IsMail({ message: 'This is not a complete email address.' })
  @IsLine(200, 'An address')
  email: string;

  @Trimmed()
  @LeftOut()
  @IsTelephone('01 555 0142')
  phone?: string;

  @Trimmed()
  @LeftOut()
  @IsTelephone('085 555 0142')
  mobile?: string;

  @LeftOut()
  @ValidateNested()
  @Type(() => Address)
  address?: Address;

  @LeftOut()
  @IsDay({ message: 'Give the last day on which you are away.' })
  awayUntil?: string;

  /** In their own words. */
  @Trimmed()
  @LeftOut()
  @IsText(1_000, 'A note')
  note?: string;
}

/** What somebody says of a client they act for. */
export class ProposeForClient {
  @IsUUID()
  clientId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the name.' })
  @IsLine(160, 'A name')
  name: string;

  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A trade')
  trade?: string;

  @LeftOut()
  @ValidateNested()
  @Type(() => Address)
  address?: Address;

  @Trimmed()
  @LeftOut()
  @IsText(1_000, 'A note')
  note?: string;
}

/** Which of the proposed details are taken over; of the others is said why not. */
export class DecideDetails extends Versioned {
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(40, { each: true })
  keys: string[];

  @Trimmed()
  @LeftOut()
  @IsText(1_000, 'A reason')
  reason?: string;
}

/** What became of what they proposed last. */
export interface ProposedBefore {
  at: string;
  /** "Email, Telephone" */
  what: string;
  decidedAt: string | null;
  /** All of it, a part, or nothing was taken over. */
  taken: 'all' | 'part' | 'nothing' | null;
  reason: string | null;
}

export interface OwnDetails {
  me: {
    name: string;
    email: string | null;
    phone: string | null;
    mobile: string | null;
    address: Address | null;
    awayUntil: string | null;
    before: ProposedBefore | null;
  };
  clients: { id: string; name: string; trade: string | null; address: Address | null; before: ProposedBefore | null }[];
}

/** A proposal that waits for somebody, as a line. */
export interface ProposedLine {
  id: string;
  at: string;
  by: string;
  clientId: string;
  client: string;
  contactId: string;
  about: About;
  what: string;
}

export interface ProposedView extends ProposedLine {
  version: number;
  note: string | null;
  changes: { key: string; label: string; before: string | null; after: string | null }[];
  decidedAt: string | null;
  decidedBy: string | null;
  reason: string | null;
}

declare module './today' {
  interface TodayView {
    proposedDetails: First<ProposedLine>;
  }
}
