import { type DoneBy, type PhasePlan, type TaskPlan, commonKey } from '@steady/core/procedures';

/** A key for a new piece that no other one has. */
export function freshKey(name: string, taken: readonly string[]): string {
  const plain =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 40) || 'piece';
  let key = plain;
  for (let n = 2; taken.includes(key); n += 1) key = `${plain}-${n}`;
  return key;
}

/** Keys of tasks that are taken, also as other procedures know them that hold a phase in common. */
export const taskKeys = (phases: readonly PhasePlan[]) => phases.flatMap((phase) => phase.tasks.flatMap((task) => [task.key, commonKey(task.key)]));

export const newTask = (phases: readonly PhasePlan[]): TaskPlan => ({ key: freshKey('task', taskKeys(phases)), name: '', role: 'preparer', estimate: 15 });

/** A task like another, under a key of its own. */
export const copyOfTask = (task: TaskPlan, phases: readonly PhasePlan[]): TaskPlan => ({
  ...task,
  key: freshKey(commonKey(task.key), taskKeys(phases)),
  name: `${task.name}, copy`,
});

/** A phase with keys of its own, so that it can stand in a procedure beside the one it was copied from. */
export function copyOfPhase(phase: PhasePlan, phases: readonly PhasePlan[], name: string): PhasePlan {
  const taken = taskKeys(phases);
  const renamed = new Map<string, string>();
  for (const task of phase.tasks) {
    const key = freshKey(commonKey(task.key), taken);
    renamed.set(task.key, key);
    taken.push(key);
  }
  const { sharedAs: _sharedAs, ...own } = phase;
  return {
    ...own,
    key: freshKey(
      phase.key,
      phases.map((one) => one.key),
    ),
    name,
    tasks: phase.tasks.map((task) => ({
      ...task,
      key: renamed.get(task.key)!,
      // What waits for a task outside of the phase waits for nothing in its new place.
      ...(task.waitsFor ? { waitsFor: task.waitsFor.flatMap((key) => renamed.get(key) ?? []) } : {}),
    })),
  };
}

/** When a task is ticked by itself. */
export const DONE_BY_WORDS: Record<DoneBy, string> = {
  'request sent': 'when the request goes out',
  'given for signature': 'when a document is given for signature',
  filed: 'when the receipt comes',
};

export const COMPLETION_WORDS = {
  tasks: 'its tasks are done and the client has answered what was asked',
  answered: 'its requests were sent and answered',
  signed: 'a document was given for signature and signed',
  approved: 'a second person has approved it',
  'by hand': 'somebody moves the job by hand',
} as const;
