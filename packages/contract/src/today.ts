import type { JobRow } from './jobs';
import type { GoingOut } from './post';

/** The first of a list, and how many there are in all. */
export interface First<T> {
  rows: T[];
  count: number;
}

export interface TodayLine {
  id: string;
  what: string;
  clientId: string;
  client: string;
  jobId: string | null;
  dueOn: string | null;
  /** "on hold: ...", "waits for client" */
  why: string;
  since: string | null;
  who: string | null;
}

export interface TodayTask {
  id: string;
  version: number;
  name: string;
  jobId: string;
  job: string;
  client: string;
  estimate: number;
  dueOn: string;
  waits: string | null;
  /** Why it stands so high, in words. */
  why: string | null;
}

/** Jobs that wait for clients, by the days they have waited. */
export interface WaitingForClients {
  jobs: number;
  upTo3: number;
  upTo7: number;
  upTo14: number;
  longer: number;
  longest: { jobId: string; client: string; since: string } | null;
}

export interface FailedLine {
  id: string;
  kind: 'action' | 'message';
  what: string;
  why: string | null;
  jobId: string | null;
  client: string | null;
  at: string;
}

export interface TodayView {
  overdue: First<TodayLine>;
  answered: First<TodayLine>;
  dueThisWeek: First<TodayLine>;
  waiting: WaitingForClients;
  /** What is planned to go out on the next days. */
  goingOut: GoingOut[];
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
  /** What should have happened by itself and did not. */
  failed: First<FailedLine>;
  room: { memberId: string; name: string; booked: number; room: number }[];
  nobodyToWriteTo: First<{ id: string; name: string }>;
  unbilled: { upTo30: number; upTo60: number; upTo90: number; over90: number } | null;
  minutesToday: number;
  minutesRoom: number;
}
