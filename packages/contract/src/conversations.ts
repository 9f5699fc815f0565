import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsNotEmpty, IsUUID } from 'class-validator';
import type { Side } from '@steady/core/conversations';
import { IsLine, IsText, LeftOut, Trimmed } from './checks';

/** Which conversations: those in which a client waits for an answer, those that go on, or those that are over. */
export const CONVERSATION_VIEWS = ['unanswered', 'open', 'over'] as const;
export type ConversationsOf = (typeof CONVERSATION_VIEWS)[number];

export class ConversationsAsked {
  @LeftOut()
  @IsIn(CONVERSATION_VIEWS)
  view?: ConversationsOf;

  @LeftOut()
  @IsUUID()
  client?: string;

  @LeftOut()
  @IsUUID()
  job?: string;

  /** The last of the page before. */
  @LeftOut()
  @IsUUID()
  before?: string;
}

/** Who is named in a conversation. */
export class ConversationPeople {
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one person of the client.' })
  @ArrayMaxSize(20, { message: 'Choose 20 people at most.' })
  @IsUUID(undefined, { each: true })
  contactIds: string[];

  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one of us.' })
  @ArrayMaxSize(20, { message: 'Choose 20 people at most.' })
  @IsUUID(undefined, { each: true })
  memberIds: string[];
}

export class OpenConversation extends ConversationPeople {
  @IsUUID(undefined, { message: 'Choose the client.' })
  clientId: string;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a job of the client.' })
  jobId?: string;

  @LeftOut()
  @IsUUID()
  askId?: string;

  @LeftOut()
  @IsUUID()
  documentId?: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what it is about: the client reads it first.' })
  @IsLine(160, 'A subject')
  subject: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write a few words.' })
  @IsText(10_000, 'A message')
  text: string;

  @LeftOut()
  @IsBoolean()
  isPrivate?: boolean;
}

export class SayWords {
  @Trimmed()
  @IsNotEmpty({ message: 'Write a few words.' })
  @IsText(10_000, 'A message')
  text: string;
}

/** A conversation that one of a client's people begins. */
export class BeginConversation extends SayWords {
  @IsUUID(undefined, { message: 'Choose for whom you write.' })
  clientId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Say in a few words what it is about.' })
  @IsLine(160, 'A subject')
  subject: string;
}

export class HandOverConversation {
  @IsUUID(undefined, { message: 'Choose who answers from now on.' })
  memberId: string;
}

/** Where a file of a private conversation is put with the client. */
export class FileInto {
  @LeftOut()
  @IsUUID()
  folderId?: string;
}

/** An answer by mail, as its reader would write it: a part of the simulated post room. */
export class AnswerLetter {
  @Trimmed()
  @IsLine(200, 'A subject')
  subject: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write what they answer.' })
  @IsText(10_000, 'A message')
  text: string;

  /** Another address than that to which the letter went. */
  @LeftOut()
  @Trimmed()
  @IsLine(200, 'An address')
  from?: string;
}

export interface ConversationLine {
  id: string;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  subject: string;
  isPrivate: boolean;
  /** Of the client, by name. */
  contacts: string[];
  holderId: string;
  holder: string;
  /** Until which day whoever answers is away; null where they are here. */
  holderAwayUntil: string | null;
  lastAt: string;
  lastBy: string;
  waitingSince: string | null;
  closedAt: string | null;
  /** Something was written that whoever looks has not seen. */
  isNew: boolean;
}

export interface ConversationFile {
  name: string;
  bytes: number;
  /** The document as which it lies with the client; null as long as nobody filed it. */
  documentId: string | null;
}

export interface WordsSaid {
  id: string;
  at: string;
  side: Side;
  by: string;
  text: string;
  isMail: boolean;
  /** The address from which a mail came, where that is not its writer's. */
  fromAddress: string | null;
  file: ConversationFile | null;
  /** What it said was destroyed. */
  isGone: boolean;
}

export interface ConversationView extends ConversationLine {
  version: number;
  openedAt: string;
  openedBy: string;
  askId: string | null;
  documentId: string | null;
  /** What that ask or document is called. */
  about: string | null;
  people: {
    contacts: { id: string; name: string; readUntil: string | null; untold: string | null }[];
    members: { id: string; name: string }[];
  };
  /** Who can read it, as a sentence. */
  readBy: string;
  words: WordsSaid[];
}

/** Who can be named in a conversation with a client. */
export interface ConversationChoice {
  contacts: { id: string; name: string; role: string | null; untold: string | null }[];
  members: { id: string; name: string; isUsual: boolean }[];
  /** Who may read private ones without being named. */
  privateReaders: string[];
}

/** A conversation as the client's people see it in a list. */
export interface PortalConversation {
  id: string;
  clientId: string;
  client: string;
  subject: string;
  about: string | null;
  lastAt: string;
  lastBy: string;
  isNew: boolean;
  /** It was ended; words open it again. */
  isOver: boolean;
}

export interface PortalConversationView extends PortalConversation {
  with: string[];
  readBy: string;
  words: WordsSaid[];
}

declare module './today' {
  interface TodayView {
    /** Conversations in which a client waits for an answer. */
    unanswered: First<ConversationLine>;
  }
}
