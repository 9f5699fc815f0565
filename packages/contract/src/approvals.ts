import { ArrayMaxSize, ArrayMinSize, ArrayUnique, Equals, IsArray, IsBoolean, IsNotEmpty, IsUUID } from 'class-validator';
import { IsDay, IsLine, IsText, LeftOut, Trimmed } from './checks';

/** Asks people of a client to approve figures, or a document, by a tick. */
export class AskApproval {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what is approved: the client reads it first.' })
  @IsLine(160, 'A title')
  title: string;

  /** What is approved, word for word. */
  @Trimmed()
  @IsNotEmpty({ message: 'Write what is approved, with its figures: it is kept word for word.' })
  @IsText(5000, 'What is approved')
  words: string;

  /** The document that is approved with it. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a document of this client.' })
  documentId?: string;

  @IsArray()
  @ArrayMinSize(1, { message: 'Choose who approves.' })
  @ArrayMaxSize(12, { message: 'Twelve people at most.' })
  @ArrayUnique({ message: 'Each person approves once.' })
  @IsUUID(undefined, { each: true })
  contactIds: string[];

  @IsDay({ message: 'Give the day by which you need it.' })
  dueOn: string;

  /** Told at once, whatever the hour and however many messages went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;
}

export class Approve {
  @Equals(true, { message: 'Tick that you have read it and approve it.' })
  agreed: boolean;
}

export class DoNotApprove {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what is not right: we read it.' })
  @IsText(500, 'A reason')
  reason: string;
}

/** What an ask for approval adds to it. */
export interface ApprovalPart {
  documentId: string | null;
  documentName: string | null;
  bytes: number;
  /** SHA-256 of what is approved, words and document. */
  sha256: string;
  /** Who approved it, when. */
  ticks: { partyId: string; at: string }[];
}
