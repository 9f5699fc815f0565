import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsOptional, IsString, IsUUID, Max, Min, ValidateIf } from 'class-validator';
import type { MoveKind } from '@steady/core/procedures';
import { IsLine, IsText, LeftOut, Trimmed } from './checks';
import { PRIORITIES, type Priority } from '@steady/core/jobs';
import { TheseJobs } from './jobs';

/** A move by hand, as it was looked at before. */
export class MoveJob {
  /** Key of the phase it goes to; null finishes the job. */
  @ValidateIf((o: MoveJob) => o.to !== null)
  @IsString({ message: 'Choose where the job goes.' })
  to: string | null;

  /** Keys of the actions that are left out this time. */
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  leaveOut: string[];

  /** Keys of the actions that were done for this job before and are to be done once more. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  again?: string[];

  /** At the end of a job: what is still asked of the client goes on being asked; without it, it is withdrawn. */
  @LeftOut()
  @IsBoolean()
  keepAsks?: boolean;

  /** Back or over a phase wants a reason. */
  @LeftOut()
  @Trimmed()
  @IsText(200, 'A reason')
  why?: string;

  @IsInt()
  @Min(1)
  version: number;

  /** Under which the move is kept, so that it can be taken back. */
  @LeftOut()
  @IsUUID()
  batchId?: string;
}

/** What became of a move. */
export interface Moved {
  /** It can be taken back: nothing has left the house. */
  mayUndo: boolean;
}

/** What a move would bring about, before it is made. */
export interface MovePreview {
  kind: MoveKind;
  from: string | null;
  to: string | null;
  toKey: string | null;
  /** One sentence each; `outside` where something leaves the house by itself, `isLater` where it does so on another day, `doneBefore` where it was done already and is left out unless asked for. */
  acts: { key: string; what: string; outside: boolean; count?: number; doneBefore?: string; isLater?: boolean }[];
  /** What one should know: tasks left behind, nobody to write to. */
  notices: string[];
  /** It goes back, or past phases: colleagues will ask why. */
  wantsWhy: boolean;
  /** Titles of what is still asked of the client, where the move ends the job. */
  openAsks: string[];
}

/** Where a move of many goes, for each of them: a phase by its key, null for the end, the next phase where nothing is said. */
export class LookAtMove extends TheseJobs {
  @ValidateIf((o: LookAtMove) => o.to !== null)
  @IsOptional()
  @IsLine(60, 'A key')
  to?: string | null;
}

/** What moving many would bring about, summed up, before it is done. */
export interface ManyLookedAt {
  acts: MovePreview['acts'];
  /** How many of the messages would go out on another day: outside the hours, or to people who have had as many as they get in a day. */
  later: number;
  /** Open tasks that would be marked as passed over, and on how many jobs. */
  leftBehind: { tasks: number; jobs: number };
  /** What is still asked of clients, where the move ends their jobs: how many asks, of how many jobs. */
  openAsks: { asks: number; jobs: number };
  /** Jobs that would stay as they are, by the reason. */
  stay: { why: string; jobs: number }[];
}

/** A phase that several jobs have, and how many of them. */
export interface CommonPhase {
  key: string;
  name: string;
  jobs: number;
}

/** A change to many jobs at once. */
export class ChangeJobs {
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  ids: string[];

  /** Changes sent in parts belong together by it, and are taken back together. */
  @IsUUID()
  batchId: string;

  @IsIn(['people', 'priority', 'status', 'dates', 'move', 'hold', 'resume'])
  change: 'people' | 'priority' | 'status' | 'dates' | 'move' | 'hold' | 'resume';

  @LeftOut()
  @IsIn(['partnerId', 'managerId', 'preparerId'])
  role?: 'partnerId' | 'managerId' | 'preparerId';

  @ValidateIf((o: ChangeJobs) => o.personId !== null)
  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  personId?: string | null;

  @LeftOut()
  @IsIn(PRIORITIES)
  priority?: Priority;

  /** A status, or why they are held or moved. */
  @LeftOut()
  @Trimmed()
  @IsText(200, 'A text')
  text?: string;

  /** Where they are moved: a phase by its key, null for their end, the next phase where nothing is said. */
  @ValidateIf((o: ChangeJobs) => o.to !== null)
  @IsOptional()
  @IsLine(60, 'A key')
  to?: string | null;

  /** Working days by which our target moves; below zero brings it forward. */
  @LeftOut()
  @IsInt({ message: 'Give a whole number of working days.' })
  @Min(-200)
  @Max(200)
  days?: number;

  @LeftOut()
  @IsArray()
  @IsString({ each: true })
  leaveOut?: string[];

  /** Where jobs are moved to their end: what is still asked of clients goes on being asked. */
  @LeftOut()
  @IsBoolean()
  keepAsks?: boolean;
}

export interface JobsChanged {
  changed: number;
  /** Jobs that stay as they are, and why. */
  not: { id: string; job: string; why: string }[];
}

export interface JobBatchView {
  undone: number;
  not: { job: string; why: string }[];
}

/** One phase of a procedure with what stands in it. */
export interface FlowBand {
  key: string;
  name: string;
  jobs: number;
  overdue: number;
  /** Jobs that wait to be moved by a person. */
  asking: number;
  waitsForClient: number;
  onHold: number;
  stuck: number;
  /** The longest wait: since when, whose job and for whom. */
  longest: { since: string; jobId: string; client: string; why: string } | null;
}

export interface FlowView {
  procedures: { id: string; name: string; jobs: number }[];
  procedureId: string | null;
  bands: FlowBand[];
  finished: number;
}
