import type { ProblemDetails } from '@steady/contract/problem';

/** A kind of heavy work. Areas declare theirs as constants; `heavy-worker.ts` says who carries it out. */
export interface HeavyTask<Given, Made> {
  name: string;
  /** Only for the types. */
  given?: Given;
  made?: Made;
}

export const heavyTask = <Given, Made>(name: string): HeavyTask<Given, Made> => ({ name });

export interface HeavyOrder {
  name: string;
  given: unknown;
}

export type HeavyAnswer = { made: unknown } | { problem: ProblemDetails } | { error: string };
