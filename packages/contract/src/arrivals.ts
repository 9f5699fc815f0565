import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsBoolean, IsIn, IsNotEmpty, IsString, IsUUID, Matches, MaxLength, ValidateBy } from 'class-validator';
import { type ArrivalStanding, whyNotAddress } from '@steady/core/arrivals';
import { IsLine, IsMail, IsText, LeftOut, Trimmed } from './checks';
import { Versioned } from './versioned';

/** What the firm's public page says, and who takes what is left there. */
export class KeepDropOff extends Versioned {
  @IsBoolean()
  isOn: boolean;

  @Trimmed()
  @IsNotEmpty({ message: 'Write a few words to those who come.' })
  @IsText(1_500, 'What it says')
  welcome: string;

  /** Lines below one another. */
  @Trimmed()
  @LeftOut()
  @IsText(400, 'The hours')
  hours?: string;

  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one of us: nobody else reads it.' })
  @ArrayMaxSize(20, { message: 'Choose 20 people at most.' })
  @IsUUID(undefined, { each: true })
  memberIds: string[];
}

/** The last part of the page's address, chosen once. */
export class ChooseDropOffAddress {
  @Trimmed()
  @IsString({ message: 'Give the address.' })
  @ValidateBy({
    name: 'isDropOffAddress',
    validator: {
      validate: (value: unknown) => typeof value === 'string' && whyNotAddress(value) === null,
      defaultMessage: (of) => (typeof of?.value === 'string' ? whyNotAddress(of.value) : null) ?? 'Give the address as text.',
    },
  })
  address: string;

  @Equals(true, { message: 'Tick that you know that it stays.' })
  knowsThatItStays: boolean;
}

export interface DropOffView {
  version: number;
  /** Null until it is chosen. */
  address: string | null;
  /** What its address could be. */
  suggested: string;
  isOn: boolean;
  welcome: string;
  hours: string | null;
  memberIds: string[];
  members: { id: string; name: string }[];
  /** Until when it takes nothing, because too much came at once; ISO moment. */
  shutUntil: string | null;
}

/** What a visitor leaves. */
export class LeaveHere {
  @Trimmed()
  @IsNotEmpty({ message: 'Give your name.' })
  @IsLine(120, 'A name')
  name: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give your email address: the code goes there.' })
  @IsMail({ message: 'This is not a complete email address.' })
  @IsLine(200, 'An address')
  email: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write what it is about.' })
  @IsText(5_000, 'A message')
  message: string;

  /** A field that people do not see. */
  @LeftOut()
  @IsString()
  @MaxLength(200)
  website?: string;

  /** The work that a browser did for it, as text. */
  @IsString()
  @IsNotEmpty({ message: 'Wait until your browser is ready, and send it again.' })
  @MaxLength(4_000)
  proof: string;
}

export class DropOffCode {
  @Trimmed()
  @IsString({ message: 'Type the six digits of the code.' })
  @Matches(/^\d{3} ?\d{3}$/, { message: 'Type the six digits of the code.' })
  code: string;
}

/** Work for a browser, as the library that checks it wants it. */
export interface Puzzle {
  challenge: string;
}

/** Something that was sent from this device. */
export interface SentHere {
  id: string;
  at: string;
  name: string;
  /** Covered but for what tells whose it is. */
  email: string;
  /** The code is still to be entered. */
  waitsForCode: boolean;
  message: string;
  files: { id: string; name: string; bytes: number }[];
  /** More files can be added to it. */
  takesFiles: boolean;
}

/** The public page as a visitor sees it. */
export interface DropOffDoor {
  firm: string;
  welcome: string;
  hours: string | null;
  isOn: boolean;
  hasLogo: boolean;
  zone: string;
  today: string;
  mostFiles: number;
  mostBytes: number;
  sent: SentHere[];
}

export const ARRIVAL_VIEWS = ['open', 'filed', 'refused'] as const;
export type ArrivalsOf = (typeof ARRIVAL_VIEWS)[number];

export class ArrivalsAsked {
  @LeftOut()
  @IsIn(ARRIVAL_VIEWS)
  view?: ArrivalsOf;

  /** The last of the page before. */
  @LeftOut()
  @IsUUID()
  before?: string;
}

export interface ArrivalLine {
  id: string;
  at: string;
  name: string;
  email: string;
  files: number;
  standing: ArrivalStanding;
  holder: string | null;
  client: string | null;
}

/** Somebody known by the address that was confirmed. */
export interface KnownVisitor {
  contactId: string;
  name: string;
  /** The name that was given may be theirs. */
  mayBe: boolean;
  clients: { id: string; name: string }[];
}

export interface ArrivalView extends ArrivalLine {
  version: number;
  message: string;
  /** Words and files were destroyed, or moved on. */
  isEmptied: boolean;
  sent: { id: string; name: string; bytes: number; documentId: string | null }[];
  known: KnownVisitor[];
  /** Others that came from the same address. */
  others: ArrivalLine[];
  holderId: string | null;
  members: { id: string; name: string }[];
  clientId: string | null;
  conversationId: string | null;
  decidedAt: string | null;
  decidedBy: string | null;
  reason: string | null;
  /** Until when it can be taken back, ISO day. */
  keptUntil: string | null;
}

export class TakeArrival extends Versioned {
  /** Whoever has it from now on; nobody where it is left out: it is there for all again. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose who has it from now on.' })
  memberId?: string;
}

/** Somebody else has it from now on. */
export class GiveArrival extends Versioned {
  @IsUUID(undefined, { message: 'Choose who has it from now on.' })
  memberId: string;
}

/** Where an arrival belongs. */
export class FileArrival extends Versioned {
  @IsUUID(undefined, { message: 'Choose the client.' })
  clientId: string;

  /** Whose it is: somebody of the client, with whom a private conversation opens. */
  @LeftOut()
  @IsUUID()
  contactId?: string;

  /** The visitor becomes a person of the client, who comes into the portal for it. */
  @LeftOut()
  @IsBoolean()
  addPerson?: boolean;

  @LeftOut()
  @IsUUID()
  folderId?: string;
}

/** The visitor becomes a prospect of the firm. */
export class ProspectFromArrival extends Versioned {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of the client.' })
  @IsLine(160, 'A name')
  name: string;

  /** Somebody known by that address. */
  @LeftOut()
  @IsUUID()
  knownId?: string;
}

export class RefuseArrival extends Versioned {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why: it stays with the arrival.' })
  @IsText(600, 'A reason')
  reason: string;

  /** What the visitor is written; nothing goes out where it is left out. */
  @Trimmed()
  @LeftOut()
  @IsText(2_000, 'A message')
  tell?: string;
}

/** Where it lies from now on; no conversation opens where nobody of the client left it. */
export interface FiledArrival {
  clientId: string;
  conversationId: string | null;
}

declare module './today' {
  interface TodayView {
    arrivals: First<ArrivalLine>;
    /** Until when the drop-off page takes nothing; null where it does. */
    dropOffShutUntil: string | null;
  }
}
