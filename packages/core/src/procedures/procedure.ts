import type { Condition } from '../conditions';

export const TASK_ROLES = ['preparer', 'manager', 'partner'] as const;
export type TaskRole = (typeof TASK_ROLES)[number];

export interface TaskPlan {
  key: string;
  name: string;
  role: TaskRole;
  /** Minutes. */
  estimate: number;
  /** Keys of tasks that must be done before it. */
  waitsFor?: string[];
  /** An event that does the task by itself: the request of the phase is sent, the obligation gets its receipt. */
  doneBy?: 'request sent' | 'filed';
}

/** An information request that the phase wants from the client, proposed to the person who sends it. */
export interface RequestPlan {
  title: string;
  items: { name: string; description: string }[];
}

export interface PhasePlan {
  key: string;
  name: string;
  /** Entry rule: clients who do not meet it pass the phase over. */
  onlyIf?: Condition;
  tasks: TaskPlan[];
  request?: RequestPlan;
}

/** How a kind of job is done. A phase is complete when all its tasks are done and all requests sent in it are answered and accepted. */
export interface Procedure {
  phases: PhasePlan[];
}

/**
 * Faults that would make a procedure impossible to work by: keys used twice, tasks that wait for a task that is not
 * there, tasks waiting in a circle. Returns a sentence for each; empty when sound.
 */
export function checkProcedure(procedure: Procedure): string[] {
  const faults: string[] = [];
  const tasks = procedure.phases.flatMap((phase) => phase.tasks);
  const byKey = new Map<string, TaskPlan>();
  for (const task of tasks) {
    if (byKey.has(task.key)) faults.push(`Two tasks share the key "${task.key}"`);
    byKey.set(task.key, task);
  }
  for (const task of tasks) {
    for (const key of task.waitsFor ?? []) if (!byKey.has(key)) faults.push(`"${task.name}" waits for "${key}", which is not there`);
  }
  const settled = new Set<string>();
  const walk = (key: string, trail: string[]): void => {
    if (settled.has(key)) return;
    if (trail.includes(key)) {
      const circle = trail.slice(trail.indexOf(key)).map((k) => `"${byKey.get(k)!.name}"`);
      faults.push(`Tasks wait in a circle: ${circle.join(', then ')}`);
      return;
    }
    for (const next of byKey.get(key)?.waitsFor ?? []) if (byKey.has(next)) walk(next, [...trail, key]);
    settled.add(key);
  };
  for (const key of byKey.keys()) walk(key, []);
  return [...new Set(faults)];
}
