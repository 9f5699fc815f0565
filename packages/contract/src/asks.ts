import 'reflect-metadata';
import { IsBoolean, IsInt, IsNotEmpty, Min } from 'class-validator';
import type { AskState, ForUs, NextFollowUp, Owed, PartyState, troubleOf } from '@steady/core/asks';
import { IsDay, IsLine, IsText, LeftOut, Trimmed, TrimmedToSome } from './checks';

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
  name: string;
  state: PartyState;
  /** Since when it is their turn; null while somebody before them has not finished. */
  turnSince: string | null;
  doneAt: string | null;
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
  jobId: string | null;
  jobName: string | null;
  owed: Owed[];
  forUs: ForUs[];
  /** Why it needs somebody's eye; null when nothing is wrong. */
  trouble: ReturnType<typeof troubleOf>;
  parties: PartyView[];
  /** The next follow-up, or why there is none; and how many have gone out by themselves. */
  followUp: NextFollowUp & { sent: number; isStopped: boolean };
  part: Part;
}

/** An open ask with what is missing of it, over the whole firm. */
export interface MissingAsk {
  id: string;
  kindName: string;
  title: string;
  clientId: string;
  client: string;
  jobId: string | null;
  job: string | null;
  /** The deadline of its job. */
  dueOn: string | null;
  wantedBy: string;
  /** It is with the client, and was wanted by an earlier day. */
  isLate: boolean;
  askedAt: string;
  /** When a message about it went out last; null where none has. */
  lastWritten: string | null;
  followUp: NextFollowUp;
  owed: Owed[];
  forUs: ForUs[];
}

export interface MissingView {
  asks: MissingAsk[];
  /** How many more there are. */
  more: number;
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

declare module './today' {
  interface TodayView {
    answered: First<TodayLine>;
    /** How many things are missing, of how many clients. */
    missing: { things: number; clients: number };
  }
}
