import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsUUID,
  Matches,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { FIELD_KINDS, type FieldKind, MOST_FIELDS, type SignField } from '@steady/core/signing';
import { IsDay, IsLine, IsNotBefore, IsTelephone, IsText, LeftOut, Trimmed } from './checks';

const IsPoints = () => IsNumber({ allowNaN: false, allowInfinity: false }, { message: 'Give a place in points.' });

/** A place on a page that one of the signers fills in; see the core for its measures. */
export class PlacedField implements SignField {
  /** Names it in this request only. */
  @Matches(/^[\w-]{1,40}$/, { message: 'Give each field an id.' })
  id: string;

  @IsIn(FIELD_KINDS)
  kind: FieldKind;

  @IsInt()
  @Min(0)
  @Max(11)
  signer: number;

  @IsInt()
  @Min(1)
  @Max(5000)
  page: number;

  @IsPoints()
  x: number;

  @IsPoints()
  y: number;

  @IsPoints()
  @Min(1)
  width: number;

  @IsPoints()
  @Min(1)
  height: number;

  @IsBoolean()
  isRequired: boolean;

  @ValidateIf((_, value) => value !== null)
  @IsLine(80, 'What is wanted')
  label: string | null;
}

/** A code that one of the signers types, and the number to which it goes by text message. */
export class CodeByText {
  @IsUUID()
  contactId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the number to which the code goes.' })
  @IsTelephone('085 555 0142')
  number: string;
}

/** The day by which one of the signers is to sign, before the others. */
export class DayOfSigner {
  @IsUUID()
  contactId: string;

  @IsDay({ message: 'Give the day by which they are to sign.' })
  by: string;
}

/** What is said to those who sign, and how long they have for it. */
export class WantedOfSigners {
  @IsDay({ message: 'Give the day by which you need it.' })
  dueOn: string;

  /** After this day it cannot be signed any more. */
  @LeftOut()
  @IsDay({ message: 'Give the last day on which it can be signed.' })
  @IsNotBefore('dueOn', { message: 'It has to be signable until the day by which you need it.' })
  expiresOn?: string;

  @Trimmed()
  @LeftOut()
  @IsText(1000, 'An explanation')
  words?: string;
}

export class AskSignature extends WantedOfSigners {
  /** The kind of document: what the firm asks of a signature on one, and what becomes of it. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a kind of document, or none.' })
  kindId?: string;

  @IsUUID(undefined, { message: 'Choose the document to be signed.' })
  documentId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what is signed: the client reads it first.' })
  @IsLine(160, 'A title')
  title: string;

  @IsArray()
  @ArrayMinSize(1, { message: 'Choose who signs.' })
  @ArrayMaxSize(12, { message: 'Twelve people at most sign one document.' })
  @ArrayUnique({ message: 'Each person signs once.' })
  @IsUUID(undefined, { each: true })
  signerIds: string[];

  /** Those of them who sign at the same time as the one before. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(12)
  @IsUUID(undefined, { each: true })
  together?: string[];

  /** Those of them who are to type a code that goes to their telephone. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => CodeByText)
  codes?: CodeByText[];

  /** Those of them who are to sign by a day of their own. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => DayOfSigner)
  days?: DayOfSigner[];

  /** The name of the terms to which those agree who have not yet. */
  @Trimmed()
  @LeftOut()
  @IsLine(80, 'The name of the terms')
  terms?: string;

  /** Where they sign; with none they sign the document as a whole. Left out, where is kept for its kind. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_FIELDS, { message: `A document takes ${MOST_FIELDS} fields at most.` })
  @ValidateNested({ each: true })
  @Type(() => PlacedField)
  fields?: PlacedField[];

  /** The places are kept under this name for the next document of its kind; those kept under it before are replaced. */
  @Trimmed()
  @LeftOut()
  @IsLine(80, 'The kind of document')
  keepPlacesAs?: string;

  /** Whoever is told and has never been in the portal gets an invitation to their own page as well. */
  @LeftOut()
  @IsBoolean()
  invite?: boolean;

  /** Told at once, whatever the hour and however many messages went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;
}
