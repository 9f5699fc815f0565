import { ArrayMaxSize, ArrayMinSize, ArrayUnique, Equals, IsArray, IsNotEmpty, IsUUID } from 'class-validator';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

export type SignatureState = 'waiting' | 'signed' | 'refused' | 'withdrawn';
export type SignerState = 'waiting' | 'signed' | 'refused';

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

  @IsDay({ message: 'Say by when it is wanted.' })
  dueOn: string;

  @Trimmed()
  @LeftOut()
  @IsText(1000, 'An explanation')
  words?: string;
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

export class WithdrawSignature {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is taken back: colleagues will ask.' })
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

export interface SignerView {
  id: string;
  name: string;
  state: SignerState;
  /** Since when it is their turn; null while somebody before them has not signed. */
  turnSince: string | null;
  signedAt: string | null;
  signedAs: string | null;
  onPaperBy: string | null;
  scanId: string | null;
}

/** A document given for signature, as the firm sees it. */
export interface SignatureView {
  id: string;
  title: string;
  words: string | null;
  dueOn: string;
  askedAt: string;
  askedBy: string;
  state: SignatureState;
  reason: string | null;
  documentId: string;
  documentName: string;
  signers: SignerView[];
}

/** What one person of a client is asked to sign, or has signed; `id` is theirs alone. */
export interface PortalSignature {
  id: string;
  title: string;
  words: string | null;
  client: string;
  jobName: string;
  documentName: string;
  bytes: number;
  askedBy: string;
  askedAt: string;
  dueOn: string;
  /** Who signed before. */
  signedBefore: string[];
  state: SignerState | 'withdrawn';
  signedAt: string | null;
}
