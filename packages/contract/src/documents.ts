import { ArrayMaxSize, ArrayNotEmpty, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Max, Min, ValidateIf } from 'class-validator';
import { LEGAL_FORMS, type LegalForm } from '@steady/core/clients';
import { FOLDER_RIGHTS, type FolderRight, ORIGINS, type Origin } from '@steady/core/documents';
import { IsLine, LeftOut, TrimmedToSome } from './checks';
import type { ListValue } from './lists';

/** Which documents stand in the list: those that came in and nobody has looked at, all, or those taken out. */
export const DOCUMENT_VIEWS = ['to look at', 'all', 'taken out'] as const;
export type DocumentsOf = (typeof DOCUMENT_VIEWS)[number];

/** Columns shown until somebody chooses others. */
export const USUAL_DOCUMENT_COLUMNS = ['client', 'folder', 'job', 'by', 'at', 'size'] as const;

/** The most that is changed, or packed, together. */
export const DOCUMENTS_TOGETHER = 500;

export interface DocumentView {
  id: string;
  version: number;
  /** As the file is called. */
  name: string;
  /** What it is, where that is known: the item it was asked for as, or the bill. */
  what: string | null;
  bytes: number;
  /** Media type. */
  kind: string;
  at: string;
  by: string;
  clientId: string;
  client: string;
  jobId: string | null;
  /** The job's name, with its period. */
  job: string | null;
  /** Null where it lies outside all folders. */
  folder: string | null;
  right: FolderRight;
  /** What the folder is told apart by; null where it is not. */
  folderYear: number | null;
  lookedAt: string | null;
  /** Who is to look at it, by short name. */
  assigned: string | null;
  takenOutAt: string | null;
}

/** A row of the list: the document, and a value for each column asked for. */
export interface DocumentRow extends DocumentView {
  values: Record<string, ListValue>;
}

export interface DocumentVersion {
  /** The oldest is 1. */
  number: number;
  name: string;
  bytes: number;
  at: string;
  by: string;
}

/** A document as it is looked at by itself. */
export interface DocumentPage extends DocumentView {
  year: number;
  folderId: string | null;
  /** Who sees it where it lies, in words. */
  access: string;
  lookedBy: string | null;
  assignedTo: string | null;
  /** The day until which it can be brought back, ISO. */
  bringBackBy: string | null;
  takenOutBy: string | null;
  /** Those before it, the newest first. */
  earlier: DocumentVersion[];
  /** Other documents of the client with the same content. */
  sameAs: { id: string; title: string; at: string }[];
  /** Why it is neither replaced nor taken out; null where it may be. */
  heldBy: string | null;
}

/** What is inside a document, to be shown beside the list. PDFs and pictures are read as they are. */
export type DocumentPreview =
  | { as: 'pdf' | 'picture' }
  | { as: 'text'; text: string; cut: boolean }
  | { as: 'table'; sheets: { name: string; rows: string[][]; cut: boolean }[] }
  | { as: 'mail'; from: string; to: string; at: string | null; subject: string; text: string; attachments: { name: string; bytes: number }[] }
  | { as: 'nothing'; why: string };

export class TheseDocuments {
  @IsArray()
  @ArrayNotEmpty({ message: 'Choose documents.' })
  @ArrayMaxSize(DOCUMENTS_TOGETHER, { message: `Choose at most ${DOCUMENTS_TOGETHER} documents.` })
  @IsUUID(undefined, { each: true })
  documentIds: string[];
}

/** What is changed of documents, of one or of many; only what is given. */
export class ChangeDocuments extends TheseDocuments {
  /** A folder of the client, or one of the firm's by its own id, which each client has; null: outside all folders. */
  @LeftOut()
  @ValidateIf((_, value) => value !== null)
  @IsUUID()
  folderId?: string | null;

  @LeftOut()
  @IsInt({ message: 'Give a year, for example 2026.' })
  @Min(1980, { message: 'Give a year from 1980.' })
  @Max(2200, { message: 'Give a year before 2200.' })
  year?: number;

  @LeftOut()
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Say what it is.' })
  @IsLine(150, 'What it is')
  what?: string;

