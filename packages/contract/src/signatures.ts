import { ArrayMaxSize, ArrayMinSize, ArrayUnique, Equals, IsArray, IsBoolean, IsNotEmpty, IsUUID } from 'class-validator';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

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

/** What a document given for signature adds to an ask. */
export interface SignaturePart {
  documentId: string;
  documentName: string;
  signings: SigningView[];
  /** With the signing record, sealed; null as long as not all have signed, or it is being made. */
  copy: { id: string; name: string; bytes: number; sealedAt: string } | null;
  /** Why it could not be made. */
  copyFault: string | null;
}

/** The same for one who is asked to sign. */
export interface PortalSignaturePart {
  documentName: string;
  bytes: number;
  /** What they may keep once all have signed. */
  copy: { name: string; bytes: number } | null;
}
