import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsString,
  IsUUID,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { type ClientFacts, type ClientFactsGiven, LEGAL_FORMS, type LegalForm, STANDINGS, type Standing, enteredFacts } from '@steady/core/clients';
import { DETAIL_KINDS, type DetailField, type DetailKind, type DetailValue } from '@steady/core/details';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsMail, IsText, LeftOut, Trimmed, TrimmedToSome, WantedIf } from './checks';
import { ContactInput, type ContactView } from './contacts';
import { wholeInput } from './facts-input';

/** The facts that a sheet gives of a client, as the list of facts has them, and the firm's own details. */
export class ClientFactsInput extends wholeInput<ClientFactsGiven>(enteredFacts) {
  /** By the id of the detail. */
  @LeftOut()
  @IsObject()
  details?: Record<string, DetailValue>;
}

export class AddClient extends ClientFactsInput {
  /** A prospect thinks about becoming a client; an active client is one already. */
  @LeftOut()
  @IsIn(['prospect', 'active'])
  standing?: 'prospect' | 'active';

  @ValidateNested()
  @Type(() => ContactInput)
  @LeftOut()
  contact?: ContactInput;
}

/** A client in passing: enough to go on with; the facts are completed later. */
export class AddInPassing {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of the client.' })
  @IsLine(160, 'A name')
  name: string;

  @Trimmed()
  @LeftOut()
  @IsMail({ message: 'This is not a complete email address.' })
  @IsLine(200, 'An address')
  email?: string;

  /** Somebody known to the firm by that address, who is linked in place of a new person. */
  @LeftOut()
  @IsUUID()
  knownId?: string;

  /** It is another person than those known by this address. */
  @LeftOut()
  @IsBoolean()
  another?: boolean;
}

export class ChangeClient extends ClientFactsInput {
  /** The version that was shown; a change made meanwhile by somebody else is not overwritten. */
  @IsInt()
  @Min(1)
  version: number;
}

export class DetailFieldInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the detail a name.' })
  @IsLine(60, 'A name')
  name: string;

  @IsIn(DETAIL_KINDS, { message: 'Choose what kind of value it has.' })
  kind: DetailKind;

  @WantedIf((o: DetailFieldInput) => o.kind === 'choice')
  @IsArray()
  @ArrayNotEmpty({ message: 'Give the values to choose from.' })
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  choices?: string[];

  /** Legal forms that have it; none means all. */
  @LeftOut()
  @IsArray()
  @IsIn(LEGAL_FORMS, { each: true })
  forms?: LegalForm[];
}

export type DetailFieldView = DetailField;

export class ChangeClientStatus {
  @IsIn(STANDINGS)
  standing: Standing;

  @IsDay({ message: 'Give the day from which it holds.' })
  on: string;

  @WantedIf((o: ChangeClientStatus) => o.standing === 'former' || o.reason !== undefined)
  @Trimmed()
  @IsNotEmpty({ message: 'Give a reason: colleagues will want to know.' })
  @IsText(300, 'A reason')
  reason?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export const NOTE_KINDS = ['note', 'question', 'phone'] as const;
/** What a colleague is told by what happens to a job: work handed over, work that cannot go on without them, a word of its procedure. */
export const NOTICE_KINDS = ['handed over', 'blocked', 'word'] as const;
export type NoticeKind = (typeof NOTICE_KINDS)[number];
export type NoteKind = (typeof NOTE_KINDS)[number] | NoticeKind;

export class AddNote {
  @IsIn(NOTE_KINDS)
  kind: (typeof NOTE_KINDS)[number];

  @Trimmed()
  @IsNotEmpty({ message: 'Write what is to be known.' })
  @IsText(2_000, 'A note')
  text: string;

  @LeftOut()
  @IsBoolean()
  pinned?: boolean;

  @WantedIf((o: AddNote) => o.kind === 'phone')
  @IsUUID(undefined, { message: 'Choose for whom the phone note is.' })
  forId?: string;
}

export class ChangeNote {
  @LeftOut()
  @IsBoolean()
  pinned?: boolean;

  /** A question answered, or a phone note taken; false opens it again. */
  @LeftOut()
  @IsBoolean()
  done?: boolean;

  /** In other words. What it said before stays in the history. */
  @LeftOut()
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Write what is to be known.' })
  @IsText(2_000, 'A note')
  text?: string;
}

/** Other words for a note. */
export class RewordNote {
  @Trimmed()
  @IsNotEmpty({ message: 'Write what is to be known.' })
  @IsText(2_000, 'A note')
  text: string;
}

/** A detail of the firm's own called otherwise, with other values to choose from. */
export class ChangeDetailField {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the detail a name.' })
  @IsLine(60, 'A name')
  name: string;

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(80, { each: true, message: 'A value has at most 80 letters.' })
  choices?: string[];
}

export interface NoteView {
  id: string;
  clientId: string;
  kind: NoteKind;
  /** The job that a notice is about. */
  jobId: string | null;
  text: string;
  pinned: boolean;
  at: string;
  byName: string;
  forId: string | null;
  doneAt: string | null;
  doneBy: string | null;
}

export interface NotesPage {
  rows: NoteView[];
  more: boolean;
}

/** What was written for one colleague, as it meets its reader on Today. */
export interface NoteForYou extends NoteView {
  client: string;
}

/** A client that may be the same as one that is being written down. */
export interface AlikeClient {
  id: string;
  name: string;
  standing: Standing;
  why: string;
}

export interface ClientView extends ClientFacts {
  id: string;
  version: number;
  number: number;
  related: { id: string; name: string; clients: { id: string; name: string }[] } | null;
  /** Set when the record was found to be another one, and became part of it. */
  mergedInto: { id: string; name: string } | null;
  details: Record<string, DetailValue>;
  notes: NoteView[];
  contacts: ContactView[];
  unpaid: Money | null;
  unpaidSince: string | null;
  wip: Money | null;
  waitingSince: string | null;
  waitingFor: string | null;
  /** A job that stands still, and why. */
  onHold: { jobId: string; name: string; reason: string | null } | null;
}

declare module './today' {
  interface TodayView {
    nobodyToWriteTo: First<{ id: string; name: string }>;
  }
}
