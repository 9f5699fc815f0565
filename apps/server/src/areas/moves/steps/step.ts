import type { ActionOf, Does } from '@steady/core/procedures';
import type { Work } from '../../../platform/work';
import type { Job } from '../../jobs';
import type { PostService } from '../../post';

/** What became of an action: what is worth adding to its sentence, and what it has brought about, to take that back. */
export interface CarriedOut<Brought> {
  also: string | null;
  /** Null where nothing was changed: there is nothing to take back. */
  brought: Brought | null;
}

/** What is wrong with what an action names; `of`, where it is one thing among several of that sort. */
export interface Missing {
  of?: string;
  why: string;
}

export type WhoGets = Awaited<ReturnType<PostService['recipients']>> | { why: string };

/** How one kind of action is carried out, and how what it has brought about is taken back: both, or it does not compile. */
export interface Step<Kind extends Does, Brought extends object> {
  /** @throws Error that says why it could not be: it stands in the list of the job then, to be tried again */
  carryOut(work: Work, action: ActionOf<Kind>, job: Job, phaseKey: string): Promise<CarriedOut<Brought>>;
  /** @throws Problem that says why it cannot be: it was worked on, approved or read since, or has left the house */
  takeBack(work: Work, job: Job, brought: Brought, action: ActionOf<Kind>): Promise<void>;
  /**
   * To whom it would go, where that is not whoever gets requests of the job: nothing is written. Where a task would take its place, why, a sentence.
   */
  whoGets?(work: Work, action: ActionOf<Kind>, job: Job): Promise<WhoGets>;
  /** What the action names and the firm does not have, "the message is not there any more, choose another"; null when it is there. */
  missing?(work: Work, action: ActionOf<Kind>): Promise<Missing | null>;
}

export const nothing = (also: string | null = null): CarriedOut<never> => ({ also, brought: null });
export const brought = <Brought extends object>(what: Brought, also: string | null = null): CarriedOut<Brought> => ({ also, brought: what });

/** What is added to a sentence where a task stands for what nobody could be sent. */
export const IN_PLACE = 'there is nobody to write to, so a task takes its place';
