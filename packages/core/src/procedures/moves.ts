import { counted } from '../words';
import type { Completion } from './procedure';

/** The kind of ask that a phase wants which is complete when something is signed. */
export const SIGNATURE = 'signature';

export interface PhaseState {
  key: string;
  name: string;
  completion?: Completion;
  /** What is planned to be asked of the client in it. */
  requests?: readonly { key: string; title: string }[];
  /** When complete, a person moves the job. */
  asks?: boolean;
  /** Whether a second person has approved it. */
  approved?: boolean;
}

/** What decides whether a job moves: its phases in order, where it stands, and what is open in each. */
export interface JobProgress {
  phases: readonly PhaseState[];
  /** Key of the phase in which the job stands; null when finished. */
  current: string | null;
  tasks: readonly { phaseKey: string; done: boolean }[];
  /** What was asked of the client, without what was withdrawn; each counts for the phase in which it was asked. */
  asks: readonly AskOfPhase[];
}

/** An ask as the phase sees it in which it was asked. */
export interface AskOfPhase {
  phaseKey: string;
  kind: string;
  /** Which of the planned ones of the phase it is; null for none of them. */
  planKey: string | null;
  /** The phase is not complete before it is done. */
  holds: boolean;
  done: boolean;
  /** What may be said when all of its kind are done: "everything is signed". */
  doneWords: string;
}

export interface PhaseProgress {
  key: string;
  name: string;
  tasks: number;
  done: number;
  /** Asks that hold it and are not done. */
  asksOpen: number;
  /** Nothing is left to do in it, by its own rule. */
  complete: boolean;
  /** What it still wants besides its tasks, in words; null when nothing. */
  wants: string | null;
  asks: boolean;
  stands: 'done' | 'current' | 'ahead';
}

function wantsOf(phase: PhaseState, asks: readonly AskOfPhase[]): string | null {
  switch (phase.completion) {
    case 'answered': {
      const unsent = (phase.requests ?? []).filter((plan) => !asks.some((ask) => ask.planKey === plan.key));
      return unsent.length > 0
        ? `${unsent.map((plan) => `"${plan.title}"`).join(' and ')} ${unsent.length === 1 ? 'has' : 'have'} to be sent to the client`
        : null;
    }
    case 'signed':
      return asks.some((ask) => ask.kind === SIGNATURE) ? null : 'a document has to be given for signature';
    case 'approved':
      return phase.approved ? null : 'a second person has to approve it';
    case 'by hand':
      return 'it is moved by hand';
    default:
      return null;
  }
}

/** Progress of every phase in order. */
export function progress(job: JobProgress): PhaseProgress[] {
  const at = job.phases.findIndex((phase) => phase.key === job.current);
  return job.phases.map((phase, index) => {
    const tasks = job.tasks.filter((task) => task.phaseKey === phase.key);
    const done = tasks.filter((task) => task.done).length;
    const asks = job.asks.filter((ask) => ask.phaseKey === phase.key);
    const asksOpen = asks.filter((ask) => ask.holds && !ask.done).length;
    const wants = wantsOf(phase, asks);
    const stands = at === -1 || index < at ? 'done' : index === at ? 'current' : 'ahead';
    const complete = done === tasks.length && asksOpen === 0 && wants === null;
    return { key: phase.key, name: phase.name, tasks: tasks.length, done, asksOpen, complete, wants, asks: phase.asks ?? false, stands };
  });
}

export interface Move {
  from: string;
  fromKey: string;
  /** Name of the phase entered; null when the job is finished by this move. */
  to: string | null;
  toKey: string | null;
  /** Why it moved, in words. */
  why: string;
}

/**
 * The moves that a job makes by itself now: out of its phase when that is complete and does not ask first, and on
 * through phases that are complete already. No moves when something is open.
 */
export function advance(job: JobProgress): Move[] {
  const phases = progress(job);
  const moves: Move[] = [];
  for (let index = phases.findIndex((phase) => phase.key === job.current); index !== -1; index += 1) {
    const phase = phases[index];
    if (!phase?.complete || phase.asks) break;
    const next = phases[index + 1];
    const done = job.asks.filter((ask) => ask.phaseKey === phase.key && ask.done);
    const more = [...(phase.tasks > 0 ? [`${counted(phase.done, 'task')} of ${phase.tasks} done`] : []), ...new Set(done.map((ask) => ask.doneWords))];
    const why = more.length === 0 ? 'nothing is left to do in it' : more.join(', ');
    moves.push({ from: phase.name, fromKey: phase.key, to: next?.name ?? null, toKey: next?.key ?? null, why });
  }
  return moves;
}

/** Whether a job stands in a phase that is complete and waits for a person to move it. */
export function asksToMove(job: JobProgress): boolean {
  const current = progress(job).find((phase) => phase.stands === 'current');
  return current !== undefined && current.complete && current.asks;
}

export type MoveKind = 'on' | 'over' | 'back' | 'finish';

/** What kind of move it is to go from one phase to another; null `to` finishes the job. */
export function moveKind(phases: readonly { key: string }[], current: string | null, to: string | null): MoveKind {
  const at = current === null ? phases.length : phases.findIndex((phase) => phase.key === current);
  const next = to === null ? phases.length : phases.findIndex((phase) => phase.key === to);
  if (next < at) return 'back';
  return next === phases.length ? 'finish' : next === at + 1 ? 'on' : 'over';
}
