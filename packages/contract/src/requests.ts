import 'reflect-metadata';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Max, Min, ValidateNested } from 'class-validator';
import { type AnswerKind, ELSEWHERE_SOURCES, type ElsewhereSource, IN_HAND_WAYS, type InHandWay, type ItemAsked, type ItemState } from '@steady/core/asks';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsText, IsWebAddress, LeftOut, Trimmed } from './checks';
import { type ChosenTogether, IsChosenClients, IsChosenJobs } from './chosen-together';
import type { GoesOut } from './sending';

export class RequestItemInput {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what you need.' })
  @IsLine(120, 'An item')
  name: string;

  @Trimmed()
  @LeftOut()
  @IsText(500, 'A description')
  description?: string;

  @Trimmed()
  @LeftOut()
  @IsLine(60, 'A period')
  period?: string;

  /** By when, where that is not the day of the whole request. */
  @LeftOut()
  @IsDay()
  wantedBy?: string;

  /** Where it may be put as well. */
  @Trimmed()
  @LeftOut()
  @IsWebAddress()
  link?: string;

  /** A document of the client that shows what is meant. */
  @LeftOut()
  @IsUUID()
  exampleId?: string;
}

/** Things that are wanted: by themselves, more of them in a request that is out already. */
export class AddItems {
  @IsArray()
  @ArrayMinSize(1, { message: 'Ask for at least one thing.' })
  @ArrayMaxSize(40, { message: 'Ask for forty things at most in one request.' })
  @ValidateNested({ each: true })
  @Type(() => RequestItemInput)
  items: RequestItemInput[];
}

/** Things that are wanted by a day: when they are asked for, and how clients are told. */
class AskedByADay extends AddItems {
  @IsDay({ message: 'Give the day by which you need it.' })
  dueOn: string;

  /** The day to come on which it goes out. */
  @LeftOut()
  @IsDay({ message: 'Give the day on which it goes out.' })
  sendOn?: string;

  /** The client finds it in the portal, and is not written to. */
  @LeftOut()
  @IsBoolean()
  portalOnly?: boolean;
}

/** A list of things that is wanted from a client. */
export class SendRequest extends AskedByADay {
  /** Which of the requests that the procedure plans for this phase it is. */
  @LeftOut()
  @IsLine(60, 'A key')
  planKey?: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the request a title: the client reads it first.' })
  @IsLine(160, 'A title')
  title: string;

  /** Told at once, whatever the hour and however many messages went out before. */
  @LeftOut()
  @IsBoolean()
  now?: boolean;

  /** Asked with each later job of the same service line as well: on that day of the month, 0 for the day on which the job begins. */
  @LeftOut()
  @IsInt({ message: 'Choose a day of the month.' })
  @Min(0, { message: 'Choose a day of the month.' })
  @Max(28, { message: 'Choose a day of the month that every month has.' })
  eachTime?: number;
}

/** The same things, wanted for several jobs: each client is asked for its own. */
export class AskMany extends AskedByADay implements ChosenTogether {
  @IsChosenJobs()
  jobIds?: string[];

  @IsChosenClients()
  clientIds?: string[];

  @LeftOut()
  @IsUUID()
  serviceId?: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the request a title: the clients read it first.' })
  @IsLine(120, 'A title')
  title: string;
}

/** A request whose words are kept, to be asked again of others. */
export class KeepRequest extends AddItems {
  @Trimmed()
  @IsNotEmpty({ message: 'Give it a title: clients read it first.' })
  @IsLine(120, 'A title')
  title: string;

  /** Offered in jobs of this service alone; left out, in all. */
  @LeftOut()
  @IsUUID()
  serviceId?: string;

  /** Working days that clients have. */
  @IsInt({ message: 'Give a number of working days from 1 to 60.' })
  @Min(1, { message: 'Give a number of working days from 1 to 60.' })
  @Max(60, { message: 'Give a number of working days from 1 to 60.' })
  daysToAnswer: number;
}

export class ChangeKeptRequest extends KeepRequest {
  @IsInt()
  @Min(1)
  version: number;
}

export interface KeptRequest {
  id: string;
  version: number;
  title: string;
  serviceId: string | null;
  service: string | null;
  daysToAnswer: number;
  items: { name: string; description: string | null; link: string | null }[];
}

/** What would come of it for one job. */
export interface AskedOfJob {
  jobId: string;
  job: string;
  client: string;
  /** Who gets it, or finds it in the portal. */
  to: string[];
  /** When it goes out where that is not at its own moment, and why. */
  later: { at: string; why: string } | null;
  /** Why a person has to tell the client: there is nobody to write to. */
  untold: string | null;
}

export interface ManyAsked {
  asked: AskedOfJob[];
  /** Jobs for which nothing is asked, and why. */
  not: { jobId: string; job: string; client: string; why: string }[];
  /** The first day on which none of them would meet the number of messages that goes to one person in a day, where one does on the day asked for. */
  roomOn?: string;
}

/** An answer to a client's question. */
export class Reply {
  @Trimmed()
  @IsNotEmpty({ message: 'Write a few words.' })
  @IsText(2000, 'A message')
  text: string;

  /** It was settled on the telephone, say: the words are kept, nobody is written to. */
  @LeftOut()
  @IsBoolean()
  silent?: boolean;
}

export class SendBack {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what is missing or wrong: the client reads it.' })
  @IsText(500, 'A reason')
  reason: string;

  /** It was accepted before, and is asked for once more. */
  @LeftOut()
  @IsBoolean()
  again?: boolean;
}

