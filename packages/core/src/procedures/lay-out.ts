import { type CivilDate, type WorkingCalendar, openWeek, workingDaysIn } from '../calendar';
import { type Condition, type FactNames, type Facts, conditionInWords, meets } from '../conditions';
import type { DayOfTask, PhasePlan, Procedure, TaskPlan } from './procedure';

/** A task with whoever answers for its phase, where it names nobody itself. */
const inPhaseOf =
  ({ memberId }: PhasePlan) =>
  (task: TaskPlan): TaskPlan =>
    memberId === undefined || task.memberId !== undefined ? task : { ...task, memberId };

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

/** Which phases a client takes, each with the tasks and requests that it gets and with whoever answers for it on its tasks, and which it passes over and why. */
export function phasesFor(procedure: Procedure, facts: Facts, names: FactNames = {}): Pick<LaidOutJob, 'phases' | 'passedOver'> {
  const phases: PhasePlan[] = [];
  const passedOver: LaidOutJob['passedOver'] = [];
  const wanted = ({ onlyIf }: { onlyIf?: Condition }) => !onlyIf || meets(onlyIf, facts);
  for (const phase of procedure.phases) {
    if (phase.onlyIf && !meets(phase.onlyIf, facts)) passedOver.push({ name: phase.name, why: `only if ${conditionInWords(phase.onlyIf, names)}` });
    else
      phases.push({
        ...phase,
        tasks: phase.tasks.filter(wanted).map(inPhaseOf(phase)),
        ...(phase.requests ? { requests: phase.requests.filter(wanted) } : {}),
      });
  }
  return { phases, passedOver };
}

/**
 * Lays a procedure out for one client: which phases it takes, and for every task a start and a due date inside the
 * job's dates. A task's own days count working days after the start or before the target; without them the days are
 * shared over the tasks in their order, in proportion to their estimates. All fall on working days where the job has any.
 */
export function layOut(procedure: Procedure, facts: Facts, dates: JobDates, calendar: WorkingCalendar = openWeek, names: FactNames = {}): LaidOutJob {
  const { phases, passedOver } = phasesFor(procedure, facts, names);
  const plans = phases.flatMap((phase) => phase.tasks.map((task) => ({ phaseKey: phase.key, task })));
  const open = workingDaysIn(dates.start, dates.target, calendar);
  const days = open.length > 0 ? open : [dates.start];
  const last = days.length - 1;
  const total = plans.reduce((sum, plan) => sum + Math.max(plan.task.estimate, 1), 0);
  const wished = ({ days: count, from }: DayOfTask) => Math.max(0, Math.min(last, from === 'start' ? count : last - count));
  let before = 0;
  const tasks = plans.map(({ phaseKey, task }): LaidOutTask => {
    const after = before + Math.max(task.estimate, 1);
    const shared = (share: number) => Math.min(last, Math.floor((share / total) * days.length));
    const start = task.start ? wished(task.start) : task.due ? Math.min(shared(before), wished(task.due)) : shared(before);
    const due = task.due ? wished(task.due) : after === total ? last : shared(after);
    before = after;
    return { phaseKey, task, start: days[start]!, due: days[Math.max(start, due)]! };
  });
  return { phases, passedOver, tasks };
}
