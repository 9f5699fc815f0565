import { IsBoolean, IsInt, IsNotEmpty, IsUUID, Max, Min } from 'class-validator';
import { IsDay, IsMoney, IsText, LeftOut, Trimmed } from './checks';
import type { Money } from '@steady/core/money';

/** Time as it should have been written down; its job stays. */
export class CorrectTimeEntry {
  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a task of the job.' })
  taskId?: string;

  @IsDay()
  on: string;

  @IsInt({ message: 'Give a length of time, for example 1:30.' })
  @Min(1, { message: 'Give a length of time, for example 1:30.' })
  @Max(1440, { message: 'A day has 24 hours.' })
  minutes: number;

  /** The day was as long as that: whoever writes it was asked. */
  @LeftOut()
  @IsBoolean()
  longDay?: boolean;

  @Trimmed()
  @LeftOut()
  @IsText(300, 'A note')
  note?: string;
}

export class AddTimeEntry extends CorrectTimeEntry {
  @IsUUID(undefined, { message: 'Choose the job.' })
  jobId: string;
}

/** An expense as it should have been written down. */
export class CorrectExpense {
  @IsDay()
  on: string;

  @IsMoney(1)
  amount: Money;

  @Trimmed()
  @IsNotEmpty({ message: 'Say what the money was spent on.' })
  @IsText(200, 'A description')
  what: string;
}

export class AddExpense extends CorrectExpense {
  @IsUUID(undefined, { message: 'Choose the job.' })
  jobId: string;
}

export interface ExpenseView {
  id: string;
  on: string;
  who: string;
  what: string;
  /** Null for whoever may not see fees. */
  amount: Money | null;
  mayCorrect: boolean;
}

export class StartTimer {
  @IsUUID(undefined, { message: 'Choose the job.' })
  jobId: string;

  @LeftOut()
  @IsUUID(undefined, { message: 'Choose a task of the job.' })
  taskId?: string;
}

export interface TimerView {
  startedAt: string;
  jobId: string;
  taskId: string | null;
  job: string;
  client: string;
  task: string | null;
}

export interface TimeEntryView {
  id: string;
  on: string;
  who: string;
  jobId: string;
  job: string;
  client: string;
  task: string | null;
  taskId: string | null;
  minutes: number;
  /** Whoever asks may correct it or take it back. */
  mayCorrect: boolean;
  rate: Money | null;
  value: Money | null;
  note: string | null;
}

export interface TimeSheet {
  from: string;
  until: string;
  entries: TimeEntryView[];
  /** Minutes of the person's pattern in the span. */
  expected: number;
  total: number;
}

export interface TimerNow {
  timer: TimerView | null;
  now: string;
}

export interface TimerStopped {
  minutes: number | null;
}
