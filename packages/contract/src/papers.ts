import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsNotEmpty, IsUUID, Matches } from 'class-validator';
import { PAPERS_CAME, type PapersCame } from '@steady/core/papers';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

/** A place where papers of clients lie. */
export class AddPlace {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the place a name, for example "Shelf 4".' })
  @IsLine(80, 'A place')
  name: string;
}

/** Papers of a client that came. */
export class TakeInPapers {
  @LeftOut()
  @IsUUID()
  jobId?: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what came: "a blue folder with receipts".' })
  @IsText(300, 'What came')
  what: string;

  @IsIn(PAPERS_CAME, { message: 'Say how they came.' })
  came: PapersCame;

  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A name')
  broughtBy?: string;

  @IsUUID(undefined, { message: 'Choose where they lie.' })
  placeId: string;

  /** Things that were asked for and are among them. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(100)
  @IsUUID(undefined, { each: true })
  itemIds?: string[];
}

export class MovePapers {
  @IsUUID(undefined, { message: 'Choose where they lie.' })
  placeId: string;
}

/** The papers were given back. */
export class GiveBack {
  @Trimmed()
  @IsNotEmpty({ message: 'Say who fetched them.' })
  @IsLine(120, 'A name')
  to: string;
}

/** Packets that are printed, or were posted. */
export class ThesePackets {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one.' })
  @ArrayMaxSize(200, { message: 'Choose 200 at most at once.' })
  @IsUUID(undefined, { each: true })
  askIds: string[];
}

/** A meeting at the office, to sign say. */
export class Appoint {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what it is for.' })
  @IsLine(100, 'What it is for')
  what: string;

  @IsDay({ message: 'Give the day.' })
  on: string;

  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'Give a time on the 24-hour clock, for example 14:30.' })
  at: string;

  @LeftOut()
  @IsUUID()
  withId?: string;
}

export interface PlaceView {
  id: string;
  name: string;
  /** How many papers lie there. */
  papers: number;
  isRetired: boolean;
}

export interface PapersView {
  id: string;
  /** On the slip that the client gets. */
  number: number;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  what: string;
  came: PapersCame;
  broughtBy: string | null;
  at: string;
  by: string;
  placeId: string;
  place: string;
  givenBackAt: string | null;
  givenBackTo: string | null;
}

/** Something that goes to a client on paper: a packet that asks, or a letter that asks again. */
export interface PacketView {
  askId: string;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  title: string;
  kind: 'packet' | 'follow-up';
  /** The lines of the address; empty where none is known. */
  address: string[];
  things: string[];
  printedAt: string | null;
  /** On its return label. */
  code: string | null;
}

/** What a code on a return label leads to. */
export interface PacketFound {
  clientId: string;
  jobId: string | null;
}

declare module './today' {
  interface TodayView {
    /** How many packets and letters wait to be printed and posted. */
    toPrint: number;
  }
}
