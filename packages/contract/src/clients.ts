import { Type } from 'class-transformer';
import { IsBoolean, IsEmail, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, IsUUID, Matches, Min, ValidateIf, ValidateNested } from 'class-validator';
import { IsMonthDay, IsText, Trimmed } from './checks';

export const LEGAL_FORMS = ['company', 'co-operative', 'charity', 'partnership', 'sole trader', 'person'] as const;
export type LegalForm = (typeof LEGAL_FORMS)[number];
export const VAT_GROUPS = ['Jan-Feb', 'Feb-Mar'] as const;
export type VatGroup = (typeof VAT_GROUPS)[number];
export const WAYS = ['online', 'paper'] as const;
export type Way = (typeof WAYS)[number];
export const STANDINGS = ['prospect', 'active', 'former'] as const;
export type Standing = (typeof STANDINGS)[number];

export class ContactInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of a person.' })
  @IsText(120, 'A name')
  name: string;

  @Trimmed()
  @IsOptional()
  @IsEmail({}, { message: 'This is not a complete email address.' })
  @IsText(200, 'An address')
  email?: string;

  @Trimmed()
  @IsOptional()
  @Matches(/^[+\d][\d ()/-]{4,29}$/, { message: 'Give a telephone number in digits, for example 01 555 0142.' })
  phone?: string;

  @Trimmed()
  @IsOptional()
  @IsText(60, 'A role')
  role?: string;
}

/** The facts that rules are computed from. */
export class ClientFactsInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the name of the client.' })
  @IsString()
  @IsText(160, 'A name')
  name: string;

  @IsIn(LEGAL_FORMS, { message: 'Choose the legal form.' })
  legalForm: LegalForm;

  @ValidateIf((o: ClientFactsInput) => o.legalForm === 'company' || o.legalForm === 'co-operative' || o.legalForm === 'charity' || !!o.yearEnd)
  @IsMonthDay({ message: 'Choose the day on which its year ends.' })
  yearEnd?: string;

  @IsBoolean()
  vatRegistered: boolean;

  @ValidateIf((o: ClientFactsInput) => o.vatRegistered)
  @IsIn(VAT_GROUPS, { message: 'Choose the two-month group, it decides the periods of the VAT return.' })
  vatGroup?: VatGroup;

  @Trimmed()
  @IsOptional()
  @Matches(/^[A-Z]{2}[ ]?[0-9A-Z+*]{7,12}$/, { message: 'A VAT number is two letters and 7 to 12 digits or letters, for example IE9990001A.' })
  vatNumber?: string;

  @IsBoolean()
  employer: boolean;

  @Trimmed()
  @IsOptional()
  @IsMonthDay({ message: 'Choose the annual return date.' })
  annualReturnDate?: string;

  @IsIn(WAYS, { message: 'Say whether the client works online or on paper.' })
  way: Way;

  @Trimmed()
  @IsOptional()
  @IsText(80, 'A trade')
  trade?: string;

  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  partnerId?: string;

  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  managerId?: string;

  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  preparerId?: string;
}

export class AddClient extends ClientFactsInput {
  @ValidateNested()
  @Type(() => ContactInput)
  @IsOptional()
  contact?: ContactInput;
}

export class ChangeClient extends ClientFactsInput {
  /** The version that was shown; a change made meanwhile by somebody else is not overwritten. */
  @IsInt()
  @Min(1)
  version: number;
}

export interface ClientRow {
  id: string;
  number: number;
  name: string;
  standing: Standing;
  legalForm: LegalForm;
  trade: string | null;
  way: Way;
  nextDue: string | null;
  nextWhat: string | null;
  openJobs: number;
  waitingSince: string | null;
  unpaid: number;
  wip: number;
  manager: string | null;
}

export interface ContactView {
  id: string;
  name: string;
  email: string | null;
  phone: string | null;
  role: string | null;
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
  employer: boolean;
  annualReturnDate: string | null;
  way: Way;
  note: string | null;
  partnerId: string | null;
  managerId: string | null;
  preparerId: string | null;
  contacts: ContactView[];
  unpaid: number;
  unpaidSince: string | null;
  wip: number;
  waitingSince: string | null;
  waitingFor: string | null;
}
