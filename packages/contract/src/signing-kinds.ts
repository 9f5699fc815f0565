import 'reflect-metadata';
import { Type } from 'class-transformer';
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Max, Min, ValidateIf, ValidateNested } from 'class-validator';
import { IDENTITY_WANTED, type IdentityWanted } from '@steady/core/identities';
import type { Evidence, SignField } from '@steady/core/signing';
import { WantedOfSigners } from './ask-signature';
import { IsLine, IsText, LeftOut, Trimmed } from './checks';
import { type ChosenTogether, IsChosenClients, IsChosenJobs } from './chosen-together';

/** What the firm asks of a signature; see the core. */
export class EvidenceAsked implements Evidence {
  @IsBoolean()
  byText: boolean;

  @ValidateIf((_, value) => value !== null)
  @IsLine(60, 'A role')
  capacity: string | null;

  @IsInt({ message: 'Say how many, in whole numbers.' })
  @Min(1, { message: 'At least one person signs.' })
  @Max(12, { message: 'Twelve people at most sign one document.' })
  atLeast: number;

  @ValidateIf((_, value) => value !== null)
  @IsIn(IDENTITY_WANTED, { message: 'Say how whoever signs has to be known, or that they need not.' })
  identity: IdentityWanted | null;
}

/** A kind of document that is given for signature. */
export class KeepSigningKind {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the kind of document a name, for example "Accounts of a company".' })
  @IsLine(80, 'A name')
  name: string;

  /** Said to those who sign, where nothing else is written. */
  @Trimmed()
  @LeftOut()
  @IsText(1000, 'An explanation')
  words?: string;

  @ValidateNested()
  @Type(() => EvidenceAsked)
  evidence: EvidenceAsked;

  /** Terms by their name. */
  @Trimmed()
  @LeftOut()
  @IsLine(80, 'The name of the terms')
  terms?: string;

  @IsBoolean()
  recordFirst: boolean;

  @IsBoolean()
  holdsFiling: boolean;

  @IsBoolean()
  mayHandOn: boolean;

  /** Of the one that is changed. */
  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}

export interface SigningKindView {
  id: string;
  version: number;
  name: string;
  words: string | null;
  evidence: Evidence;
  terms: string | null;
  recordFirst: boolean;
  holdsFiling: boolean;
  mayHandOn: boolean;
  /** Where it is signed; nothing where no places are kept for it. */
  fields: SignField[];
  /** The document itself, where it is the same for every client. */
  letter: { name: string; bytes: number } | null;
  /** How many sign at those places. */
  signers: number;
  /** How often it was used. */
  used: number;
}

/** Gives the document of a kind for signature to several clients, each in its own job. */
export class GiveMany extends WantedOfSigners implements ChosenTogether {
  @IsChosenJobs()
  jobIds?: string[];

  @IsChosenClients()
  clientIds?: string[];

  @LeftOut()
  @IsUUID()
  serviceId?: string;

  @IsUUID(undefined, { message: 'Choose the letter: a kind of document that has one.' })
  kindId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what is signed: the clients read it first.' })
  @IsLine(160, 'A title')
  title: string;

  /** Everybody signs who does so for the client; else as many as the kind asks for. */
  @IsBoolean()
  everybody: boolean;
}

/** A new edition of terms, or the first. */
export class KeepTerms {
  @Trimmed()
  @IsNotEmpty({ message: 'Give the terms a name, for example "Terms of engagement".' })
  @IsLine(80, 'A name')
  name: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write what those agree to who sign.' })
  @IsText(20_000, 'The terms')
  text: string;
}

/** One edition of terms. */
export interface TermsEdition {
  id: string;
  name: string;
  edition: number;
  text: string;
  at: string;
  by: string;
  /** How many people have agreed to this edition. */
  agreed: number;
}

/** Terms in their newest edition, with those before it, the newest first. */
export interface TermsView extends TermsEdition {
  earlier: TermsEdition[];
}
