import { counted } from '../words';

/** What decides whether a job moves: its phases in order, where it stands, and what is open in each. */
export interface JobState {
  phases: readonly { key: string; name: string }[];
  /** Key of the phase in which the job stands; null when finished. */
  current: string | null;
  tasks: readonly { phaseKey: string; done: boolean }[];
  /** Requests count for the phase in which they were sent. */
  requests: readonly { phaseKey: string; complete: boolean }[];
}

export interface PhaseProgress {
  key: string;
  name: string;
  tasks: number;
  done: number;
  requestsOpen: number;
  complete: boolean;
  stands: 'done' | 'current' | 'ahead';
}

/** Progress of every phase in order. */
export function progress(job: JobState): PhaseProgress[] {
  const at = job.phases.findIndex((phase) => phase.key === job.current);
  return job.phases.map((phase, index) => {
    const tasks = job.tasks.filter((task) => task.phaseKey === phase.key);
    const done = tasks.filter((task) => task.done).length;
    const requestsOpen = job.requests.filter((request) => request.phaseKey === phase.key && !request.complete).length;
    const stands = at === -1 || index < at ? 'done' : index === at ? 'current' : 'ahead';
    return { ...phase, tasks: tasks.length, done, requestsOpen, complete: done === tasks.length && requestsOpen === 0, stands };
  });
}

export interface Move {
  from: string;
  /** Name of the phase entered; null when the job is finished by this move. */
  to: string | null;
  toKey: string | null;
  /** Why it moved, in words. */
  why: string;
}

/**
 * The moves that a job makes by itself now: out of its phase when all tasks of it are done and all requests sent in it
 * are complete, and on through phases that are complete already. No moves when something is open.
 */
export function advance(job: JobState): Move[] {
  const phases = progress(job);
  const moves: Move[] = [];
  for (let index = phases.findIndex((phase) => phase.key === job.current); index !== -1 && index < phases.length && phases[index]!.complete; index += 1) {
    const phase = phases[index]!;
    const next = phases[index + 1];
    const why =
      phase.tasks === 0
        ? 'nothing is left to do in it'
        : `${counted(phase.done, 'task')} of ${phase.tasks} done${job.requests.some((r) => r.phaseKey === phase.key) ? ', the client has answered everything' : ''}`;
    moves.push({ from: phase.name, to: next?.name ?? null, toKey: next?.key ?? null, why });
  }
  return moves;
}
