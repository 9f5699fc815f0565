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
  /** Why it cannot go on by itself; null when it can. */
  blocked: string | null;
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
  /** Who tries it again: the kind under which an area registers that. */
  kind: string;
  what: string;
  why: string | null;
  jobId: string | null;
  client: string | null;
  at: string;
}

/** What of a day needs somebody. Each area says in its own file what it brings (`declare module './today'`). */
export interface TodayView {
  /** What should have happened by itself and did not. */
  failed: First<FailedLine>;
}
