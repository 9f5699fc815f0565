import 'reflect-metadata';
import { IsBoolean, IsInt, IsNotEmpty, IsUUID, Min, ValidateIf } from 'class-validator';
import type { AskState, ForUs, NextFollowUp, Owed, PartyState, ThingState, troubleOf } from '@steady/core/asks';
import { IsDay, IsLine, IsText, LeftOut, Trimmed, TrimmedToSome } from './checks';
import type { ListValue } from './lists';

export class WithdrawAsk {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is withdrawn: colleagues will ask.' })
  @IsText(500, 'A reason')
  reason: string;
}

export class ChangeAsk {
  @LeftOut()
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Give it a title: the client reads it first.' })
  @IsLine(160, 'A title')
  title?: string;

  @LeftOut()
  @IsDay({ message: 'Give the day by which you need it.' })
  wantedBy?: string;

  /** The day on which it goes out, as long as it has not. */
  @LeftOut()
  @IsDay({ message: 'Give the day on which it goes out.' })
  sendOn?: string;

  @IsInt()
  @Min(1)
  version: number;
}

/** Whether a client is followed up about an ask. */
export class SetFollowUps {
  @IsBoolean()
  on: boolean;
}

export interface PartyView {
  id: string;
  /** Which of the client's people it is, or which person of the firm; both null for whoever gets asks of that kind. */
  contactId: string | null;
  memberId: string | null;
  name: string;
  /** Those of one place are asked at the same time. */
  position: number;
  state: PartyState;
  /** Since when it is their turn; null while somebody before them has not finished. */
  turnSince: string | null;
  doneAt: string | null;
  /** By when their part is wanted; null where that is the day of all of it. */
  wantedBy: string | null;
}

/** Anything wanted from a client, as the firm sees it; `part` is what its kind adds. */
export interface AskView<Part = unknown> {
  id: string;
  version: number;
  kind: string;
  kindName: string;
  title: string;
  words: string | null;
  wantedBy: string;
  askedAt: string;
  askedBy: string;
  state: AskState;
  stateSince: string;
  reason: string | null;
  clientId: string;
  jobId: string | null;
  jobName: string | null;
  owed: Owed[];
  forUs: ForUs[];
  /** Why it needs somebody's eye; null when nothing is wrong. */
  trouble: ReturnType<typeof troubleOf>;
  parties: PartyView[];
  /** The next follow-up, or why there is none; and how many have gone out by themselves. */
  followUp: NextFollowUp & { sent: number; isStopped: boolean };
  /** When a message about it went out last; null where none has. */
  lastWritten: string | null;
  /** The day on which it goes out, or went. Null for what was sent at once. */
  sendOn: string | null;
  /** The client is told in the portal, and not written to. */
  isPortalOnly: boolean;
  /** For which day the client promised what is missing. */
  promisedFor: string | null;
  part: Part;
}

/** What of all that is wanted a list shows: all of it, what clients owe, what waits for us, what is past its last safe day. */
export const MISSING_VIEWS = ['all', 'owed', 'for us', 'past the last safe day'] as const;
export type MissingOf = (typeof MISSING_VIEWS)[number];

/** One thing that the work of a job needs from its client, over the whole firm. */
export interface MissingRow {
  id: string;
  what: string;
  state: ThingState;
  since: string;
  /** What they asked, what came, why it was sent back. */
  why: string | null;
  clientId: string;
  client: string;
  way: string;
  jobId: string | null;
  job: string | null;
  /** The deadline of its job, and the last day on which records come in time for it. */
  dueOn: string | null;
  lastSafe: string | null;
  isPastSafe: boolean;
  /** The ask in which it was asked for; none for what is yet to be asked or confirmed. */
  askId: string | null;
  itemId: string | null;
  /** The key by which it is confirmed. */
  key: string;
  title: string | null;
  askedAt: string | null;
  sendOn: string | null;
  wantedBy: string | null;
  isLate: boolean;
  promisedFor: string | null;
  /** When a message about its ask went out last; null where none has. */
  lastWritten: string | null;
  followUp: NextFollowUp | null;
  values: Record<string, ListValue>;
}

/** The columns that the list shows where nobody has chosen others. */
export const USUAL_MISSING_COLUMNS = ['state', 'happened', 'next'] as const;

/** How much is missing: things and clients, those that wait longer than two weeks, questions for us, and what goes out next. */
export interface MissingSum {
  things: number;
  clients: number;
  long: number;
  questions: number;
  toAsk: number;
  pastSafe: number;
  next: { on: string; count: number } | null;
}

/** What a client said about what is missing, on the telephone say. */
export class NoteSaid {
  @LeftOut()
  @IsUUID()
  jobId?: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Write down what they said.' })
  @IsText(2_000, 'A note')
  text: string;

  /** Which colleague is to know. */
  @LeftOut()
  @IsUUID()
  forId?: string;

  /** The day for which they promised what is missing. */
  @LeftOut()
  @IsDay({ message: 'Give the day for which they promised it.' })
  promisedFor?: string;
}

/** What was promised, after all: another day, or none. */
export class SetPromise {
  @ValidateIf((_, value) => value !== null)
  @IsDay({ message: 'Give the day for which they promised it.' })
  on: string | null;
}

/** The same as one person of the client sees it. */
export interface PortalAsk<Part = unknown> {
  id: string;
  /** Their own part in it. */
  partyId: string;
  kind: string;
  title: string;
  words: string | null;
  client: string;
  jobName: string | null;
  wantedBy: string;
  askedBy: string;
  askedAt: string;
  doneAt: string | null;
  stands: 'wanted' | 'with us' | 'done' | 'refused' | 'not needed';
  /** Who did their part before. */
  doneBefore: string[];
  part: Part;
}

/** An ask that lies with a client, with the day by which it is wanted. */
export interface WantedLine {
  id: string;
  title: string;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  wantedOn: string;
  /** How many things of it are missing. */
  things: number;
  promisedFor: string | null;
  who: string | null;
}

declare module './today' {
  interface TodayView {
    answered: First<TodayLine>;
    /** What clients owe by the end of this week, or owed before it. */
    wanted: First<TodayLine>;
    /** How many things are missing, of how many clients. */
    missing: { things: number; clients: number };
  }
}
