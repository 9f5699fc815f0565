import { IsBoolean, IsInt, IsNotEmpty, IsOptional, IsUUID, Max, Min, ValidateIf } from 'class-validator';
import type { DoneBy } from '@steady/core/procedures';
import { IsDay, IsLine, IsText, LeftOut, Trimmed, TrimmedToSome } from './checks';

export class TickTask {
  @IsBoolean()
  done: boolean;

  @IsInt()
  @Min(1)
  version: number;

  /** Under which the move that may come of it is kept, so that it can be taken back. */
  @LeftOut()
  @IsUUID()
  batchId?: string;
}

/** Who does a task, how long it may take and when. */
class WorkOfTask {
  @ValidateIf((o: ChangeTask) => o.assigneeId !== null)
  @IsOptional()
  @IsUUID(undefined, { message: 'Choose a person of the firm.' })
  assigneeId?: string | null;

  @LeftOut()
  @IsInt({ message: 'Give a length of time, for example 1:30.' })
  @Min(0)
  @Max(60_000)
  estimate?: number;

  @LeftOut()
  @IsDay()
  startOn?: string;

  @LeftOut()
  @IsDay()
  dueOn?: string;

  /** The job's own dates grow where the task would lie outside of them; never past a deadline that a rule sets. */
  @LeftOut()
  @IsBoolean()
  widen?: boolean;

  /** A word to the colleague who gets it. */
  @LeftOut()
  @Trimmed()
  @IsText(500, 'A word')
  word?: string;
}

/** A task that its procedure does not know, for this job alone. */
export class AddTask extends WorkOfTask {
  @Trimmed()
  @IsNotEmpty({ message: 'Say what is to be done.' })
  @IsLine(200, 'A task')
  name: string;

  /** The phase in which it is done. */
  @IsNotEmpty({ message: 'Choose the phase.' })
  @IsLine(60, 'A key')
  phaseKey: string;
}

export class ChangeTask extends WorkOfTask {
  @LeftOut()
  @TrimmedToSome()
  @IsNotEmpty({ message: 'Say what is to be done.' })
  @IsLine(200, 'A task')
  name?: string;

  @IsInt()
  @Min(1)
  version: number;
}

/** What came of a tick beside itself. */
export interface Ticked {
  /** The job is finished with it. */
  finished: boolean;
  /** The phase into which the job moved with it; null where it stayed, or is finished. */
  movedTo: string | null;
  /** That move can be taken back: nothing has left the house. */
  mayUndo: boolean;
  /** Titles of what the client was still asked, and is asked no more as the job is finished. */
  askedNoMore: string[];
}

export class TickCheck {
  @IsInt()
  @Min(0)
  @Max(49)
  at: number;

  @IsBoolean()
  done: boolean;

  @IsInt()
  @Min(1)
  version: number;
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
  doneByEvent: DoneBy | null;
  passedOver: boolean;
  /** Why it cannot go on, since when (ISO moment), and which colleague it waits for. */
  stuckReason: string | null;
  stuckSince: string | null;
  stuckFor: string | null;
  checks: { words: string; doneAt: string | null; doneBy: string | null }[];
  advice: string | null;
  links: string[];
}
