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
  Matches,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { DETAIL_KINDS, type DetailField, type DetailKind, type DetailValue } from '@steady/core/details';
import { IsDay, IsIban, IsLine, IsMail, IsMonthDay, IsNotBefore, IsText, LeftOut, Trimmed, WantedIf } from './checks';
import { Address, ContactInput, type ContactView } from './contacts';

export const LEGAL_FORMS = ['company', 'co-operative', 'charity', 'partnership', 'sole trader', 'person', 'not known'] as const;
export type LegalForm = (typeof LEGAL_FORMS)[number];
export const VAT_GROUPS = ['Jan-Feb', 'Feb-Mar'] as const;
export type VatGroup = (typeof VAT_GROUPS)[number];
export const WAYS = ['online', 'paper'] as const;
export type Way = (typeof WAYS)[number];
export const PAYMENT_METHODS = ['bank transfer', 'direct debit', 'card', 'cash or cheque'] as const;
export type PaymentMethod = (typeof PAYMENT_METHODS)[number];
export const STANDINGS = ['prospect', 'active', 'former'] as const;
export type Standing = (typeof STANDINGS)[number];

/** The facts that rules are computed from. */
export class ClientFactsInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of the client.' })
  @IsLine(160, 'A name')
  name: string;

  @IsIn(LEGAL_FORMS, { message: 'Choose the legal form.' })
  legalForm: LegalForm;

  @WantedIf((o: ClientFactsInput) => o.legalForm === 'company' || o.legalForm === 'co-operative' || o.legalForm === 'charity' || !!o.yearEnd)
  @IsMonthDay({ message: 'Choose the day on which its year ends.' })
  yearEnd?: string;

  @IsBoolean()
  vatRegistered: boolean;

  @WantedIf((o: ClientFactsInput) => o.vatRegistered)
  @IsIn(VAT_GROUPS, { message: 'Choose the two-month group, it decides the periods of the VAT return.' })
  vatGroup?: VatGroup;

  @Trimmed()
  @LeftOut()
  @Matches(/^[A-Z]{2}[ ]?[0-9A-Z+*]{7,12}$/, { message: 'A VAT number is two letters and 7 to 12 digits or letters, for example IE9990001A.' })
  vatNumber?: string;

  /** From when and until when it is registered for VAT; without a day, as far as anybody knows. */
  @LeftOut()
  @IsDay()
  vatFrom?: string;

  @LeftOut()
  @IsDay()
  @IsNotBefore('vatFrom', { message: 'A registration ends after it begins.' })
  vatUntil?: string;

  @IsBoolean()
  employer: boolean;

  @LeftOut()
  @IsDay()
  employerFrom?: string;

  @LeftOut()
  @IsDay()
  @IsNotBefore('employerFrom', { message: 'A registration ends after it begins.' })
  employerUntil?: string;

  @Trimmed()
  @LeftOut()
  @IsMonthDay({ message: 'Choose the annual return date.' })
  annualReturnDate?: string;

  @IsIn(WAYS, { message: 'Say whether the client works online or on paper.' })
  way: Way;

  @Trimmed()
  @LeftOut()
  @IsLine(80, 'A trade')
  trade?: string;

  @Trimmed()
  @LeftOut()
  @Matches(/^[0-9A-Za-z][0-9A-Za-z /-]{4,19}$/, { message: 'A tax number is 5 to 20 digits and letters.' })
  taxNumber?: string;

  @Trimmed()
  @LeftOut()
  @Matches(/^[A-Za-z]{0,3}[ ]?[0-9]{4,10}$/, { message: 'A company number is 4 to 10 digits, with letters before them in some countries.' })
  companyNumber?: string;

  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A place')
  paperPlace?: string;

  @LeftOut()
  @IsArray()
  @ArrayMaxSize(20, { message: 'A client has 20 labels at most.' })
  @IsString({ each: true })
  @MaxLength(40, { each: true, message: 'A label is 40 characters long at most.' })
  @MinLength(1, { each: true })
  labels?: string[];

  @LeftOut()
  @ValidateNested()
  @Type(() => Address)
  address?: Address;

  @Trimmed()
  @LeftOut()
  @IsIban()
  iban?: string;

  @Trimmed()
  @LeftOut()
  @Matches(/^[A-Za-z]{6}[A-Za-z0-9]{2}([A-Za-z0-9]{3})?$/, { message: 'A bank code (BIC) is 8 or 11 letters and digits.' })
  bic?: string;

  @LeftOut()
  @IsIn(PAYMENT_METHODS, { message: 'Choose how the client pays.' })
  paymentMethod?: PaymentMethod;

  /** The firm's own details, by the id of the detail. */
  @LeftOut()
  @IsObject()
  details?: Record<string, DetailValue>;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  partnerId?: string;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  managerId?: string;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  preparerId?: string;
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

export class ChangeClientStanding {
  @IsIn(STANDINGS)
  standing: Standing;

  @IsDay({ message: 'Give the day from which it holds.' })
  on: string;

  @WantedIf((o: ChangeClientStanding) => o.standing === 'former' || o.reason !== undefined)
  @Trimmed()
  @IsNotEmpty({ message: 'Say why: whoever comes after you will want to know.' })
  @IsText(300, 'A reason')
  reason?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export const NOTE_KINDS = ['note', 'question', 'phone'] as const;
export type NoteKind = (typeof NOTE_KINDS)[number];

export class AddNote {
  @IsIn(NOTE_KINDS)
  kind: NoteKind;

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
}

export interface NoteView {
  id: string;
  clientId: string;
  kind: NoteKind;
  text: string;
  pinned: boolean;
  at: string;
  byName: string;
  forId: string | null;
  doneAt: string | null;
  doneBy: string | null;
}

/** A phone note as it meets its reader on Today. */
export interface NotesPage {
  rows: NoteView[];
  more: boolean;
}

export interface PhoneNote extends NoteView {
  client: string;
}

/** A client that may be the same as one that is being written down. */
export interface AlikeClient {
  id: string;
  name: string;
  standing: Standing;
  why: string;
}

export interface ClientView {
  id: string;
  version: number;
  number: number;
  name: string;
  standing: Standing;
  since: string;
  legalForm: LegalForm;
  trade: string | null;
  yearEnd: string | null;
  vatRegistered: boolean;
  vatGroup: VatGroup | null;
  vatNumber: string | null;
  vatFrom: string | null;
  vatUntil: string | null;
  employer: boolean;
  employerFrom: string | null;
  employerUntil: string | null;
  annualReturnDate: string | null;
  way: Way;
  address: Address | null;
  iban: string | null;
  bic: string | null;
  paymentMethod: PaymentMethod | null;
  related: { id: string; name: string; clients: { id: string; name: string }[] } | null;
  /** Set when the record was found to be another one, and became part of it. */
  mergedInto: { id: string; name: string } | null;
  taxNumber: string | null;
  companyNumber: string | null;
  endedOn: string | null;
  endReason: string | null;
  paperPlace: string | null;
  labels: string[];
  details: Record<string, DetailValue>;
  notes: NoteView[];
  partnerId: string | null;
  managerId: string | null;
  preparerId: string | null;
  contacts: ContactView[];
  unpaid: number | null;
  unpaidSince: string | null;
  wip: number | null;
  waitingSince: string | null;
  waitingFor: string | null;
  /** A job that stands still, and why. */
  onHold: { jobId: string; name: string; reason: string | null } | null;
}
