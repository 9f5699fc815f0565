import type { PhasePlan, Procedure, TaskPlan } from './procedure';
import { saysTheSame } from './same';

/*
 * A phase may stand in several procedures at once, held in common: changed in one, it is changed in all. In each it
 * keeps a key of its own, and keys of its tasks that no other task there has: `file~1a2b3c4d` where `file` was taken.
 */

/** The key of a task as all procedures know it that hold its phase in common. */
export const commonKey = (key: string): string => key.split('~')[0]!;

const tagged = (key: string, sharedAs: string) => `${commonKey(key)}~${sharedAs.slice(-8)}`;

const keysOf = (phases: readonly PhasePlan[]) => new Set(phases.flatMap((phase) => phase.tasks.map((task) => task.key)));

/** What is the same in all procedures that hold a phase in common: all but its own key, and what its tasks wait for outside of it. */
function common(phase: PhasePlan): Omit<PhasePlan, 'key'> {
  const inside = keysOf([phase]);
  const { key: _key, ...rest } = phase;
  const tasks = phase.tasks.map(({ waitsFor, ...task }): TaskPlan => {
    const waits = (waitsFor ?? []).filter((key) => inside.has(key)).map(commonKey);
    return { ...task, key: commonKey(task.key), ...(waits.length > 0 ? { waitsFor: waits } : {}) };
  });
  return { ...rest, tasks };
}

/** Puts the common words of a phase where a procedure holds it: `there`, or newly when it is not there yet. */
function placed(of: Omit<PhasePlan, 'key'>, key: string, there: PhasePlan | null, others: readonly PhasePlan[]): PhasePlan {
  const taken = keysOf(others);
  const own = new Map(
    of.tasks.map((task) => {
      const known = there?.tasks.find((one) => commonKey(one.key) === task.key)?.key;
      return [task.key, known ?? (taken.has(task.key) ? tagged(task.key, of.sharedAs ?? '') : task.key)];
    }),
  );
  const tasks = of.tasks.map(({ waitsFor = [], ...task }): TaskPlan => {
    const key = own.get(task.key)!;
    const outside = there?.tasks.find((one) => one.key === key)?.waitsFor?.filter((waited) => taken.has(waited)) ?? [];
    const waits = [...waitsFor.map((waited) => own.get(waited)!), ...outside];
    return { ...task, key, ...(waits.length > 0 ? { waitsFor: waits } : {}) };
  });
  return { key, ...of, tasks };
}

/** A phase held in common, as it stands when another procedure takes it: under `key`, beside the phases that are there. */
export const takenInCommon = (phase: PhasePlan, key: string, phases: readonly PhasePlan[]): PhasePlan => placed(common(phase), key, null, phases);

/** The phases held in common that a change of a procedure has changed, as they stand after it. */
export function changedInCommon(before: Procedure, after: Procedure): PhasePlan[] {
  return after.phases.filter((phase) => {
    const was = before.phases.find((one) => one.sharedAs !== undefined && one.sharedAs === phase.sharedAs);
    return was !== undefined && !saysTheSame(common(was), common(phase));
  });
}

/**
 * A procedure after a phase that it holds in common was changed in another one. What waited for a task that is gone waits
 * for it no more. The same procedure when it does not hold that phase.
 */
export function followed(procedure: Procedure, changed: PhasePlan): Procedure {
  const there = procedure.phases.find((phase) => phase.sharedAs !== undefined && phase.sharedAs === changed.sharedAs);
  if (!there) return procedure;
  const others = procedure.phases.filter((phase) => phase !== there);
  const now = placed(common(changed), there.key, there, others);
  const left = keysOf([now, ...others]);
  const waiting = ({ waitsFor, ...task }: TaskPlan): TaskPlan => {
    const waits = waitsFor?.filter((key) => left.has(key)) ?? [];
    return { ...task, ...(waits.length > 0 ? { waitsFor: waits } : {}) };
  };
  return { ...procedure, phases: procedure.phases.map((phase) => (phase === there ? now : { ...phase, tasks: phase.tasks.map(waiting) })) };
}

/** A procedure that goes its own way: nothing of it is held in common with others. */
export const apart = (procedure: Procedure): Procedure => ({ ...procedure, phases: procedure.phases.map(({ sharedAs: _sharedAs, ...phase }) => phase) });