export class ClientWords {
  @Trimmed()
  @IsNotEmpty({ message: 'Write a few words.' })
  @IsText(2000, 'A message')
  text: string;
}

/** Something came that did not come through the portal. */
export class TakeIn {
  @IsIn(IN_HAND_WAYS, { message: 'Say how it came.' })
  way: InHandWay;

  @Trimmed()
  @LeftOut()
  @IsText(500, 'What came')
  text?: string;

  /** Where the papers lie. */
  @Trimmed()
  @LeftOut()
  @IsLine(80, 'A place')
  place?: string;
}

export class EnterCode {
  @Trimmed()
  @IsNotEmpty({ message: 'Enter the code from the message.' })
  @IsLine(12, 'A code')
  code: string;
}

export interface AnswerView {
  id: string;
  kind: AnswerKind;
  text: string | null;
  documentId: string | null;
  documentName: string | null;
  /** Of what came in hand: how, and where the papers lie. */
  way: InHandWay | null;
  place: string | null;
  at: string;
  by: string;
  takenBackAt: string | null;
  /** The client may still take it back: nobody has looked. */
  mayTakeBack: boolean;
}

/** A thing comes from elsewhere for good. */
export class NoteElsewhere {
  @IsIn(ELSEWHERE_SOURCES, { message: 'Say where it comes from.' })
  source: ElsewhereSource;

  /** Who said so. */
  @Trimmed()
  @LeftOut()
  @IsLine(120, 'A name')
  saidBy?: string;
}

/** What comes from elsewhere for a client, for good. */
export interface ElsewhereView {
  id: string;
  name: string;
  source: ElsewhereSource;
  saidBy: string | null;
  at: string;
  by: string;
}

export interface RequestItemView extends ItemAsked {
  id: string;
  /** A document that shows what is meant. */
  exampleId: string | null;
  exampleName: string | null;
  state: ItemState;
  sentBackReason: string | null;
  /** Of what comes from elsewhere: from where, and who said so. */
  elsewhere: ElsewhereView | null;
  /** The client asked something about it that nobody has answered. */
  question: boolean;
  answers: AnswerView[];
}

/** What an information request adds to an ask. */
export interface RequestPart {
  items: RequestItemView[];
}

/** What was asked for in the job before, as it would be asked for in this one. */
export interface RequestAsLastTime {
  /** The job before, by its name. */
  of: string;
  title: string;
  items: ItemAsked[];
  wantedBy: string;
}

/** A request that is asked with each job of a service line. */
export interface RequestEachTime {
  id: string;
  /** The service of the line. */
  of: string;
  title: string;
  items: ItemAsked[];
  dayOfMonth: number;
  daysToAnswer: number;
  isPortalOnly: boolean;
  at: string;
  by: string;
}

/** What will go out, shown before it does. */
export interface SendPreview {
  messages: { contactId: string; to: string; address: string; subject: string; body: string; goesOut: GoesOut }[];
  /** Contacts that get nothing, and why. */
  nobody: { name: string; why: string }[];
  /** Who finds it in the portal and is not written to. */
  inPortal?: string[];
  /** Who of the firm has a part in it now, and is told as they wish. */
  ours?: string[];
  /** What should be looked at before it goes, in sentences. */
  warnings?: string[];
  /** Who of those written to has never been in the portal, and can be invited with it. */
  neverIn?: string[];
}

export interface PortalDoor {
  firm: string;
  /** "needs code", or "one click" on a device that was confirmed before; "waits" while a new address is made sure of. */
  state: 'needs code' | 'one click' | 'inside' | 'waits';
  /** The day on which a new address opens it by itself. */
  opensOn: string | null;
  /** The address, mostly covered: "b•••@dunmarra.example". */
  address: string;
  name: string | null;
  /** Where the link leads once inside. */
  leadsTo: string;
}

export interface PortalInvoice {
  id: string;
  number: string;
  client: string;
  issuedOn: string;
  dueOn: string;
  what: string;
  net: Money;
  vat: Money;
  gross: Money;
  paid: Money;
  status: 'issued' | 'paid' | 'cancelled';
  paidAt: string | null;
  /** Its PDF is there to be opened; it is made a moment after the bill is approved. */
  hasPdf: boolean;
  /** Why the last try to pay was refused. */
  refusal: string | null;
}

/** Who is in the portal; `looking` when it is a person of the firm who sees it as the client does. */
export interface PortalMe {
  firm: string;
  /** Tells one logo of the firm from another; null where it has none. */
  logo: string | null;
  /** The clock of the firm, IANA name. */
  zone: string;
  /** The country of the firm, ISO 3166-1: how days are written in figures. */
  country: string;
  name: string;
  today: string;
  looking: boolean;
  /** Nothing can be saved for the moment. */
  readOnly: boolean;
}

/** What is known of whoever is in the portal, and the devices on which they come in with one click. */
export interface PortalYou {
  email: string | null;
  phones: string[];
  clients: { id: string; name: string; role: string | null }[];
  devices: { id: string; name: string; since: string; lastIn: string | null; here: boolean }[];
}

/** The door of the portal stands open, and where it leads. */
export interface DoorOpened {
  leadsTo: string;
}

/** By whom something was opened in the portal. */
export interface OpenedBy {
  name: string;
  firstAt: string;
  lastAt: string;
  times: number;
}

/** Something that a person opened in the portal. */
export interface OpenedThing extends Omit<OpenedBy, 'name'> {
  kind: string;
  id: string;
  what: string;
  client: string;
}
