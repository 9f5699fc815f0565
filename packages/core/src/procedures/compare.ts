import type { LaidOutTask } from './lay-out';
import type { PhasePlan } from './procedure';
import { saysTheSame } from './same';

/** A task as a job has it. */
export interface TaskInFlight {
  key: string;
  name: string;
  done: boolean;
  /** Time was recorded on it. */
  timed: boolean;
}

/** A task as a version lays it out for a client, and in which phase. */
export type PlannedTask = Pick<LaidOutTask, 'phaseKey' | 'task'>;

/** Parts of a task that a version may say otherwise, each with its words. */
export const TASK_PARTS = {
  name: 'its name',
  phase: 'its phase',
  whose: 'whose it is',
  estimate: 'its estimate',
  waitsFor: 'what it waits for',
  doneBy: 'how it is ticked',
  checks: 'its checks',
  advice: 'its advice',
  links: 'its links',
} as const;
export type TaskPart = keyof typeof TASK_PARTS;

export interface VersionChange {
  /** Keys of tasks that come newly, and that go. */
  added: string[];
  taken: string[];
  /** Tasks the new version has no place for that stay, because they are done or time stands on them. */
  kept: string[];
  /** Open tasks that the new version describes otherwise, and in what. */
  changed: { key: string; parts: TaskPart[] }[];
}

function partsOf({ phaseKey, task }: PlannedTask): Record<TaskPart, unknown> {
  const { name, role, memberId, estimate, waitsFor = [], doneBy, checks = [], advice, links = [] } = task;
  return { name, phase: phaseKey, whose: memberId ?? role, estimate, waitsFor, doneBy, checks, advice, links };
}

const differing = (was: PlannedTask, is: PlannedTask): TaskPart[] => {
  const [before, after] = [partsOf(was), partsOf(is)];
  return (Object.keys(TASK_PARTS) as TaskPart[]).filter((part) => !saysTheSame(before[part], after[part]));
};

/**
 * What becomes of the tasks of a job that is moved to another version of its procedure. Nothing done is lost, and what
 * a person changed at the job stays where both versions say the same.
 * @param before what its own version planned; null where that is not known, then every task counts as planned
 */
export function compareTasks(inFlight: readonly TaskInFlight[], before: readonly PlannedTask[] | null, after: readonly PlannedTask[]): VersionChange {
  const wanted = new Map(after.map((one) => [one.task.key, one]));
  const planned = before && new Map(before.map((one) => [one.task.key, one]));
  const there = new Set(inFlight.map((task) => task.key));
  // A task that somebody, or an action, added to the job alone is no business of any version.
  const gone = inFlight.filter((task) => !wanted.has(task.key) && (planned === null || planned.has(task.key)));
  const stays = (task: TaskInFlight) => task.done || task.timed;
  return {
    added: [...wanted.keys()].filter((key) => !there.has(key) && !planned?.has(key)),
    taken: gone.filter((task) => !stays(task)).map((task) => task.key),
    kept: gone.filter(stays).map((task) => task.key),
    changed: inFlight.flatMap(({ key, done }) => {
      const [was, is] = [planned?.get(key), wanted.get(key)];
      const parts = was && is && !done ? differing(was, is) : [];
      return parts.length > 0 ? [{ key, parts }] : [];
    }),
  };
}

type PhaseInFlight = Omit<PhasePlan, 'tasks' | 'onlyIf'>;

/** What a version says otherwise about the phases of a job: a sentence each, without a full stop; empty when nothing. */
export function comparePhases(before: readonly PhaseInFlight[], after: readonly PhaseInFlight[]): string[] {
  const was = new Map(before.map((phase) => [phase.key, phase]));
  const is = new Map(after.map((phase) => [phase.key, phase]));
  const inBoth = (phases: readonly PhaseInFlight[], others: ReadonlyMap<string, unknown>) =>
    phases.filter((phase) => others.has(phase.key)).map((phase) => phase.key);
  return [
    ...after.filter((phase) => !was.has(phase.key)).map((phase) => `the phase "${phase.name}" comes`),
    ...before.filter((phase) => !is.has(phase.key)).map((phase) => `the phase "${phase.name}" goes`),
    ...(saysTheSame(inBoth(before, is), inBoth(after, was)) ? [] : ['its phases are in another order']),
    ...after.flatMap((phase) => {
      const old = was.get(phase.key);
      if (!old) return [];
      const acts = (of: PhaseInFlight) => [of.onEntry ?? [], of.onDone ?? []];
      return [
        ...(old.name === phase.name ? [] : [`"${old.name}" is called "${phase.name}"`]),
        ...(saysTheSame(acts(old), acts(phase)) ? [] : [`"${phase.name}" has other automatic actions`]),
        ...(saysTheSame(old.requests ?? [], phase.requests ?? []) ? [] : [`"${phase.name}" asks the client otherwise`]),
        ...(saysTheSame(old.opens ?? null, phase.opens ?? null) ? [] : [`"${phase.name}" begins on another day`]),
        ...(old.memberId === phase.memberId ? [] : [`"${phase.name}" is answered for by somebody else`]),
        ...((old.completion ?? 'tasks') === (phase.completion ?? 'tasks') ? [] : [`"${phase.name}" is complete otherwise`]),
        ...(Boolean(old.asks) === Boolean(phase.asks) ? [] : [phase.asks ? `"${phase.name}" asks before it moves` : `"${phase.name}" moves without asking`]),
      ];
    }),
  ];
}
