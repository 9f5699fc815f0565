import { type CivilDate, type WorkingCalendar, openWeek, workingDaysIn } from '../calendar';
import { type Facts, conditionInWords, meets } from '../conditions';
import type { PhasePlan, Procedure, TaskPlan } from './procedure';

export interface JobDates {
  start: CivilDate;
  /** The firm's own date; tasks are laid out up to it. */
  target: CivilDate;
}

export interface LaidOutTask {
  phaseKey: string;
  task: TaskPlan;
  start: CivilDate;
  due: CivilDate;
}

export interface LaidOutJob {
  phases: PhasePlan[];
  passedOver: { name: string; why: string }[];
  tasks: LaidOutTask[];
}

/**
 * Lays a procedure out for one client: which phases it takes, and for every task a start and a due date inside the
 * job's dates. Days are shared over the tasks in their order, in proportion to their estimates; all fall on working
 * days where the job has any.
 */
export function layOut(procedure: Procedure, facts: Facts, dates: JobDates, calendar: WorkingCalendar = openWeek): LaidOutJob {
  const phases = procedure.phases.filter((phase) => !phase.onlyIf || meets(phase.onlyIf, facts));
  const passedOver = procedure.phases
    .filter((phase) => phase.onlyIf && !meets(phase.onlyIf, facts))
    .map((phase) => ({ name: phase.name, why: `only if ${conditionInWords(phase.onlyIf!)}` }));
  const plans = phases.flatMap((phase) => phase.tasks.map((task) => ({ phaseKey: phase.key, task })));
  const open = workingDaysIn(dates.start, dates.target, calendar);
  const days = open.length > 0 ? open : [dates.start];
  const total = plans.reduce((sum, plan) => sum + Math.max(plan.task.estimate, 1), 0);
  let before = 0;
  const tasks = plans.map(({ phaseKey, task }): LaidOutTask => {
    const after = before + Math.max(task.estimate, 1);
    const at = (share: number) => days[Math.min(days.length - 1, Math.floor((share / total) * days.length))]!;
    const laid = { phaseKey, task, start: at(before), due: after === total ? days[days.length - 1]! : at(after) };
    before = after;
    return laid;
  });
  return { phases, passedOver, tasks };
}