  @LeftOut()
  @IsBoolean()
  lookedAt?: boolean;

  /** Who is to look at it; null for nobody. */
  @LeftOut()
  @ValidateIf((_, value) => value !== null)
  @IsUUID()
  assignedTo?: string | null;
}

/** What was done to many, and to which not. */
export interface DocumentsDone {
  done: number;
  not: { name: string; why: string }[];
}

export interface DocumentAdded {
  id: string;
  /** A document of the client that is the same, to be pointed out. */
  sameAs: { id: string; title: string; at: string } | null;
}

/** A folder that the firm gives to its clients. */
export interface FolderTemplateView {
  id: string;
  version: number;
  name: string;
  right: FolderRight;
  forms: LegalForm[];
  byYear: boolean;
  takes: Origin[];
  services: string[];
}

export class KeepFolderTemplate {
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Give the folder a name.' })
  @IsLine(60, 'A name')
  name: string;

  @IsIn(FOLDER_RIGHTS)
  right: FolderRight;

  @IsArray()
  @IsIn(LEGAL_FORMS, { each: true })
  forms: LegalForm[];

  @IsBoolean()
  byYear: boolean;

  @IsArray()
  @IsIn(ORIGINS, { each: true })
  takes: Origin[];

  @IsArray()
  @ArrayMaxSize(100)
  @IsUUID(undefined, { each: true })
  services: string[];
}

export class ChangeFolderTemplate extends KeepFolderTemplate {
  @IsInt()
  @Min(1)
  version: number;
}

export class OrderFolders {
  @IsArray()
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  ids: string[];
}

/** A folder of one client. */
export interface FolderView {
  /** Its own id, or that of the firm's folder where nothing of its own is known of it. */
  id: string;
  /** Null where nothing of its own is known of it. */
  version: number | null;
  /** It is this client's alone. */
  own: boolean;
  name: string;
  byYear: boolean;
  right: FolderRight;
  /** As the firm has it; null for a folder of this client alone. */
  usualRight: FolderRight | null;
  onlyFor: { id: string; name: string }[] | null;
  /** Who sees what lies in it, in words. */
  access: string;
  documents: number;
}

export interface FoldersOfClient {
  folders: FolderView[];
  outside: number;
  /** Who may be named as the only ones. */
  people: { id: string; name: string }[];
}

export class KeepFolder {
  /** Of a folder of this client alone. */
  @LeftOut()
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Give the folder a name.' })
  @IsLine(60, 'A name')
  name?: string;

  /** Null: as the firm has it. */
  @LeftOut()
  @ValidateIf((_, value) => value !== null)
  @IsIn(FOLDER_RIGHTS)
  right?: FolderRight | null;

  /** Contacts of the client; null for all. */
  @LeftOut()
  @ValidateIf((_, value) => value !== null)
  @IsArray()
  @ArrayMaxSize(50)
  @IsUUID(undefined, { each: true })
  onlyFor?: string[] | null;
}

export class ChangeFolder extends KeepFolder {
  /** Of its own record; left out where there is none yet. */
  @LeftOut()
  @IsInt()
  @Min(1)
  version?: number;
}

/** A document whose file is not what was kept. */
export interface WrongFile {
  id: string;
  name: string;
  clientId: string;
  client: string;
  why: 'missing' | 'damaged';
}

export interface FilesKept {
  files: number;
  bytes: number;
  /** Sent by clients' people, and how much of it is kept at most. */
  bytesFromOutside: number;
  mostFromOutside: number;
  /** The moment since which all have been looked at, UTC; null where some never were. */
  checkedSince: string | null;
  /** The first hundred. */
  wrong: WrongFile[];
  wrongInAll: number;
}

/** What of a client lies in folders that one of its people may read. */
export interface PortalPapers {
  clientId: string;
  client: string;
  folders: PortalFolder[];
}

export interface PortalFolder {
  id: string;
  name: string;
  /** They may add to it. */
  adds: boolean;
  documents: { id: string; title: string; year: number | null; at: string; bytes: number }[];
}
