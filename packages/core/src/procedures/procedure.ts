import type { Condition } from '../conditions';
import type { DetailValue } from '../details';
import type { DayOfPlan } from './days';

export const TASK_ROLES = ['preparer', 'manager', 'partner'] as const;
export type TaskRole = (typeof TASK_ROLES)[number];

/** A day of a task, in working days after the job's start or before its target. */
export interface DayOfTask {
  days: number;
  from: 'start' | 'target';
}

/** What ticks a task by itself: a request of its phase goes out, a document is given for signature in it, the obligation gets its receipt. */
export const DONE_BY = ['request sent', 'given for signature', 'filed'] as const;
export type DoneBy = (typeof DONE_BY)[number];

export interface TaskPlan {
  key: string;
  name: string;
  role: TaskRole;
  /** A person by name, instead of whoever has the role at the client. */
  memberId?: string;
  /** Minutes. */
  estimate: number;
  /** Keys of tasks that must be done before it. */
  waitsFor?: string[];
  /** An event that does the task by itself. */
  doneBy?: DoneBy;
  /** Clients who do not meet it do not get the task. */
  onlyIf?: Condition;
  /** Without them the days of the job are shared over its tasks in order. */
  start?: DayOfTask;
  due?: DayOfTask;
  /** Points ticked one by one; who ticked and when is kept. */
  checks?: string[];
  advice?: string;
  links?: string[];
}

/** An information request that the phase wants from the client, proposed to the person who sends it. */
export interface RequestPlan {
  key: string;
  /** Clients who do not meet it are not asked. */
  onlyIf?: Condition;
  title: string;
  items: { name: string; description: string }[];
}

/** What happens by itself when a job enters a phase or leaves it done. */
export type Action = {
  key: string;
  onlyIf?: Condition;
  /** The working day on which it is carried out; at once where nothing is said. */
  on?: DayOfPlan;
} &
  /** Writes a kept message; where a job began with other words, those. */
  (
    | { does: 'message'; templateId: string; words?: { subject: string; body: string } }
    /** Sends one of the requests of the phase, wanted within so many days. */
    | { does: 'request'; requestKey: string; days: number }
    /** Gives the letter of a kind of document for signature, wanted within so many days. */
    | { does: 'signature'; kindId: string; days: number }
    | { does: 'task'; task: TaskPlan }
    /** Begins another job for the client, by another procedure. */
    | { does: 'procedure'; procedureId: string }
    /** Drafts a bill of so many hundredths of the agreed fee. */
    | { does: 'bill'; share: number }
    | { does: 'label'; label: string; put: boolean }
    /** From now on the client works online, or on paper. */
    | { does: 'way'; way: WayOfWork }
    | { does: 'detail'; detailId: string; value: DetailValue | null }
    | { does: 'tell'; role: TaskRole; words: string }
  );
export const WAYS_OF_WORK = ['online', 'paper'] as const;
export type WayOfWork = (typeof WAYS_OF_WORK)[number];

/**
 * When a phase is complete: its tasks are done and what was asked of the client is answered and signed (`tasks`); its
 * requests have to have been sent and answered (`answered`); a document has to have been signed (`signed`); somebody who
 * did none of its tasks has approved it (`approved`); or only a person says so (`by hand`).
 */
export const COMPLETIONS = ['tasks', 'answered', 'signed', 'approved', 'by hand'] as const;
export type Completion = (typeof COMPLETIONS)[number];

export interface PhasePlan {
  key: string;
  /** By what it is known in all procedures that hold it in common; see `followed`. */
  sharedAs?: string;
  name: string;
  /** Entry rule: clients who do not meet it pass the phase over. */
  onlyIf?: Condition;
  /** Phases of one branch exclude each other: every client is meant to take exactly one of them. */
  branch?: string;
  /** Who answers for it, by name: its tasks are theirs, but for those that name somebody else. */
  memberId?: string;
  tasks: TaskPlan[];
  requests?: RequestPlan[];
  onEntry?: Action[];
  onDone?: Action[];
  /** `tasks` where nothing is said. */
  completion?: Completion;
  /** The working day before which it is not entered, counted from the start of the job or from the day on which the phase before is done. */
  opens?: DayOfPlan;
  /** When complete, the job waits for a person to see what will happen, and to move it. */
  asks?: boolean;
}

/** What has to be so before the work of a job begins: the last period is closed, an authorisation is in force. Somebody of the firm confirms it. */
export interface Prerequisite {
  key: string;
  name: string;
  /** The first task cannot be ticked before it is confirmed. */
  holds: boolean;
}

/** The same at a job, with who confirmed it and when. */
export interface JobPrerequisite extends Prerequisite {
  /** ISO moment; null as long as nobody has. */
  confirmedAt: string | null;
  confirmedBy: string | null;
}

/** The prerequisites of a job by a version of its procedure: what was confirmed stays confirmed. */
export const prerequisitesOf = ({ prerequisites = [] }: Pick<Procedure, 'prerequisites'>, before: readonly JobPrerequisite[] = []): JobPrerequisite[] =>
  prerequisites.map((one) => {
    const { confirmedAt = null, confirmedBy = null } = before.find(({ key }) => key === one.key) ?? {};
    return { ...one, confirmedAt, confirmedBy };
  });

/** Those that hold the first task of a job, as nobody has confirmed them. */
export const holdingFirstTask = (prerequisites: readonly JobPrerequisite[]): JobPrerequisite[] =>
  prerequisites.filter(({ holds, confirmedAt }) => holds && confirmedAt === null);

/** How a kind of job is done. */
export interface Procedure {
  phases: PhasePlan[];
  prerequisites?: Prerequisite[];
}

/**
 * How work is done for which nobody has written a procedure: one task, to be ticked when it is done. Nobody has said how
 * long it takes.
 */
export const WITHOUT_PROCEDURE: Procedure = {
  phases: [{ key: 'work', name: 'Work', tasks: [{ key: 'work', name: 'Do the work', role: 'preparer', estimate: 0 }] }],
};

/**
 * A procedure with people who answer for its phases.
 *
 * @param people members of the firm by the keys of phases; a phase that is not named keeps whoever it has
 */
export const answeredForBy = ({ phases, ...rest }: Procedure, people: ReadonlyMap<string, string>): Procedure => ({
  ...rest,
  phases: phases.map((phase) => (people.has(phase.key) ? { ...phase, memberId: people.get(phase.key)! } : phase)),
});

/** All actions of a phase: those on entering it, then those when it is done. */
export const actionsOf = (phase: PhasePlan): Action[] => [...(phase.onEntry ?? []), ...(phase.onDone ?? [])];
