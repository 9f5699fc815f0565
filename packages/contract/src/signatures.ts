import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsUUID,
  Matches,
  Max,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { FIELD_KINDS, type FieldKind, MOST_FIELDS, type Mark, type ShownInField, type SignField, faultOfMark } from '@steady/core/signing';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

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

export class AskSignature {
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

  @IsDay({ message: 'Give the day by which you need it.' })
  dueOn: string;

  @Trimmed()
  @LeftOut()
  @IsText(1000, 'An explanation')
  words?: string;

  /** Where they sign; without any they sign the document as a whole. */
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

  /** The places that these were taken from. */
  @LeftOut()
  @IsUUID()
  placesId?: string;

  /** Told at once, whatever the hour and however many messages went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;
}

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

/** Places kept for a kind of document. */
export interface KeptPlaces {
  id: string;
  name: string;
  fields: SignField[];
  /** How many sign it. */
  signers: number;
  /** How often they were used since they were kept. */
  used: number;
}

/** A field that somebody has filled in. */
export interface SignFieldShown extends Omit<SignField, 'signer'> {
  shown: ShownInField;
}

/** What a document given for signature adds to an ask. */
export interface SignaturePart {
  documentId: string;
  documentName: string;
  signings: SigningView[];
  /** On how many pages how many fields are to be filled in; none where it is signed as a whole. */
  fields: { count: number; pages: number };
  /** With the signing record, sealed; null as long as not all have signed, or it is being made. */
  copy: { id: string; name: string; bytes: number; sealedAt: string } | null;
  /** Why it could not be made. */
  copyFault: string | null;
}

/** The same for one who is asked to sign. */
export interface PortalSignaturePart {
  documentName: string;
  bytes: number;
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
