import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsNotEmpty, IsUUID, Min, ValidateIf } from 'class-validator';
import { type Category, type JobFacts, type JobFactsChanged, type JobStatus, PRIORITIES, type Priority, enteredJobFacts } from '@steady/core/jobs';
import type { JobPrerequisite } from '@steady/core/procedures';
import type { JobMoney } from '@steady/core/wip';
import type { Workings } from '@steady/core/workings';
import type { Money } from '@steady/core/money';
import { IsDay, IsLine, IsMoney, IsNotBefore, IsText, LeftOut, Trimmed } from './checks';
import { changeInput } from './facts-input';
import { BeginWork } from './how-it-begins';
import type { DocumentView } from './documents';
import type { ListValue } from './lists';
import type { TaskView } from './tasks';

/** Which version of a record was seen by whoever acts on it. */
export class SeenVersion {
  @IsInt()
  @Min(1)
  version: number;
}

export class HoldJob {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is on hold: it is what colleagues will see.' })
  @IsText(200, 'A reason')
  reason: string;

  /** It goes on by itself on this day. */
  @LeftOut()
  @IsDay()
  until?: string;
}

/** Work that will not be done. */
export class CancelJob {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it will not be done: it is what colleagues will see.' })
  @IsText(200, 'A reason')
  reason: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class StopJob {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is blocked: it is what colleagues will see.' })
  @IsText(200, 'A reason')
  reason: string;

  /** The colleague it waits for, who is told. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  forId?: string;
}

/** Work that no rhythm of a service asks for. */
class WorkByHand extends BeginWork {
  /** "none" for work that goes by no procedure: it is one task. */
  @ValidateIf((o: WorkByHand) => o.procedureId !== 'none')
  @IsUUID(undefined, { message: 'Choose how the work is done.' })
  procedureId: string;

  @Trimmed()
  @IsNotEmpty({ message: 'Give the job a name.' })
  @IsLine(200, 'A name')
  name: string;

  @IsDay()
  startOn: string;

  @IsNotBefore('startOn', { message: 'It is due on or after the day it starts.' })
  @IsDay()
  dueOn: string;

  @LeftOut()
  @IsMoney(0)
  fee?: Money;

  @LeftOut()
  @IsIn(PRIORITIES)
  priority?: Priority;
}

export class AddJob extends WorkByHand {
  @IsUUID(undefined, { message: 'Choose the client.' })
  clientId: string;

  /** With whom of the client it is settled. */
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a person of the client.' })
  contactId?: string;
}

/** The same work for many clients at once. */
export class AddJobs extends WorkByHand {
  @ArrayMinSize(1, { message: 'Choose at least one client.' })
  @ArrayMaxSize(50)
  @IsUUID(undefined, { each: true })
  clientIds: string[];
}

/** Jobs that something is asked of together. */
export class TheseJobs {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  ids: string[];
}

/** What was begun for many clients, and for whom it was not, and why. */
export interface JobsBegun {
  ids: string[];
  not: { clientId: string; client: string; why: string }[];
}

/** A change of some facts of a job. Its last day is ours to name only where no rule sets it. */
export class ChangeJob extends changeInput<JobFactsChanged>(enteredJobFacts) {
  /** A word to whoever gets the job. */
  @LeftOut()
  @Trimmed()
  @IsText(500, 'A word')
  word?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export interface PhaseView {
  key: string;
  name: string;
  tasks: number;
  done: number;
  /** Tasks that were skipped with it. */
  passedOver: number;
  /** Asks that hold it and are not done. */
  asksOpen: number;
  stands: 'done' | 'current' | 'ahead';
  /** When it was entered or left, ISO moment. */
  enteredAt: string | null;
  doneAt: string | null;
  /** What it wants besides its tasks; null when nothing. */
  wants: string | null;
  complete: boolean;
  approvedBy: string | null;
  /** A second person's approval is part of it. */
  wantsApproval: boolean;
  /** What is planned to be asked of the client in it and was not sent yet. */
  proposedRequests: { key: string; title: string; items: { name: string; description: string }[] }[];
}

export const ACTION_STATES = ['planned', 'waits', 'done', 'left out', 'failed', 'taken back'] as const;
export type ActionState = (typeof ACTION_STATES)[number];

/** An action of a job that is done, left out, taken back or to be tried again. */
export interface JobActionView {
  id: string;
  what: string;
  state: ActionState;
  at: string;
  /** The day on which it is carried out, while it waits for that. */
  dueOn: string | null;
  error: string | null;
}

/** Something that has to be so before the work of a job begins is so, or is not after all. */
export class ConfirmPrerequisite {
  @IsLine(60, 'A key')
  key: string;

  @IsBoolean()
  isSo: boolean;
}

/** Everything that the work needs from the client is there, or is not after all. */
export class EverythingIn {
  @IsBoolean()
  isIn: boolean;
}

/** A job with its facts; its fee stands with its money, for those who may see it. */
export interface JobView extends Omit<JobFacts, 'fee'> {
  id: string;
  version: number;
  number: number;
  clientId: string;
  client: string;
  clientWay: string;
  rhythm: string;
  stuckSince: string | null;
  stuckFor: string | null;
  asksToMove: boolean;
  /** The working day on which it enters its next phase, while it waits for that. */
  goesOnOn: string | null;
  service: string | null;
  procedure: { id: string; name: string; version: number | null; now: number } | null;
  actions: JobActionView[];
  /** Bills that stand on another job of the client while time is recorded here. */
  billsElsewhere: string[];
  obligation: {
    id: string;
    status: string;
    receipt: string | null;
    filedAt: string | null;
    filedBy: string | null;
    authority: string;
    workings: Workings;
  } | null;
  contacts: { id: string; name: string; email: string | null; mobile: string | null; role: string | null; getsRequests: boolean; signs: boolean }[];
  waitingSince: string | null;
  /** Papers or answers were asked for in it: it is noted by itself when they are all there. */
  wasAsked: boolean;
  phases: PhaseView[];
  passedOver: { name: string; why: string }[];
  prerequisites: JobPrerequisite[];
  /** The last day on which records come in time; null where the firm has agreed nothing. */
  lastSafe: { day: string; workings: Workings; isPast: boolean; consequence: string } | null;
  tasks: TaskView[];
  documents: DocumentView[];
  money: JobMoney | null;
  wip: Money | null;
}

export interface JobRow {
  id: string;
  version: number;
  priority: Priority;
  ownStatus: string | null;
  stuckReason: string | null;
  asksToMove: boolean;
  service: string | null;
  procedureId: string | null;
  phaseKey: string | null;
  phaseSince: string | null;
  preparer: string | null;
  manager: string | null;
  partner: string | null;
  category: Category;
  startOn: string;
  estimate: number;
  recorded: number;
  number: number;
  name: string;
  clientId: string;
  client: string;
  status: JobStatus;
  phase: string | null;
  dueOn: string;
  targetOn: string;
  waitingSince: string | null;
  holdReason: string | null;
  closedReason: string | null;
  tasks: number;
  tasksDone: number;
  /** Of a phase that was skipped: neither done nor to do. */
  tasksPassedOver: number;
  who: string | null;
  values: Record<string, ListValue>;
}

/** Columns shown until somebody chooses others, beside the client and the job. */
export const USUAL_JOB_COLUMNS = ['due', 'stands', 'tasks', 'who', 'number'] as const;

export const JOB_STATES = ['overdue', 'waits for client', 'on hold', 'blocked', 'asks to move', 'nobody on it'] as const;
export type JobState = (typeof JOB_STATES)[number];

export interface JobTotals {
  jobs: number;
  overdue: number;
  dueThisWeek: number;
  waitsForClient: number;
  onHold: number;
  stuck: number;
  asking: number;
}

export interface HistoryLine {
  id: string;
  at: string;
  who: string;
  kind: string;
  what: string;
  jobId: string | null;
  clientId: string | null;
}

/** Of many that were to be taken back: how many were, and on how many somebody has worked since. */
export interface TakenBack {
  takenBack: number;
  left: number;
}

declare module './today' {
  interface TodayView {
    waiting: WaitingForClients;
    tasks: First<TodayTask>;
    /** Of all those tasks, how many should have been done before today, and wait for nobody. */
    tasksOverdue: number;
    /** Jobs whose phase is complete and asks before it moves. */
    asking: First<JobRow>;
    stuck: First<JobRow>;
    onHold: First<JobRow>;
    nobodyOnIt: First<JobRow>;
    /** Jobs that a second person has to approve. */
    toApprove: First<{ id: string; name: string; client: string; phase: string }>;
  }
}
