import { ArrayMaxSize, ArrayUnique, Equals, IsArray, IsNotEmpty, IsObject, IsUUID, ValidateBy } from 'class-validator';
import {
  type Evidence,
  MOST_FIELDS,
  type Mark,
  type ShownInField,
  type SignField,
  type SignatureState,
  type SignatureTrouble,
  type SigningTerms,
  faultOfMark,
} from '@steady/core/signing';
import type { ListValue } from './lists';
import { IsDay, IsLine, IsTelephone, IsText, LeftOut, Trimmed } from './checks';

/** A name, typed or drawn; null and undefined are none. */
const IsMark = () =>
  ValidateBy({
    name: 'isMark',
    validator: { validate: (value: unknown) => faultOfMark(value) === null, defaultMessage: (about) => faultOfMark(about?.value) ?? '' },
  });

/** What was written or ticked in fields, by the id of each. */
const IsFilling = () =>
  ValidateBy({
    name: 'isFilling',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        Object.keys(value).length <= MOST_FIELDS &&
        Object.values(value).every((one) => typeof one === 'boolean' || (typeof one === 'string' && one.length <= 300 && one.isWellFormed())),
      defaultMessage: () => 'Write 300 letters at most in a field.',
    },
  });

export class GiveSignature {
  @Trimmed()
  @IsNotEmpty({ message: 'Write your name, as you sign.' })
  @IsLine(120, 'A name')
  signedAs: string;

  @Equals(true, { message: 'Tick that you have read the document and agree with it.' })
  agreed: boolean;

  /** As it stands in the document; without it the name as it was typed. */
  @LeftOut()
  @IsMark()
  mark?: Mark;

  @LeftOut()
  @IsMark()
  initials?: Mark;

  /** The edition of the terms to which they agree, where they are asked to. */
  @LeftOut()
  @IsUUID()
  termsId?: string;

  @LeftOut()
  @IsObject({ message: 'Say what was written in which field.' })
  @IsFilling()
  fields?: Record<string, string | boolean>;
}

export class RefuseSignature {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why you do not sign it: we read it.' })
  @IsText(500, 'A reason')
  reason: string;
}

/** Somebody else of the client signs in their place. */
export class ReplaceSigner {
  @IsUUID(undefined, { message: 'Choose who signs in their place.' })
  contactId: string;

  /** The number to which their code goes by text message. */
  @Trimmed()
  @LeftOut()
  @IsTelephone('085 555 0142')
  number?: string;
}

/** The number to which a signer's code goes by text message; without one no code is asked for. */
export class ChangeNumber {
  @Trimmed()
  @LeftOut()
  @IsTelephone('085 555 0142')
  number?: string;
}

/** By which day a signer is to sign; without one by the day by which all are. */
export class ChangeDay {
  @LeftOut()
  @IsDay({ message: 'Give the day by which they are to sign, or leave it empty.' })
  by?: string;
}

/** Those who sign after the one whose turn it is, in order. */
export class ChangeSigners {
  @IsArray()
  @ArrayMaxSize(11, { message: 'Twelve people at most sign one document.' })
  @ArrayUnique({ message: 'Each person signs once.' })
  @IsUUID(undefined, { each: true })
  signerIds: string[];

  /** Those of them who sign at the same time as the one before. */
  @IsArray()
  @ArrayMaxSize(11)
  @IsUUID(undefined, { each: true })
  together: string[];
}

/** The code that came by text message. */
export class TypeCode {
  @Trimmed()
  @IsNotEmpty({ message: 'Type the code from the text message.' })
  @IsLine(20, 'A code')
  code: string;
}

/** Why a code is not right; null where it is. */
export interface CodeTried {
  why: string | null;
}

export class NoteSignedOnPaper {
  @IsDay({ message: 'Say on which day it was signed.' })
  on: string;

  /** The scan, filed in the job before. */
  @LeftOut()
  @IsUUID()
  scanId?: string;
}

/** How one of those who sign did it. */
export interface SigningView {
  partyId: string;
  signedAt: string;
  signedAs: string | null;
  onPaperBy: string | null;
  scanId: string | null;
}

/** A field that somebody has filled in. */
export interface SignFieldShown extends Omit<SignField, 'signer'> {
  shown: ShownInField;
}

