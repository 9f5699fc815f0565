import { IsBoolean, IsInt, IsNotEmpty, IsOptional, IsUUID, Max, Min, ValidateIf } from 'class-validator';
import type { JobMoney } from '@steady/core/wip';
import type { Workings } from '@steady/core/workings';
import { IsDay, IsText, Trimmed } from './checks';
import type { RequestView } from './requests';

export const JOB_STATUSES = ['open', 'on hold', 'finished'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];

export class TickTask {
  @IsBoolean()
  done: boolean;

  @IsInt()
  @Min(1)
  version: number;
}

export class ChangeTask {
  @ValidateIf((o: ChangeTask) => o.assigneeId !== null)
  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  assigneeId?: string | null;

  @IsOptional()
  @IsInt({ message: 'Give a length of time, for example 1:30.' })
  @Min(0)
  @Max(60_000)
  estimate?: number;

  @IsOptional()
  @IsDay()
  startOn?: string;

  @IsOptional()
  @IsDay()
  dueOn?: string;

  @IsInt()
  @Min(1)
  version: number;
}

export class HoldJob {
  @Trimmed()
  @IsNotEmpty({ message: 'Say why it is on hold: it is what colleagues will see.' })
  @IsText(200, 'A reason')
  reason: string;
}

export interface TaskView {
  id: string;
  version: number;
  phaseKey: string;
  name: string;
  role: string;
  assigneeId: string | null;
  assignee: string | null;
  estimate: number;
  recorded: number;
  startOn: string;
  dueOn: string;
  doneAt: string | null;
  doneBy: string | null;
  /** Names of tasks not done that it waits for. */
  waitsFor: string[];
  doneByEvent: 'request sent' | 'filed' | null;
}

export interface PhaseView {
  key: string;
  name: string;
  tasks: number;
  done: number;
  requestsOpen: number;
  stands: 'done' | 'current' | 'ahead';
  /** When it was entered or left, ISO moment. */
  enteredAt: string | null;
  doneAt: string | null;
  proposedRequest: { title: string; items: { name: string; description: string }[] } | null;
}

export interface JobView {
  id: string;
  version: number;
  number: number;
  name: string;
  clientId: string;
  client: string;
  clientWay: string;
  rhythm: string;
  status: JobStatus;
  holdReason: string | null;
  /** Why it was closed before it was done. */
  closedReason: string | null;
  periodStart: string;
  periodEnd: string;
  startOn: string;
  targetOn: string;
  dueOn: string;
  obligation: {
    id: string;
    status: string;
    receipt: string | null;
    filedAt: string | null;
    filedBy: string | null;
    authority: string;
    workings: Workings;
  } | null;
  partnerId: string | null;
  managerId: string | null;
  preparerId: string | null;
  contacts: { name: string; email: string | null }[];
  everythingInOn: string | null;
  waitingSince: string | null;
  waitingFor: string | null;
  phases: PhaseView[];
  passedOver: { name: string; why: string }[];
  tasks: TaskView[];
  requests: RequestView[];
  documents: DocumentView[];
  money: JobMoney | null;
  wip: number | null;
}

export interface DocumentView {
  id: string;
  name: string;
  bytes: number;
  kind: string;
  at: string;
  by: string;
  clientId: string;
  client: string;
  jobId: string | null;
}

export interface JobRow {
  id: string;
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
  who: string | null;
  fee: number;
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
