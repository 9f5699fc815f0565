import type { JobStatus, Priority } from './vocabularies';

/** Where a job stands, as it is kept. */
export interface JobStands {
  status: JobStatus;
  /** Name of the phase in which it stands; null when finished. */
  phase: string | null;
  holdReason: string | null;
  stuckReason: string | null;
  /** ISO moment since when the client owes an answer, and what. */
  waitingSince: string | null;
  waitingFor: string | null;
  /** Its phase is complete and asks to be looked at before it moves. */
  asksToMove: boolean;
}

/**
 * What a deadline says of its job, where one was begun.
 *
 * @example deadlineStands(null) // 'not begun'
 * @example deadlineStands({ status: 'on hold', holdReason: 'a dispute', phase: 'Prepare', waitingSince: null, waitingFor: null }) // 'on hold: a dispute'
 */
export function deadlineStands(job: Omit<JobStands, 'asksToMove' | 'stuckReason'> | null): string {
  if (job === null) return 'not begun';
  if (job.status === 'on hold') return `on hold: ${job.holdReason ?? ''}`;
  if (job.waitingSince !== null) return `waits for client: ${job.waitingFor ?? ''}`;
  return `in ${job.phase ?? 'no phase'}`;
}

/**
 * Why a job stays in its phase: what has to happen before it goes on, and who is to do it.
 *
 * @example whyItStays({ status: 'open', phase: 'Prepare', holdReason: null, stuckReason: null, waitingSince: null, waitingFor: null, asksToMove: true }) // 'waits to be moved'
 */
export function whyItStays({ status, holdReason, stuckReason, waitingSince, asksToMove }: JobStands): string {
  if (status === 'on hold') return `on hold: ${holdReason ?? ''}`;
  if (stuckReason !== null) return `blocked: ${stuckReason}`;
  if (waitingSince !== null) return 'waits for the client';
  return asksToMove ? 'waits to be moved' : 'waits for us';
}

/** What is known of an open task and of its job, by which one's own tasks are put in order. Days ISO. */
export interface TaskStands {
  jobStatus: JobStatus;
  priority: Priority;
  dueOn: string;
  /** The day on which everything asked of the client had come in. */
  everythingInOn: string | null;
  /** Tasks of other people begin only when it is done. */
  othersWait: boolean;
}

/** For so many days an answer of the client counts as fresh. */
export const DAYS_FRESH = 3;

/**
 * Why an open task stands so high among one's own; null for one that is only to be done in its time.
 *
 * @param today the day, and the day before which an answer is not fresh any more
 * @example whyFirst({ jobStatus: 'open', priority: 'usual', dueOn: '2026-03-11', everythingInOn: null, othersWait: false }, { today: '2026-03-11', fresh: '2026-03-08' }) // 'due today'
 */
export function whyFirst(
  { jobStatus, priority, dueOn, everythingInOn, othersWait }: TaskStands,
  { today, fresh }: { today: string; fresh: string },
): string | null {
  if (jobStatus === 'finished') return 'left of a finished job';
  if (priority === 'first') return 'first of all';
  if (everythingInOn !== null && everythingInOn >= fresh) return 'the client has answered';
  if (othersWait) return 'others wait for it';
  if (dueOn < today) return 'overdue';
  return dueOn === today ? 'due today' : null;
}