/** What a document given for signature adds to an ask. */
export interface SignaturePart {
  documentId: string;
  documentName: string;
  /** After this day it cannot be signed any more. */
  expiresOn: string | null;
  signings: SigningView[];
  /** The kind of document it was given as, and what is asked of a signature on it. */
  kind: string | null;
  evidence: Evidence;
  /** What those agree to who sign. */
  terms: SigningTerms | null;
  /** The return of its job is filed only when it is signed. */
  holdsFiling: boolean;
  /** To which numbers codes go by text message; whether the right one was typed. */
  codes: { partyId: string; number: string; isConfirmed: boolean }[];
  /** On how many pages how many fields are to be filled in; none where it is signed as a whole. */
  fields: { count: number; pages: number };
  /** With the signing record, sealed; null as long as not all have signed, or it is being made. */
  copy: { id: string; name: string; bytes: number; sealedAt: string } | null;
  /** Why it could not be made. */
  copyFault: string | null;
}

/** One of those who sign, as the others see them. */
export interface InChain {
  name: string;
  /** The one who looks. */
  isYou: boolean;
  /** Of the firm, and not of the client. */
  isOfFirm: boolean;
  stands: 'signed' | 'asked' | 'later' | 'refused';
  /** When they signed, or refused. */
  at: string | null;
}

/** The same for one who is asked to sign. */
export interface PortalSignaturePart {
  documentName: string;
  bytes: number;
  expiresOn: string | null;
  /** What they are to agree to, or have; null where there are no terms. */
  terms: (SigningTerms & { id: string; text: string; isAgreed: boolean }) | null;
  /** The end of the number to which their code goes by text message; null where none is asked for. */
  textTo: string | null;
  /** The right one was typed a short while ago. */
  isConfirmed: boolean;
  /** Who of the client may sign in their place, where they may hand it on. */
  handOnTo: { id: string; name: string }[];
  /** All who sign, in order. */
  chain: InChain[];
  /** How many places of theirs there are to fill in; none where they sign it as a whole. */
  fields: number;
  /** What they may keep once all have signed. */
  copy: { name: string; bytes: number } | null;
}

/** What is to be filled in, for one who is asked to sign. */
export interface FieldsToSign {
  /** The name under which they are known here. */
  signer: string;
  /** Theirs, in the order in which one goes through them. */
  fields: Omit<SignField, 'signer'>[];
  /** Those of others who have signed, with what stands in them. */
  others: (SignFieldShown & { by: string })[];
}

/** A document given for signature, in the list of all. */
export interface SignatureRow {
  id: string;
  title: string;
  state: SignatureState;
  trouble: SignatureTrouble | null;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  /** Whose turn it is, and since when; null where nobody is asked any more. */
  turn: string | null;
  turnSince: string | null;
  turnContactId: string | null;
  /** How many have signed, of how many. */
  done: number;
  of: number;
  wantedBy: string;
  endedAt: string | null;
  /** Why it was refused or withdrawn. */
  reason: string | null;
  values: Record<string, ListValue>;
}

/** The columns that the list shows where nobody has chosen others. */
export const USUAL_SIGNATURE_COLUMNS = ['client', 'state', 'turn', 'wanted', 'asked'] as const;

/** How many documents stand where; and how long the one waits that waits longest, in days. */
export interface SignatureSum {
  states: Record<SignatureState, number>;
  longest: number | null;
}

/** What waits for the signature of the one of the firm who looks. */
export interface OwnToSign {
  partyId: string;
  title: string;
  client: string;
  wantedBy: string;
}

/** The same, to be read and signed. */
export interface OwnSignature {
  partyId: string;
  askId: string;
  title: string;
  words: string | null;
  clientId: string;
  client: string;
  jobId: string | null;
  askedBy: string;
  askedAt: string;
  wantedBy: string;
  expiresOn: string | null;
  /** Who signed before. */
  doneBefore: string[];
  stands: 'wanted' | 'done' | 'refused' | 'not needed';
  documentId: string;
  documentName: string;
  bytes: number;
}

declare module './today' {
  interface TodayView {
    /** Documents given for signature: how many all have signed since the working day before, were refused, and are stuck; and what waits for one's own signature. */
    signatures: { signed: number; refused: number; stuck: number; own: OwnToSign[] };
  }
}
